import type { Path } from '../geometry/segment';
import type { Vec } from '../geometry/vec';
import type { Problem } from '../result';

/** A point on the sheet by which a curve is changed. */
export interface Handle {
  readonly id: string;
  /** What a screen reader says. */
  readonly name: string;
  readonly at: Vec;
}

/** What every kind of curve can do. */
export interface CurveKind<S> {
  /** The trade's word for it, sentence case. */
  readonly title: string;
  /** The path in the curve's own direction. Pure and cheap; measuring it is the caller's business. */
  readonly path: (shape: S) => Path;
  /** The centre that clock points are seen from. */
  readonly centre: (shape: S) => Vec;
  /** +1 where outward is to the left of travel, −1 where it is to the right. */
  readonly outwardSign: (shape: S) => 1 | -1;
  /** Fraction of the length at which the ray at a clock angle meets the curve, or the nearest place to it. */
  readonly fractionAtClock: (shape: S, clockDeg: number) => number;
  /** The clock angle, 0 ≤ result < 360, of a fraction of the length. */
  readonly clockAtFraction: (shape: S, u: number) => number;
  readonly handles: (shape: S) => readonly Handle[];
  /** The shape after a handle was dragged to a place; the result may be out of range: see `problem`. */
  readonly moveHandle: (shape: S, handleId: string, to: Vec) => S;
  readonly moveBy: (shape: S, by: Vec) => S;
  /** Why this shape cannot be used, or null. */
  readonly problem: (shape: S) => Problem | null;
  /** A short word on its size for lists: "⌀ 71.0". */
  readonly sizeLabel: (shape: S) => string;
}
