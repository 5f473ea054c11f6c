import type { Result } from '../../result';
import type { Piece } from '../types';

/** What every kind of step can do. Steps are plain JSON and are addressed by stable ids. */
export interface StepKind<S> {
  /** Whether something that came in has all that such a step has. What it sets is checked with the piece. */
  readonly isWhole: (given: Readonly<Record<string, unknown>>) => boolean;
  /**
   * The piece after the step. Parts that the step does not touch are the same objects as before.
   * A step that cannot be applied (its item is gone) gives `step-does-not-fit`.
   */
  readonly apply: (piece: Piece, step: S) => Result<Piece>;
  /** The step that undoes this one. */
  readonly invert: (step: S) => S | InverseOf;
  /** One step that does both, or null where the two stay apart. */
  readonly merge: (first: S, second: S) => S | null;
  /** The same intent over a piece that has changed meanwhile: what it overwrites is read afresh. */
  readonly rebase: (piece: Piece, step: S) => S;
}

/** A place in a list. */
export const isPlace = (value: unknown): boolean => Number.isInteger(value) && (value as number) >= -1;

/** Something that could be an item: an object with an id. */
export const isItem = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && typeof (value as { id?: unknown }).id === 'string';

/** Insert and remove are each other's inverse; the table in index.ts knows all kinds. */
export type InverseOf = { readonly kind: string };

export const doesNotFit = (what: string): Result<never> => ({
  ok: false,
  problem: { code: 'step-does-not-fit', message: `This change does not fit any more: ${what}.` },
});
