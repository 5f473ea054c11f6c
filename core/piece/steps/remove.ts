import { ok } from '../../result';
import { letteringsOn, type Item } from '../types';
import { doesNotFit, isItem, isPlace, type StepKind } from './kind';

/** Takes an item out. It carries the item, so that it can be put back. */
export interface RemoveStep {
  readonly kind: 'remove';
  readonly index: number;
  readonly item: Item;
}

export const removeKind: StepKind<RemoveStep> = {
  isWhole: ({ index, item }) => isPlace(index) && isItem(item),
  apply(piece, { item }) {
    if (!piece.items.some((other) => other.id === item.id)) return doesNotFit('what it deletes is deleted already');
    if (letteringsOn(piece, item.id).length > 0) return doesNotFit('there is lettering on this curve');
    return ok({ ...piece, items: piece.items.filter((other) => other.id !== item.id) });
  },
  invert: (step) => ({ ...step, kind: 'insert' }),
  merge: () => null,
  rebase(piece, step) {
    const index = piece.items.findIndex((other) => other.id === step.item.id);
    return index < 0 ? step : { ...step, index, item: piece.items[index]! };
  },
};
