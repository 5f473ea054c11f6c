import type { InkId, Stroke } from './inks';
import type { Point } from './point';
import type { DrawnShape } from './shapes/drawn';

/** Outlines of brought-in art that are painted alike: about the middle of the art, mm at its full size. */
export interface ArtPart {
  readonly outlines: readonly DrawnShape[];
  readonly rule: 'nonzero' | 'evenodd';
  readonly fill: InkId | null;
  readonly stroke: Stroke | null;
}

/** An image that is stored beside the pieces, and its place on the sheet. */
export interface PlacedImage {
  readonly id: string;
  readonly name: string;
  /** Name of the image: the first 32 hexadecimal digits of the SHA-256 of its bytes. */
  readonly imageId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly centre: Point;
  /** Its width on the sheet; the height follows from the pixels. */
  readonly widthMm: number;
  /** Turning about its centre, degrees clockwise. */
  readonly turnDeg: number;
  readonly locked: boolean;
  readonly hidden: boolean;
}

/** A picture that lies under the sheet to be traced. It is no part of the design and never printed. */
export interface Tracing extends PlacedImage {
  readonly type: 'tracing';
  /** How strongly it shows: 0 not at all, 1 undimmed. */
  readonly strength: number;
}

/** A picture of pixels that is printed: in its own colours by the process inks, or light and dark of it in one ink. */
export interface Picture extends PlacedImage {
  readonly type: 'picture';
  /** The one ink that it is printed in; null for its own colours. */
  readonly fill: InkId | null;
  /** The closed curve beyond which nothing of it shows; null for all of it. */
  readonly within: string | null;
}

/** Vector art that was brought in: it is placed, scaled, turned and cut to a curve as a whole. */
export interface Art {
  readonly type: 'art';
  readonly id: string;
  readonly name: string;
  readonly parts: readonly ArtPart[];
  readonly centre: Point;
  /** 1 as it was brought in. */
  readonly scale: number;
  readonly turnDeg: number;
  /** The closed curve beyond which nothing of it shows; null for all of it. */
  readonly within: string | null;
  readonly locked: boolean;
  readonly hidden: boolean;
}
