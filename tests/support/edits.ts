import { expect } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { transact } from '#core/editing/transact';
import { settingOf } from '#core/setting/settingOf';
import { pieceProblems } from '#core/piece/check/index';
import { applySteps, invertSteps, type Step } from '#core/piece/steps/index';
import { isLettering, type Piece } from '#core/piece/types';
import type { Result } from '#core/result';
import type { Face } from '#core/type/face';

/** Where every letter stands: what an edit of curves must not change. */
export function standing(p: Piece, all: ReadonlyMap<string, Face>): number[][] {
  return p.items.filter(isLettering).map((one) => {
    const set = settingOf(one, tracksOf(p), all);
    if (!set.ok) throw new Error(set.problem.message);
    return Array.from(set.value.rows);
  });
}

/** The piece after an edit, which must keep the rules of the format and be undone by its inverse. */
export function done(p: Piece, steps: Result<Step[]>): Piece {
  if (!steps.ok) throw new Error(steps.problem.message);
  const next = applySteps(p, steps.value);
  if (!next.ok) throw new Error(next.problem.message);
  expect(pieceProblems(next.value)).toEqual([]);
  // Whatever was done, undo gives the very same piece back.
  expect(applySteps(next.value, invertSteps(steps.value))).toEqual({ ok: true, value: p });
  return next.value;
}

/** The steps of an edit with all that follows from it by the rules of the document. */
export function followed(p: Piece, steps: readonly Step[], all: ReadonlyMap<string, Face>): Step[] {
  const made = transact(p, steps, { faces: all });
  if (!made.ok) throw new Error(made.problem.message);
  return [...made.value.steps];
}

export function same(a: number[][], b: number[][], within: number): void {
  expect(b).toHaveLength(a.length);
  a.forEach((rows, i) => rows.forEach((value, k) => expect(Math.abs(b[i]![k]! - value)).toBeLessThan(within)));
}
