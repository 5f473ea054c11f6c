import { ok, type Result } from '../result';
import type { Piece } from '../piece/types';
import { applySteps, type Step } from '../piece/steps';

/** Steps that are made one after another, each on the piece that those before it lead to. */
export class InTurn {
  readonly steps: Step[] = [];

  /** @param piece what they begin with, and then what they have led to */
  constructor(public piece: Piece) {}

  /** @returns the problem of a step that does not fit; then nothing of these is made */
  make(more: readonly Step[]): Result<void> {
    const next = applySteps(this.piece, more);
    if (!next.ok) return next;
    this.piece = next.value;
    this.steps.push(...more);
    return ok(undefined);
  }
}
