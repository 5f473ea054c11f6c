import { findLettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/**
 * Lettering that was set down and left without words leaves no trace.
 *
 * @returns what tells of a lettering that was just set down, with the entry of the undo list that did it
 */
export function useUnworded(): (id: string, entryId: string) => void {
  const store = usePiece();
  const waiting = new Map<string, string>();
  watch(
    () => store.selectedId,
    (now) => {
      for (const [id, entryId] of waiting) {
        if (now === id) continue;
        waiting.delete(id);
        const one = store.piece && findLettering(store.piece, id);
        if (!one || one.wording !== '' || store.takeBack(entryId)) continue;
        const steps = [{ kind: 'remove' as const, index: store.piece!.items.indexOf(one), item: one }];
        store.edit('Delete lettering without words', steps, undefined, [...store.selection]);
      }
    },
  );
  return (id, entryId) => void waiting.set(id, entryId);
}
