import { ok, type Result } from '../../result';
import type { Piece } from '../types';
import { insertKind, type InsertStep } from './insert';
import { doesNotFit, type StepKind } from './kind';
import { removeKind, type RemoveStep } from './remove';
import { reorderKind, type ReorderStep } from './reorder';
import { setKind, setStep, type SetStep } from './set';

export { setStep, type SetStep };

export type Step = InsertStep | RemoveStep | SetStep | ReorderStep;

/** One line a kind. */
const KINDS: { readonly [K in Step['kind']]: StepKind<Extract<Step, { readonly kind: K }>> } = {
  insert: insertKind,
  remove: removeKind,
  set: setKind,
  reorder: reorderKind,
};

const kindOf = (step: Step): StepKind<Step> | undefined =>
  Object.hasOwn(KINDS, step.kind) ? (KINDS[step.kind] as unknown as StepKind<Step>) : undefined;

/** Whether something that came in is a step: of a kind that is known, with all that it takes. */
export function isStep(given: unknown): given is Step {
  if (typeof given !== 'object' || given === null) return false;
  return kindOf(given as Step)?.isWhole(given as unknown as Record<string, unknown>) ?? false;
}

/** The piece after one step, or the reason why the step does not fit. The piece given is never changed. */
export function applyStep(piece: Piece, step: Step): Result<Piece> {
  return kindOf(step)?.apply(piece, step) ?? doesNotFit(`${String(step.kind)} is not a kind of step`);
}

/** The piece after all steps in order; the first that does not fit ends it and nothing is applied. */
export function applySteps(piece: Piece, steps: readonly Step[]): Result<Piece> {
  let current = piece;
  for (const step of steps) {
    const next = applyStep(current, step);
    if (!next.ok) return next;
    current = next.value;
  }
  return ok(current);
}

/** A piece after steps, with these. */
export interface Made {
  readonly piece: Piece;
  readonly steps: readonly Step[];
}

/** The same with more steps; as it is where these do not fit. */
export function withMore(made: Made, more: readonly Step[]): Made {
  const next = applySteps(made.piece, more);
  return next.ok && more.length > 0 ? { piece: next.value, steps: [...made.steps, ...more] } : made;
}

/** Steps made from an earlier piece, to be applied to this one: what they replace is read from it. */
export const readAnew = (piece: Piece, steps: readonly Step[]): Step[] =>
  steps.map((step) => (step.kind === 'set' ? setStep(piece, step.id, step.path, step.value) : step));

export const invertStep = (step: Step): Step => kindOf(step)!.invert(step) as Step;

/** The steps that undo these, in the order in which they must be applied. */
export const invertSteps = (steps: readonly Step[]): Step[] => steps.map(invertStep).reverse();

/** Appends steps to a list, folding each into the last one where both set the same thing. */
export function mergeSteps(steps: readonly Step[], more: readonly Step[]): Step[] {
  const merged = steps.slice();
  for (const step of more) {
    // Steps of one gesture set the same few properties again and again: look back past their neighbours.
    let at = merged.length - 1;
    while (at >= 0 && merged[at]!.kind === 'set' && step.kind === 'set' && !sameTarget(merged[at]!, step)) at--;
    const before = merged[at];
    const one =
      before && before.kind === step.kind && independentAfter(merged, at, step)
        ? (kindOf(step)!.merge(before, step) as Step | null)
        : null;
    if (one) merged[at] = one;
    else merged.push(step);
  }
  return merged;
}

const sameTarget = (a: Step, b: Step): boolean =>
  a.kind === 'set' && b.kind === 'set' && a.id === b.id && a.path.join('\n') === b.path.join('\n');

/** Whether no step after `at` touches something inside or around what `step` sets. */
function independentAfter(steps: readonly Step[], at: number, step: Step): boolean {
  if (step.kind !== 'set') return at === steps.length - 1;
  return steps.slice(at + 1).every((other) => {
    if (other.kind !== 'set') return false;
    if (other.id !== step.id) return true;
    const shared = Math.min(other.path.length, step.path.length);
    return other.path.slice(0, shared).join('\n') !== step.path.slice(0, shared).join('\n');
  });
}

/**
 * The same steps for a piece that others have changed meanwhile: what each overwrites is read afresh, so that
 * undoing them gives back what the others made.
 */
export function rebaseSteps(piece: Piece, steps: readonly Step[]): Result<{ piece: Piece; steps: Step[] }> {
  let current = piece;
  const rebased: Step[] = [];
  for (const step of steps) {
    const kind = kindOf(step);
    if (!kind) return doesNotFit(`${String((step as Step).kind)} is not a kind of step`);
    const fresh = kind.rebase(current, step) as Step;
    const next = applyStep(current, fresh);
    if (!next.ok) return next;
    current = next.value;
    rebased.push(fresh);
  }
  return ok({ piece: current, steps: rebased });
}
