import type { ShallowRef } from 'vue';
import { nanoid } from 'nanoid';
import type { Ground } from '#core/editing/rule';
import { finishEdit, transact } from '#core/editing/transact';
import { EMPTY_HISTORY, redoChange, undoChange, type History } from '#core/piece/history';
import { freeze } from '#core/piece/read';
import { setStep, type Step } from '#core/piece/steps/index';
import type { CurveShape, Lettering, Piece } from '#core/piece/types';
import type { Problem } from '#core/result';
import { api } from '~/utils/api';
import { Keeper, type SavingState, type LoggedChange, type PendingChange } from '~/utils/keeper';

const stashKey = (id: string): string => `under-arc:not-kept:${id}`;

function readStash(id: string): PendingChange[] {
  try {
    return JSON.parse(localStorage.getItem(stashKey(id)) ?? '[]') as PendingChange[];
  } catch {
    return [];
  }
}

function writeStash(id: string, pending: readonly PendingChange[]): void {
  try {
    if (pending.length === 0) localStorage.removeItem(stashKey(id));
    else localStorage.setItem(stashKey(id), JSON.stringify(pending));
  } catch {
    /* a full or forbidden store only costs the safety net */
  }
}

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
  const clientId = nanoid(10);
  const id = ref('');
  const history = shallowRef<History>(EMPTY_HISTORY);
  const saving = ref<SavingState>('saved');
  let keeper: Keeper | null = null;
  let source: EventSource | null = null;
  /** The undo entry of the last edit of this page. */
  let edited = '';

  function show(): void {
    if (!keeper) return;
    piece.value = freeze(keeper.piece);
    history.value = keeper.history;
    saving.value = keeper.state;
    // What is gone is selected no longer.
    ports.select(ports.selection());
    ports.shown(keeper.piece);
  }

  async function catchUp(): Promise<void> {
    if (keeper) keeper.takeLines(await api.changesSince(id.value, keeper.revision).catch(() => []));
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
      const foreign = event.lines.filter((line) => line.clientId !== clientId && line.revision > keeper!.revision);
      const behind = event.revision > keeper.revision;
      if (behind && (event.lines.length === 0 || !keeper.takeLines(event.lines))) void catchUp();
      if (foreign.length > 0)
        ports.tell(
          'info',
          `Changed in another tab: ${foreign.at(-1)!.change.label.toLowerCase()}. This one has caught up.`,
        );
    };
  }

  /** Brings a piece onto the bench. @throws RequestFailed when it cannot be loaded */
  async function open(pieceId: string): Promise<void> {
    close();
    const loaded = await api.load(pieceId);
    id.value = pieceId;
    keeper = new Keeper(freeze(loaded.piece), loaded.revision, loaded.lines, {
      newId: () => nanoid(12),
      send: (revision, changes) => api.sendChanges(pieceId, clientId, revision, changes),
      changed: show,
      transact: (now, steps) => transact(now, steps, ports.ground()),
      lost: (problem) => {
        ports.tell('warning', `A change could not be saved. ${problem.message}`);
      },
      stash: (pending) => writeStash(pieceId, pending),
      later: (run, ms) => {
        setTimeout(run, ms);
      },
    });
    ports.select([]);
    keeper.resume(readStash(pieceId), loaded.lines);
    show();
    listen();
  }

  function close(): void {
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
    label: string,
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
        entryId: (edited = gesture ?? nanoid(12)),
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
    label: string,
    itemId: string | null,
    path: readonly string[],
    value: unknown,
    gesture?: string,
  ): Problem | null {
    return keeper ? edit(label, [setStep(keeper.piece, itemId, path, value)], gesture) : null;
  }

  function travel(make: typeof undoChange): void {
    const change = keeper && make(keeper.history);
    if (!keeper || !change) return;
    const problem = keeper.make(change);
    if (problem) ports.tell('warning', problem.message);
    else ports.select(change.selectionAfter);
  }

  return {
    id,
    history,
    saving,
    open,
    close,
    edit,
    set,
    finish,
    undo: () => travel(undoChange),
    redo: () => travel(redoChange),
    retry: () => {
      void keeper?.flush();
    },
    unsent: () => keeper?.waiting ?? 0,
  };
}
