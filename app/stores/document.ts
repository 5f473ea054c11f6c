import type { ShallowRef } from 'vue';
import { nanoid } from 'nanoid';
import type { EditLabel } from '#core/editing/labels';
import type { Ground } from '#core/editing/rule';
import { finishEdit, transact } from '#core/editing/transact';
import { EMPTY_HISTORY, redoChange, undoChange, type History } from '#core/piece/history';
import { freeze } from '#core/piece/read';
import { onTop } from '#core/piece/undo';
import { setStep, type Step } from '#core/piece/steps/index';
import type { CurveShape, Lettering, Piece } from '#core/piece/types';
import type { Problem } from '#core/result';
import { newGesture } from '~/gestures/newGesture';
import { api } from '~/utils/api';
import { becomeTab, type EditingTab } from '~/utils/editingTab';
import { Keeper, type LoggedChange, type SavingState, type SetAside } from '~/utils/keeper';
import { SafetyNet } from '~/utils/safetyNet';

/** What the document needs from what stands on it. */
export interface DocumentPorts {
  /** What the rules look at beside the piece. */
  readonly ground: () => Ground;
  readonly selection: () => readonly string[];
  readonly select: (ids: readonly string[]) => void;
  /** Called before an edit is made. */
  readonly beforeEdit: () => void;
  /** Called after anything that a screen shows has changed. */
  readonly shown: (piece: Piece) => void;
  /** Tells the person something once. */
  readonly tell: (kind: 'info' | 'warning', text: string) => void;
}

