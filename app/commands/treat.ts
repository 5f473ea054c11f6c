import type { EditLabel } from '#core/editing/labels';
import { nanoid } from 'nanoid';
import { groupSteps, ungroupSteps, withGroup } from '#core/editing/edits/groups';
import { lookOf, lookSteps } from '#core/editing/edits/look';
import { rewrite } from '#core/editing/edits/reseat';
import { canHaveTwin, twinSteps } from '#core/editing/edits/twin';
import { setStep, type Step } from '#core/piece/steps/index';
import { isLettering, findItem, type Item } from '#core/piece/types';
import { reseatLettering } from '#core/setting/line/seat';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import type { Command } from './kind';

/** What the commands below work on. */
function useChosen() {
  const store = usePiece();
  const chosen = (): readonly Item[] => store.selection.flatMap((id) => findItem(store.piece!, id) ?? []);
  /** Whether the edit was made; it is said why not. */
  const edit = (label: EditLabel, steps: readonly Step[], select?: readonly string[]): boolean => {
    const problem = store.edit(label, steps, undefined, select);
    if (problem) store.notice = { kind: 'warning', text: problem.message };
    return problem === null;
  };
  return { store, view: useView(), chosen, edit };
}

/** Items held together, locked, hidden, or shown alone. */
function holdCommands() {
  const { store, view, chosen, edit } = useChosen();
  /** Sets a flag of all that have it, or takes it from all where all have it. */
  function flag(field: 'locked' | 'hidden', on: EditLabel, off: EditLabel): void {
    const able = chosen().filter((one) => field in one);
    const value = !able.every((one) => (one as unknown as Record<string, boolean>)[field]);
    edit(
      value ? on : off,
      able.map(({ id }) => setStep(store.piece!, id, [field], value)),
    );
  }
  return {
    group: {
      label: 'Group',
      keys: ['g'],
      applies: () => store.selection.length > 1,
      run: () => void edit('Group', groupSteps(store.piece!, store.selection, nanoid(8))),
    },
    ungroup: {
      label: 'Ungroup',
      keys: ['Shift-g'],
      applies: () => store.piece !== null && store.selection.some((id) => withGroup(store.piece!, id).length > 1),
      run: () => void edit('Ungroup', ungroupSteps(store.piece!, store.selection)),
    },
    lock: {
      label: 'Lock or unlock',
      keys: ['k'],
      applies: () => chosen().some((one) => 'locked' in one),
      run: () => flag('locked', 'Lock', 'Unlock'),
    },
    hide: {
      label: 'Hide or show',
      keys: ['Shift-k'],
      applies: () => chosen().some((one) => 'hidden' in one),
      run: () => flag('hidden', 'Hide', 'Show'),
    },
    isolate: {
      label: 'Show only the ring of what is selected',
      keys: ['i'],
      applies: () => view.isolated !== null || store.selectedCurve !== null,
      run: () => {
        view.isolated = view.isolated === null ? store.selectedCurve!.id : null;
        if (view.isolated) store.notice = { kind: 'info', text: 'One ring is shown alone. Esc shows all again.' };
      },
    },
  } satisfies Record<string, Command>;
}

/** The look of one item, given to others. */
function lookCommandsOf() {
  const { store, view, edit } = useChosen();
  return {
    takeLook: {
      label: 'Copy the look',
      keys: ['l'],
      applies: () => store.selectedItem !== null && lookOf(store.selectedItem) !== null,
      run: () => {
        view.look = lookOf(store.selectedItem!);
        store.notice = { kind: 'info', text: 'Look copied. Select others and press Shift L to give it to them.' };
      },
    },
    giveLook: {
      label: 'Paste the look',
      keys: ['Shift-l'],
      applies: () => view.look !== null && store.selection.length > 0,
      run: () => void edit('Paste look', lookSteps(store.piece!, view.look!, store.selection)),
    },
  } satisfies Record<string, Command>;
}

/** Lettering turned over, and its like elsewhere. */
function wordCommands() {
  const { store, view, chosen, edit } = useChosen();
  const letterings = () => chosen().filter(isLettering);
  function makeTwin(): void {
    const id = nanoid(8);
    const steps = twinSteps(store.piece!, store.selectedLettering!, { lettering: id, curve: nanoid(8) });
    if (!steps.ok) {
      store.notice = { kind: 'warning', text: steps.problem.message };
      return;
    }
    // Its words can be typed at once.
    if (edit('Make a twin', steps.value, [id])) view.askForWords();
  }

  return {
    turnOver: {
      label: 'Turn the letters over',
      keys: ['o'],
      applies: () => letterings().length > 0,
      run: () =>
        void edit(
          'Turn over',
          letterings().flatMap((one) =>
            rewrite(
              store.piece!,
              one,
              reseatLettering(one, one.seat.tops === 'outward' ? 'inward' : 'outward', one.seat.side, view.keepBand),
            ),
          ),
        ),
    },
    twin: {
      label: 'Make a twin on the opposite side',
      keys: ['t'],
      applies: () => {
        const one = store.selectedLettering;
        return one !== null && canHaveTwin(store.piece!, one);
      },
      run: makeTwin,
      prevents: true,
    },
    turnCopy: {
      label: 'Turn a copy by…',
      keys: ['d'],
      applies: () => store.selection.length > 0,
      run: () => {
        view.turnCopy = true;
      },
      prevents: true,
    },
  } satisfies Record<string, Command>;
}

/** How what is selected is treated: in a group, locked, hidden, in the look of another, turned over, with a twin. */
export const treatCommands = () => ({ ...holdCommands(), ...lookCommandsOf(), ...wordCommands() });
