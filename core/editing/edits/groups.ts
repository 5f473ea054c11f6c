import { setStep, type Step } from '../../piece/steps';
import { findItem, type Item, type Piece } from '../../piece/types';

/** Pictures to trace lie under the sheet and are in no group. */
const groupOf = (item: Item): string | null => ('group' in item ? item.group : null);

/** Everything that is picked with an item: what is in its group and not hidden, itself among it. */
export function withGroup(piece: Piece, id: string): readonly string[] {
  const item = findItem(piece, id);
  const group = item && groupOf(item);
  if (!group) return item ? [id] : [];
  return piece.items
    .filter((one) => groupOf(one) === group && !('hidden' in one && one.hidden && one.id !== id))
    .map((one) => one.id);
}

/** Steps that make one group of items. What was in other groups leaves these. */
export const groupSteps = (piece: Piece, ids: readonly string[], newId: string): Step[] =>
  ids.flatMap((id) => {
    const item = findItem(piece, id);
    return item && 'group' in item ? [setStep(piece, id, ['group'], newId)] : [];
  });

/** Steps that dissolve every group of which something is picked. */
export function ungroupSteps(piece: Piece, ids: readonly string[]): Step[] {
  const groups = new Set(piece.items.filter(({ id }) => ids.includes(id)).map(groupOf));
  return piece.items.flatMap((item) => {
    const group = groupOf(item);
    return group !== null && groups.has(group) ? [setStep(piece, item.id, ['group'], null)] : [];
  });
}
