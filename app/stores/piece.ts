import { nanoid } from 'nanoid';
import { freeze } from '#core/piece/read';
import { EMPTY_HISTORY, redoChange, undoChange, type History } from '#core/piece/history';
import { setStep, type Step } from '#core/piece/steps/index';
import {
  findCurve,
  findItem,
  findLettering,
  isArt,
  isLettering,
  isOrnaments,
  isPicture,
  isTracing,
  letteringsOn,
  type Curve,
  type CurveShape,
  type Item,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import { tracksOf, type Track } from '#core/curves/index';
import { settingOf } from '#core/setting/settingOf';
import { paintItem } from '#core/drawing/paint';
import { type PaintedPath } from '#core/drawing/painted';
import { ornamentsBetween, setsOn, type SetOrnaments } from '#core/setting/space/ornaments';
import type { Ground } from '#core/editing/rule';
import { finishEdit, transact } from '#core/editing/transact';
import { letteringTrack } from '#core/setting/line/corners';
import type { Problem, Result } from '#core/result';
import { api } from '~/utils/api';
import { Keeper, type KeepingState, type LoggedChange, type PendingChange } from '~/utils/keeper';
import { useEvenings } from '~/composables/useEvenings';
import { useProof } from '~/composables/useProof';
import { useFaces } from './faces';
import { useView } from './view';

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

/** The piece on the bench: document, selection, undo list, and whether all changes are kept. */
export const usePiece = defineStore('piece', () => {
  const faces = useFaces();
  const view = useView();
  const clientId = nanoid(10);
  const id = ref('');
  const piece = shallowRef<Piece | null>(null);
  const history = shallowRef<History>(EMPTY_HISTORY);
  const keeping = ref<KeepingState>('kept');
  const selection = shallowRef<readonly string[]>([]);
  /** What the person should be told once: others' changes, refusals. */
  const news = shallowRef<{ kind: 'info' | 'warning'; text: string } | null>(null);
  let keeper: Keeper | null = null;
  let source: EventSource | null = null;
  /** The undo entry of the last edit of this page. */
  let edited = '';

  const selectedId = computed(() => selection.value[0] ?? null);
  const selectedLettering = computed(() =>
    piece.value && selectedId.value ? (findLettering(piece.value, selectedId.value) ?? null) : null,
  );
  const selectedCurve = computed(() => {
    if (!piece.value || !selectedId.value) return null;
    return findCurve(piece.value, selectedLettering.value?.curveId ?? selectedId.value) ?? null;
  });
  const several = computed(() =>
    selection.value.length > 1 && piece.value
      ? selection.value.flatMap((one) => findItem(piece.value!, one) ?? [])
      : [],
  );
  /** What is picked, where it is of one kind. */
  const selectedIf = <T extends Item>(is: (item: Item) => item is T) =>
    computed(() => {
      const item = piece.value && selectedId.value ? findItem(piece.value, selectedId.value) : undefined;
      return item && is(item) ? item : null;
    });
  const selectedOrnaments = selectedIf(isOrnaments);
  const selectedTracing = selectedIf(isTracing);
  const selectedArt = selectedIf(isArt);
  const selectedPicture = selectedIf(isPicture);
  const curveIsSelected = computed(() => selectedCurve.value !== null && selectedCurve.value.id === selectedId.value);
  const tracks = computed((): ReadonlyMap<string, Result<Track>> => (piece.value ? tracksOf(piece.value) : new Map()));
  const { evenings, shown, settled } = useEvenings(
    piece,
    tracks,
    () => faces.loaded,
    finish,
    () =>
      selectedLettering.value && view.compare !== 'now' ? { id: selectedLettering.value.id, how: view.compare } : null,
  );
  // What is looked at in another way is not worked on: an edit, and another lettering, end it.
  watch(
    [piece, selectedId],
    () => {
      view.compare = 'now';
    },
    { flush: 'sync' },
  );
  const settings = computed(() => {
    const map = new Map<string, ReturnType<typeof settingOf>>();
    for (const item of piece.value?.items ?? []) {
      if (isLettering(item)) map.set(item.id, settingOf(item, tracks.value, faces.loaded, shown.value));
    }
    return map;
  });
  const ornaments = computed(() => {
    const map = new Map<string, SetOrnaments>();
    for (const item of piece.value?.items ?? []) {
      const track = isOrnaments(item) ? trackOf(item.curveId) : null;
      if (isOrnaments(item) && track)
        map.set(item.id, ornamentsBetween(item, track, setsOn(piece.value!, item.curveId, settings.value)));
    }
    return map;
  });
  /** The painted outlines of an item as it is now. */
  const painted = (item: Item): readonly PaintedPath[] =>
    paintItem(piece.value!, item, {
      track: trackOf,
      ornaments: (one) => ornaments.value.get(one) ?? null,
      set: (one) => {
        const set = settings.value.get(one);
        return set?.ok ? set.value : null;
      },
    });
  const selectedSetting = computed(() => {
    const found = selectedLettering.value && settings.value.get(selectedLettering.value.id);
    return found?.ok ? found.value : null;
  });
  /**
   * The same once the sheet has been painted, for what is beside it: strip, gaps and panels. A keystroke or a drag is on
   * the sheet first; another lettering is shown at once.
   */
  const shownSetting = useFollowing(
    () => selectedSetting.value,
    (now, shown) => now?.lettering.id !== shown?.lettering.id,
  );
  const facesReady = computed(() =>
    (piece.value?.items ?? []).every((item) => !isLettering(item) || faces.loaded.has(item.faceId)),
  );
  const { findings, proofRead } = useProof(
    piece,
    evenings,
    computed(() => facesReady.value && settled.value),
    () => faces.listing.filter((one) => one.embedding !== '').map((one) => one.id),
  );

  function show(): void {
    if (!keeper) return;
    piece.value = freeze(keeper.piece);
    history.value = keeper.history;
    keeping.value = keeper.state;
    const present = selection.value.filter((one) => findItem(keeper!.piece, one));
    if (present.length !== selection.value.length) selection.value = present;
    void faces.ensure(keeper.piece.items.filter(isLettering).map((one) => one.faceId));
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
        news.value = { kind: 'warning', text: 'This piece was deleted from the shelf. Bring it back there to go on.' };
        return;
      }
      const foreign = event.lines.filter((line) => line.clientId !== clientId && line.revision > keeper!.revision);
      const behind = event.revision > keeper.revision;
      if (behind && (event.lines.length === 0 || !keeper.takeLines(event.lines))) void catchUp();
      if (foreign.length > 0)
        news.value = {
          kind: 'info',
          text: `Changed in another tab: ${foreign.at(-1)!.change.label.toLowerCase()}. This one has caught up.`,
        };
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
      transact: (now, steps) => transact(now, steps, ground()),
      lost: (problem) => {
        news.value = { kind: 'warning', text: `A change could not be kept. ${problem.message}` };
      },
      stash: (pending) => writeStash(pieceId, pending),
      later: (run, ms) => {
        setTimeout(run, ms);
      },
    });
    selection.value = [];
    keeper.resume(readStash(pieceId), loaded.lines);
    show();
    listen();
  }

  function close(): void {
    source?.close();
    source = null;
    keeper = null;
    piece.value = null;
    selection.value = [];
  }

  /** What the rules of the document look at beside the piece. */
  const ground = (): Ground => ({ faces: faces.loaded, evenings: evenings.value });

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
    view.compare = 'now';
    const made = transact(keeper.piece, given, ground());
    if (!made.ok) return made.problem;
    const { piece: next, steps } = made.value;
    if (next === keeper.piece) return null;
    const selectionBefore = selection.value;
    if (selectAfter) selection.value = selectAfter;
    return keeper.make(
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
  }

  /**
   * Gives the curve of a lettering the size, and what is on it the rooms, that evening out, computed after an edit of this
   * page, asks for: that belongs to the edit and is undone with it. What was edited elsewhere, undone or brought back is left
   * as it is.
   *
   * @param shape null where the curve has the right size
   */
  function finish({ curveId }: Lettering, shape: CurveShape | null): void {
    const last = keeper?.history.undo.at(-1);
    if (!keeper || last?.entryId !== edited || keeper.history.redo.length > 0) return;
    const made = finishEdit(keeper.piece, curveId, shape, ground());
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
    if (problem) news.value = { kind: 'warning', text: problem.message };
    else select(change.selectionAfter);
  }

  function select(ids: readonly string[]): void {
    selection.value = ids.filter((one) => keeper && findItem(keeper.piece, one));
  }

  /** Adds one to what is picked, or takes it away. */
  const toggle = (itemId: string): void => {
    select(
      selection.value.includes(itemId) ? selection.value.filter((one) => one !== itemId) : [...selection.value, itemId],
    );
  };

  const curveOf = (lettering: Lettering): Curve => findCurve(piece.value!, lettering.curveId)!;
  /** The track of a curve, or null while it has none. */
  function trackOf(curveId: string): Track | null {
    const track = tracks.value.get(curveId);
    return track?.ok ? track.value : null;
  }
  /** What a lettering runs on: where its seat is held by other curves, the line that they give. */
  function trackUnder(lettering: Lettering): Track | null {
    const set = lettering.seat.hold ? settings.value.get(lettering.id) : undefined;
    if (set?.ok) return set.value.track;
    const track = trackOf(lettering.curveId);
    return track && letteringTrack(track, lettering.corners);
  }
  const on = (curveId: string): readonly Lettering[] => (piece.value ? letteringsOn(piece.value, curveId) : []);

  return {
    id,
    piece,
    history,
    keeping,
    selection,
    selectedId,
    selectedLettering,
    selectedCurve,
    selectedOrnaments,
    selectedArt,
    selectedPicture,
    selectedTracing,
    several,
    curveIsSelected,
    tracks,
    trackOf,
    trackUnder,
    settings,
    ornaments,
    painted,
    selectedSetting,
    shownSetting,
    facesReady,
    findings,
    proofRead,
    evenings,
    settled,
    news,
    open,
    close,
    edit,
    set,
    select,
    toggle,
    curveOf,
    on,
    undo: () => travel(undoChange),
    redo: () => travel(redoChange),
    retry: () => {
      void keeper?.flush();
    },
    unsent: () => keeper?.waiting ?? 0,
  };
});
