import { ok } from '../../result';
import { doesNotFit, isPlace, type StepKind } from './kind';

/** Moves an item to another place in the painting order. */
export interface ReorderStep {
  readonly kind: 'reorder';
  readonly id: string;
  readonly from: number;
  readonly to: number;
}

export const reorderKind: StepKind<ReorderStep> = {
  isWhole: ({ id, from, to }) => typeof id === 'string' && isPlace(from) && isPlace(to),
  apply(piece, { id, to }) {
    const item = piece.items.find((other) => other.id === id);
    if (!item) return doesNotFit('what it moves was deleted');
    const items = piece.items.filter((other) => other.id !== id);
    items.splice(Math.min(Math.max(to, 0), items.length), 0, item);
    return ok({ ...piece, items });
  },
  invert: (step) => ({ ...step, from: step.to, to: step.from }),
  merge: (first, second) => (first.id === second.id ? { ...second, from: first.from } : null),
  rebase: (piece, step) => ({ ...step, from: piece.items.findIndex((other) => other.id === step.id) }),
};
