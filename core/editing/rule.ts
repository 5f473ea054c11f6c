import type { Made } from '../piece/steps';
import type { Piece } from '../piece/types';
import type { Problem } from '../result';
import type { SpacingCorrections, Faces } from '../setting/settingOf';

/** What rules look at beside the piece. */
export interface Ground {
  /** The faces that are at hand. */
  readonly faces: Faces;
  /** What evening out came to last, for those who cannot wait for it; left out, it is computed on the spot. */
  readonly corrections?: SpacingCorrections;
}

/** One rule of the document: what follows from an edit, or which edits may not be. One file a rule. */
export interface Rule {
  /** What it is about, for messages to developers and the list in the docs. */
  readonly name: string;
  /**
   * What an edit means by this rule.
   *
   * @param before the piece as the rule last saw it
   * @param made the piece now, with the steps that it has not seen yet
   * @returns the same object where nothing follows; else the piece after what follows, its steps behind those given
   */
  readonly follow?: (before: Piece, made: Made, ground: Ground) => Made;
  /** Why an edit, with all that follows from it, may not be; null where it may. */
  readonly refuse?: (before: Piece, made: Made, ground: Ground) => Problem | null;
}
