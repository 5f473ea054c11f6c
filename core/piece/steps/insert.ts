import { ok } from '../../result';
import type { Item } from '../types';
import { doesNotFit, isItem, isPlace, type StepKind } from './kind';

/** Adds an item at a place in the painting order. */
export interface InsertStep {
  readonly kind: 'insert';
  readonly index: number;
  readonly item: Item;
}

export const insertKind: StepKind<InsertStep> = {
  isWhole: ({ index, item }) => isPlace(index) && isItem(item),
  apply(piece, { index, item }) {
    if (piece.items.some((other) => other.id === item.id)) return doesNotFit(`there already is an item ${item.id}`);
    const items = piece.items.slice();
    items.splice(Math.min(Math.max(index, 0), items.length), 0, item);
    return ok({ ...piece, items });
  },
  invert: (step) => ({ ...step, kind: 'remove' }),
  merge: () => null,
  rebase: (piece, step) => ({ ...step, index: Math.min(step.index, piece.items.length) }),
};
