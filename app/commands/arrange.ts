import { nanoid } from 'nanoid';
import { duplicateSteps } from '#core/editing/edits/copies';
import { selectable } from '#core/editing/edits/several';
import type { Step } from '#core/piece/steps/index';
import { usePiece } from '~/stores/piece';
import type { Command } from './kind';

/** What is done with everything that is selected: all of it, copies of it, its place in the stacking order. */
export function arrangeCommands() {
  const store = usePiece();
  const any = (): boolean => store.selection.length > 0;

  function duplicate(deg: number): void {
    const made = duplicateSteps(store.piece!, store.selection, deg, () => nanoid(8));
    const problem = made.ok ? store.edit('Duplicate', made.value.steps, undefined, made.value.ids) : made.problem;
    if (problem) store.notice = { kind: 'warning', text: problem.message };
  }

  /** Moves what is selected in the stacking order: by one, or to the very end. */
  function restack(way: 1 | -1, whole: boolean): void {
    const { items } = store.piece!;
    let order = items.map(({ id }) => id);
    const steps: Step[] = [];
    // Those go first that would else be in each other's way.
    const ids = order.filter((id) => store.selection.includes(id));
    for (const [n, id] of (way > 0 ? ids.reverse() : ids).entries()) {
      const from = order.indexOf(id),
        end = way > 0 ? order.length - 1 - n : n,
        to = whole ? end : way > 0 ? Math.min(from + 1, end) : Math.max(from - 1, end);
      if (from === to) continue;
      steps.push({ kind: 'reorder', id, from, to });
      order = order.filter((one) => one !== id);
      order.splice(to, 0, id);
    }
    if (steps.length > 0) store.edit('Stacking order', steps);
  }
  const stack = (label: string, key: string, way: 1 | -1, whole: boolean): Command => ({
    label,
    keys: [key],
    applies: any,
    run: () => restack(way, whole),
  });

  const commands = {
    selectAll: {
      label: 'Select everything',
      keys: ['Mod-a'],
      applies: () => store.piece !== null,
      run: () => store.select(selectable(store.piece!)),
      prevents: true,
    },
    duplicate: { label: 'Duplicate', keys: ['Mod-d'], applies: any, run: () => duplicate(0), prevents: true },
    duplicateOpposite: {
      label: 'Duplicate, turned to the opposite side',
      keys: ['Mod-Shift-d'],
      applies: any,
      run: () => duplicate(180),
      prevents: true,
    },
    forward: stack('One forward', 'PageUp', 1, false),
    back: stack('One back', 'PageDown', -1, false),
    front: stack('To the front', 'Shift-PageUp', 1, true),
    behind: stack('Behind everything', 'Shift-PageDown', -1, true),
  } satisfies Record<string, Command>;
  return commands;
}
