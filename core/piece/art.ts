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
