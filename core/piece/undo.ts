import { fail, ok, type Result } from '../result';
import { problemsAfter } from './check/index';
import type { Change } from './history';
import { applyStep, type Step } from './steps';
import type { Piece } from './types';

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Whether a step still finds what it takes back: the value that it replaces, the item as it was put in. */
function finds(piece: Piece, step: Step): boolean {
  if (step.kind === 'reorder') return piece.items.some(({ id }) => id === step.id);
  if (step.kind === 'insert') return !piece.items.some(({ id }) => id === step.item.id);
  if (step.kind === 'remove') return piece.items.some(({ id }) => id === step.item.id);
  let value: unknown = step.id === null ? piece : piece.items.find(({ id }) => id === step.id);
  for (const name of step.path) value = (value as Record<string, unknown> | undefined)?.[name];
  return same(value, step.was);
}

/**
 * A change of one's own taken back, or made again, on a piece that others have gone on with: what they have changed
 * since is theirs and stays.
 *
 * @param change what undoes or redoes an entry, see `undoChange`
 * @returns the change with the steps that still apply, none where others have changed all of it; why not, where the
 *   piece would break its rules
 */
export function onTop(piece: Piece, change: Change): Result<{ readonly piece: Piece; readonly change: Change }> {
  let now = piece;
  const steps: Step[] = [];
  for (const step of change.steps) {
    const next = finds(now, step) ? applyStep(now, step) : null;
    if (!next?.ok) continue;
    now = next.value;
    steps.push(step);
  }
  const [problem] = problemsAfter(now, steps);
  return problem
    ? fail({
        code: 'needed-since',
        message: `“${change.label}” cannot be ${change.kind === 'undo' ? 'undone' : 'redone'}: what was made since needs it.`,
      })
    : ok({ piece: now, change: { ...change, steps } });
}
