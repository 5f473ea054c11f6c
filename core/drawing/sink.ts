import type { Outline } from '../type/outline';

/**
 * What every writer understands: an outline in mm, then how it is painted. Coordinates arrive unrounded;
 * rounding is the writer's, and nobody else's.
 */
export interface Sink {
  moveTo: (x: number, y: number) => void;
  lineTo: (x: number, y: number) => void;
  /** A quadratic Bézier: writers without one raise it to a cubic, which is exact. */
  quadTo: (x1: number, y1: number, x: number, y: number) => void;
  curveTo: (x1: number, y1: number, x2: number, y2: number, x: number, y: number) => void;
  closePath: () => void;
  /**
   * A whole outline through the map x' = a·x + c·y + e, y' = b·x + d·y + f, for writers on a hot path; the others
   * leave it out and get the same outline piece by piece.
   */
  outline?: (outline: Outline, a: number, b: number, c: number, d: number, e: number, f: number) => void;
  /** Paints the outline since the last paint, by the non-zero rule, fill first and stroke over it. */
  paint: (paint: Paint, id: string) => void;
}

export interface Paint {
  /** `#rrggbb`, or null for none. */
  readonly fill: string | null;
  readonly stroke: { readonly colour: string; readonly widthMm: number } | null;
}
