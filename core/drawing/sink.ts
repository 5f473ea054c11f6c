import type { Ink, Join } from '../piece/inks';
import type { StockName } from '../ink/stocks';
import type { OutlineSink, Trace } from '../geometry/outlines/outlineSink';

/** What every writer understands: an outline in mm, then how it is painted. */
export interface Sink extends OutlineSink {
  /** Paints a picture into its frame; nothing of it shows beyond the limit. Writers of outlines alone leave it out. */
  picture?: (picture: PaintedPicture, frame: PictureFrame, within: Trace | null, id: string) => void;
  /**
   * Paints the outline since the last paint, by the non-zero rule: fill first and stroke over it, or the other way
   * round where the paint says so.
   */
  paint: (paint: Paint, id: string) => void;
}

/** An ink of the piece as it is drawn: with the colour it has on the screen, and where it prints. */
export interface DrawnInk extends Ink {
  /** `#rrggbb`. */
  readonly screen: string;
  /** The paper by which it looks so. */
  readonly stock: StockName;
  /** The ink on whose plate it prints: itself, or for a tint the one that it is of. */
  readonly plate: Pick<Ink, 'id' | 'name' | 'cmyk'>;
  /** How much of that it is, 0 to 1. */
  readonly share: number;
}

/** A picture as it is painted. */
export interface PaintedPicture {
  readonly imageId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  /** The one ink of it; null for its own colours. */
  readonly ink: DrawnInk | null;
  /** The paper for which it is separated. */
  readonly stock: StockName;
  /** Total ink limit where it is separated, %. */
  readonly mostInk: number;
  /** The one process plate that is looked at, for previews. */
  readonly channel?: 0 | 1 | 2 | 3;
  /** Whether it is shown as it will look in print. */
  readonly printed?: boolean;
  /** Whether one plate of it is wanted at its own resolution. */
  readonly whole?: boolean;
}

/** Where a picture stands: its top left corner, and the ways along its top and down its left side, mm. */
export interface PictureFrame {
  readonly x: number;
  readonly y: number;
  readonly acrossX: number;
  readonly acrossY: number;
  readonly downX: number;
  readonly downY: number;
}

export interface DrawnStroke {
  readonly ink: DrawnInk;
  readonly widthMm: number;
  readonly join: Join;
  /** Dashes and the white between them, mm, fitted to the length of the outline; null for none. */
  readonly dashMm: readonly [on: number, off: number] | null;
}

export interface Paint {
  readonly fill: DrawnInk | null;
  readonly stroke: DrawnStroke | null;
  /** Whether the fill lies over the stroke. */
  readonly under: boolean;
}

/** Corners sharper than this many times their stroke are cut off, as SVG and PDF count it. */
export const MITRE_LIMIT = 4;
