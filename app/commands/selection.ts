import { itemKind } from '#core/drawing/items/index';
import { deleteCurveSteps } from '#core/editing/edits/operations';
import { removeSteps } from '#core/editing/edits/several';
import { findItem, isCurve, letteringsOn, type Curve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { useGaps } from '../composables/useGaps';
import type { Command } from './kind';

/**
 * What is done with what is selected.
 *
 * @param ask called for a curve that carries lettering, whose deletion is asked about first
 */
export function selectionCommands(ask: (curve: Curve) => void) {
  const store = usePiece();
  const view = useView();
  const gaps = useGaps();

  /** Deletes an item; a curve that carries lettering only after asking what becomes of it. */
  function remove(id: string): void {
    const piece = store.piece!;
    const item = findItem(piece, id);
    if (!item) return;
    if (!isCurve(item)) {
      const steps = [{ kind: 'remove' as const, index: piece.items.indexOf(item), item }];
      store.edit(`Delete ${itemKind(item).noun}`, steps, undefined, []);
    } else if (letteringsOn(piece, id).length > 0) {
      ask(item);
    } else {
      const steps = deleteCurveSteps(piece, item, { kind: 'delete' });
      if (steps.ok) store.edit('Delete curve', steps.value, undefined, []);
      else store.notice = { kind: 'warning', text: steps.problem.message };
    }
  }

  /** Deletes all that is selected, in one entry of the undo list; a single curve that carries lettering after asking. */
  function removeSelected(): void {
    const ids = store.selection;
    if (ids.length === 1) {
      remove(ids[0]!);
      return;
    }
    const steps = removeSteps(store.piece!, ids);
    const problem = steps.ok ? store.edit(`Delete ${ids.length} items`, steps.value, undefined, []) : steps.problem;
    if (problem) store.notice = { kind: 'warning', text: problem.message };
  }

  const commands: Readonly<Record<'deleteSelected' | 'deselect', Command>> = {
    deleteSelected: {
      label: 'Delete',
      keys: ['Delete', 'Backspace'],
      // A key for a field or a button deletes nothing; on the sheet and in the list it is meant for what is selected.
      applies: () =>
        store.selectedId !== null &&
        (document.activeElement === document.body || document.activeElement!.closest('.desk, .left .list') !== null),
      run: removeSelected,
    },
    deselect: {
      label: 'Deselect',
      keys: ['Escape'],
      applies: () => true,
      run: () => {
        // One thing at a time, the innermost first.
        if (view.gaps.length > 0) gaps.letGo();
        else if (view.isolated !== null) view.isolated = null;
        else if (view.clean !== 'helpers') view.clean = 'helpers';
        else {
          view.tool = 'pick';
          store.select([]);
        }
      },
    },
  };
  return { ...commands, remove };
}