/** The piece on the bench as a document: opened, edited by the rules, undone, and kept by the server. */
export function createDocument(piece: ShallowRef<Piece | null>, ports: DocumentPorts) {
  const id = ref('');
  const history = shallowRef<History>(EMPTY_HISTORY);
  const saving = ref<SavingState>('saved');
  /** Whether all that the server does not have is on the disk of this computer. */
  const safeHere = ref(true);
  /** Changes that could not be saved. */
  const aside = shallowRef<readonly SetAside[]>([]);
  let keeper: Keeper | null = null;
  let tab: EditingTab | null = null;
  let net: SafetyNet | null = null;
  let source: EventSource | null = null;
  /** Entries that were taken back as if they had never been: they are not brought back. */
  const forgotten = new Set<string>();
  /** The undo entry of the last edit of this page. */
  let edited = '';

  function show(): void {
    if (!keeper) return;
    piece.value = freeze(keeper.piece);
    const { undo, redo } = keeper.history;
    history.value = { undo, redo: redo.filter(({ entryId }) => !forgotten.has(entryId)) };
    saving.value = keeper.state;
    safeHere.value = net?.holds ?? false;
    aside.value = keeper.aside;
    // What is gone is selected no longer.
    ports.select(ports.selection());
    ports.shown(keeper.piece);
  }

  /** Asks for the changes that are missing, page by page; loads the piece anew where they are not known any more. */
  async function catchUp(): Promise<void> {
    const asking = keeper;
    while (asking && asking === keeper) {
      const answer = await api.changesSince(id.value, asking.revision).catch(() => null);
      if (!answer || answer.revision === asking.revision) return;
      const before = asking.revision;
      if (answer.revision < before || !asking.takeLines(answer.lines) || asking.revision === before) {
        await asking.reload();
        return;
      }
    }
  }

  function listen(): void {
    source?.close();
    source = new EventSource(api.events(id.value));
    source.onmessage = ({ data }) => {
      const event = JSON.parse(data as string) as { kind: string; revision: number; lines: LoggedChange[] };
      if (!keeper) return;
      if (event.kind === 'deleted') {
        ports.tell('warning', 'This piece was deleted from the shelf. Undo the deletion there to go on.');
        return;
      }
      const foreign = event.lines.filter((line) => line.clientId !== tab?.clientId && line.revision > keeper!.revision);
      // A server that is behind the page, because a back-up was restored, is news too.
      const before = keeper.aside.length;
      const other = event.lines.length === 0 ? event.revision !== keeper.revision : event.revision > keeper.revision;
      if (other && (event.lines.length === 0 || !keeper.takeLines(event.lines))) void catchUp();
      // That something was set aside for it says more.
      if (foreign.length > 0 && keeper.aside.length === before)
        ports.tell(
          'info',
          `Changed in another tab: ${foreign.at(-1)!.change.label.toLowerCase()}. This one has caught up.`,
        );
    };
  }

  /** Brings a piece onto the bench. @throws RequestFailed when it cannot be loaded */
  async function open(pieceId: string): Promise<void> {
    close();
    const opening = (tab = await becomeTab(pieceId));
    const { clientId } = opening;
    const loaded = await api.load(pieceId, clientId);
    if (tab !== opening) return;
    id.value = pieceId;
    // What is still under way when another piece is opened stays with the net of this one.
    const own = (net = new SafetyNet(pieceId, clientId, () => {
      if (net === own) safeHere.value = own.holds;
    }));
    keeper = new Keeper(freeze(loaded.piece), loaded.revision, loaded.lines, clientId, {
      newId: () => nanoid(12),
      send: (revision, changes) => api.sendChanges(pieceId, clientId, revision, changes),
      load: async (ids) => {
        const [now, known] = await Promise.all([api.load(pieceId, clientId), api.knownChanges(pieceId, ids)]);
        return { piece: freeze(now.piece), revision: now.revision, known: new Set(known) };
      },
      changed: show,
      transact: (now, steps) => transact(now, steps, ports.ground()),
      setAside: ({ change, why }) => {
        ports.tell('warning', `“${change.label}” could not be saved and was set aside: see the top bar. ${why}`);
      },
      stash: (pending, setAside) => own.put(pending, setAside),
      later: (run, ms) => {
        setTimeout(run, ms);
      },
      pause: handPauses,
    });
    ports.select([]);
    await takeUp(pieceId, opening);
    show();
    listen();
  }

  /** Goes on with what was not acknowledged when this tab, or one that is gone, ended. */
  async function takeUp(pieceId: string, { isGone }: EditingTab): Promise<void> {
    const caught = await net!.takeUp(isGone).catch(() => null);
    if (!caught || caught.pending.length + caught.aside.length === 0) return;
    const ids = [...caught.pending, ...caught.aside].map(({ changeId }) => changeId);
    const known = await api.knownChanges(pieceId, ids).catch(() => []);
    keeper?.resume(caught.pending, caught.aside, new Set(known));
  }

  function close(): void {
    tab?.leave();
    tab = null;
    net = null;
    source?.close();
    source = null;
    keeper = null;
    piece.value = null;
    ports.select([]);
  }

  /**
   * Makes an edit. Refuses one that would leave lettering without a place to stand, so that the last good
   * drawing stays.
   *
   * @param gesture changes with the same gesture id undo as one; a new one each time when left out
   * @returns why the edit was refused, or null
   */
  function edit(
    label: EditLabel,
    given: readonly Step[],
    gesture?: string,
    selectAfter?: readonly string[],
  ): Problem | null {
    if (!keeper || given.length === 0) return null;
    ports.beforeEdit();
    const made = transact(keeper.piece, given, ports.ground());
    if (!made.ok) return made.problem;
    const { piece: next, steps } = made.value;
    if (next === keeper.piece) return null;
    const selectionBefore = ports.selection();
    const problem = keeper.make(
      {
        entryId: (edited = gesture ?? newGesture()),
        kind: 'do',
        label,
        steps,
        selectionBefore,
        selectionAfter: selectAfter ?? selectionBefore,
      },
      next,
    );
    if (!problem && selectAfter) ports.select(selectAfter);
    return problem;
  }

  /**
   * Gives the curve of a lettering the size, and what is on it the rooms, that evening out, computed after an edit of
   * this page, asks for: that belongs to the edit and is undone with it. What was edited elsewhere, undone or brought
   * back is left as it is.
   *
   * @param shape null where the curve has the right size
   */
  function finish({ curveId }: Lettering, shape: CurveShape | null): void {
    const last = keeper?.history.undo.at(-1);
    if (!keeper || last?.entryId !== edited || keeper.history.redo.length > 0) return;
    const made = finishEdit(keeper.piece, curveId, shape, ports.ground());
    if (!made.ok || made.value.steps.length === 0) return;
    const { entryId, label, selectionBefore, selectionAfter } = last;
    const { piece: next, steps } = made.value;
    keeper.make({ entryId, kind: 'do', label, steps, selectionBefore, selectionAfter }, next);
  }

  /** Sets one property of an item, or of the piece itself (id null). */
  function set(
    label: EditLabel,
    itemId: string | null,
    path: readonly string[],
    value: unknown,
    gesture?: string,
  ): Problem | null {
    return keeper ? edit(label, [setStep(keeper.piece, itemId, path, value)], gesture) : null;
  }

  /** Undoes or redoes what was done in this tab; what others have changed since stays theirs. */
  function travel(make: typeof undoChange): void {
    const wanted = keeper && make({ ...keeper.history, redo: history.value.redo });
    if (!keeper || !wanted) return;
    const done = onTop(keeper.piece, wanted);
    if (!done.ok) {
      ports.tell('warning', done.problem.message);
      return;
    }
    const { change, piece: next } = done.value;
    if (change.steps.length === 0 && wanted.steps.length > 0)
      ports.tell('info', `“${wanted.label}” was changed in another tab since, and stays as it is there.`);
    const problem = keeper.make(change, next);
    if (problem) ports.tell('warning', problem.message);
    else ports.select(change.selectionAfter);
  }

  return {
    id,
    history,
    saving,
    safeHere,
    aside,
    open,
    close,
    edit,
    set,
    finish,
    undo: () => travel(undoChange),
    redo: () => travel(redoChange),
    /** Takes back the last edit if it is this one, as if it had never been: a drag that was given up. */
    takeBack: (entryId: string): boolean => {
      if (keeper?.history.undo.at(-1)?.entryId !== entryId) return false;
      forgotten.add(entryId);
      travel(undoChange);
      return true;
    },
    retry: () => {
      void keeper?.flush();
    },
    tryAside: (changeId: string) => keeper?.retry(changeId) ?? null,
    discardAside: (changeId: string) => keeper?.discard(changeId),
    unsent: () => keeper?.waiting ?? 0,
  };
}
