import type { Field as Declared } from '../fields';
import type { MeasuredPath } from '../geometry/measuredPath';
import type { Path } from '../geometry/segment';
import type { Vec } from '../geometry/vec';
import type { LimitName } from '../fields/limits';
import type { Problem, Result } from '../result';
import type { Similarity } from './similarity';

/** A point on the sheet by which a curve is changed. */
export interface Handle {
  readonly id: string;
  /** What a screen reader says. */
  readonly name: string;
  readonly at: Vec;
  /** For handles of a node: the node they belong to, so that a line can join them. */
  readonly from?: Vec;
}

/** A value of a curve as the inspector shows it. */
export interface Field<S> {
  readonly label: string;
  readonly unit: 'mm' | '°' | '%' | '';
  readonly limits: LimitName | { readonly min: number; readonly max: number };
  readonly step: number;
  readonly get: (shape: S) => number;
  readonly set: (shape: S, value: number) => S;
}

/** A property of a curve that is one of a few. */
export interface Choice<S> {
  readonly label: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly get: (shape: S) => string;
  readonly set: (shape: S, value: string) => S;
}

/** A curve with its path measured: what lettering is set on. The same shape on the same ground is the same object. */
export interface Track {
  readonly path: MeasuredPath;
  /** What clock points are seen from. */
  readonly centre: Vec;
  /** +1 where outward is to the left of travel, −1 where it is to the right. On an open curve left is above. */
  readonly outwardSign: 1 | -1;
}

/** What every kind of curve can do. */
export interface CurveKind<S> {
  /** What a piece holds of it. */
  readonly parameters: Declared<S>;
  /** The trade's word for it, sentence case. */
  readonly title: string;
  /**
   * The path in the curve's own direction, or why there is none.
   *
   * @param parents tracks of the curves it follows, in the order of `parents`
   */
  readonly path: (shape: S, parents: readonly Track[]) => Result<Path>;
  /** The centre that clock points are seen from; the middle of the path's extent where a kind has none of its own. */
  readonly centre?: (shape: S) => Vec;
  readonly outwardSign?: (shape: S) => 1 | -1;
  readonly handles: (shape: S) => readonly Handle[];
  /** The shape after a handle was dragged to a place; the result may be out of range: see `problem`. */
  readonly moveHandle: (shape: S, handleId: string, to: Vec) => S;
  /** Moved, turned, scaled or mirrored as a whole; a kind that only follows others gives itself back. */
  readonly transform: (shape: S, by: Similarity) => S;
  /** The same curve travelled the other way, or null where the kind has but one. */
  readonly reverse: (shape: S) => S | null;
  /** Why this shape cannot be used, or null. */
  readonly problem: (shape: S) => Problem | null;
  /** A short word on its size for lists: "⌀ 71.0". */
  readonly sizeLabel: (shape: S) => string;
  readonly fields: readonly Field<S>[];
  readonly choices?: readonly Choice<S>[];
  /** The curves that it follows, with the name of the field that names each. */
  readonly parents?: (shape: S) => readonly (readonly [field: string, id: string])[];
}
