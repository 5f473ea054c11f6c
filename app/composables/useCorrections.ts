import type { ComputedRef, ShallowRef } from 'vue';
import type { Track } from '#core/curves/index';
import { groundOf, type SpacingCorrections, type Faces } from '#core/setting/settingOf';
import { movedPlaces } from '#core/piece/wording/reword';
import {
  findCurve,
  findLettering,
  holdersOf,
  isCurve,
  isLettering,
  parentsOf,
  type Curve,
  type CurveShape,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import type { Result } from '#core/result';
import type { SpacingCorrection } from '#core/setting/line/measure';
import { needsSettling } from '#core/setting/space/settle';
import type { Compare } from '~/stores/view';
import { heavyWork, Stopped } from '~/workers/door';

/** When it is tried again after the worker could not be reached, ms. */
const AGAIN_MS = 4000;

/** While something is dragged, evening out rests at most so many times as long as it took: the sheet comes first. */
const REST_SHARE = 2;

/** Curves whose lengths differ by less are taken as equally long, mm. */
const SAME_LENGTH_MM = 1e-6;

/** What evening out came to for a lettering as it was then. */
interface Known {
  readonly lettering: Lettering;
  readonly track: Track;
  readonly correction: SpacingCorrection | null;
}

/** A lettering to be evened out as it is now, on its curve as that is now. */
interface Wanting {
  readonly lettering: Lettering;
  readonly track: Track;
}

/** What of a lettering says only where on its curve it stands. */
const PLACES: ReadonlySet<string> = new Set(['anchor', 'bookends'] satisfies (keyof Lettering)[]);

/** Whether two letterings differ in nothing but where on their curve they stand. */
const samePut = (one: Lettering, other: Lettering): boolean =>
  one === other ||
  (Object.keys(one) as (keyof Lettering)[]).every((name) => PLACES.has(name) || one[name] === other[name]);

/** Whether a lettering has the same gaps wherever on a circle it stands: what fills its room goes by the bookends. */
const slidesFreely = ({ seat, fit, anchor }: Lettering): boolean =>
  !seat.hold && !fit.kept && anchor.align !== 'filled';

/**
 * Whether a lettering bends as it did when it was evened out: it was only carried along with its curve, or slid along a
 * circle. Its gaps are the same then, unless the curve was turned too; so it can wait for the hand to pause.
 */
const bendsAsBefore = ({ lettering: was, track: before }: Known, { lettering, track }: Wanting, on: Curve): boolean =>
  Math.abs(before.path.lengthMm - track.path.lengthMm) < SAME_LENGTH_MM &&
  (was === lettering || (on.shape.kind === 'circle' && slidesFreely(lettering) && samePut(was, lettering)));

/** Gaps whose evening out was stopped stay as the typeface has them, until the words or the curve change. */
function unevenedWhenStopped(error: unknown): { readonly correction: null; readonly shape: null } {
  if (error instanceof Stopped) return { correction: null, shape: null };
  throw error;
}

/** A piece with one lettering and the curves that it needs. */
function onlyWith(piece: Piece, lettering: Lettering): Piece {
  const wanted = new Set<string>();
  const want = (id: string): void => {
    if (wanted.has(id)) return;
    wanted.add(id);
    const curve = piece.items.find((item) => item.id === id);
    if (curve && isCurve(curve)) for (const [, parent] of parentsOf(curve.shape)) want(parent);
  };
  for (const id of [lettering.curveId, ...holdersOf(lettering.seat)]) want(id);
  return { ...piece, guides: [], items: [...piece.items.filter((item) => wanted.has(item.id)), lettering] };
}

/** What was found for other words, moved to where its letters are now. */
function carried({ lettering, correction }: Known, now: Lettering): SpacingCorrection | null {
  if (!correction || lettering.wording === now.wording) return correction;
  const place = movedPlaces(lettering.wording, now.wording);
  return new Map(
    [...correction].flatMap(([at, em]) => {
      const moved = place(at);
      return moved === null ? [] : [[moved, em] as const];
    }),
  );
}

/**
 * Evening out for the bench: computed in a worker, one lettering at a time, while the last result stays on screen. What
 * has changed again meanwhile is asked for anew.
 *
 * @param compared a lettering that is looked at in another way, without being changed
 * @param finish called where evening out has changed the size of a curve that a lettering is kept to fill, or the rooms
 *   of one where they are kept equal
 */
export function useCorrections(
  piece: ShallowRef<Piece | null>,
  tracks: ComputedRef<ReadonlyMap<string, Result<Track>>>,
  faces: () => Faces,
  finish: (lettering: Lettering, shape: CurveShape | null) => void,
  compared: () => { readonly id: string; readonly how: Compare } | null,
) {
  const known = shallowRef<ReadonlyMap<string, Known>>(new Map());
  const carriedOver = new WeakMap<Known, WeakMap<Lettering, SpacingCorrection | null>>();
  const busy = ref(false);

  /** What the letterings come to as they are. */
  const corrections = computed((): SpacingCorrections => {
    const all = known.value;
    return {
      of: (lettering) => {
        const one = all.get(lettering.id);
        if (!one) return null;
        let cached = carriedOver.get(one);
        if (!cached) carriedOver.set(one, (cached = new WeakMap()));
        // The same lettering gets the same object: by it settings are cached.
        if (!cached.has(lettering)) cached.set(lettering, carried(one, lettering));
        return cached.get(lettering)!;
      },
    };
  });

  /**
   * The same for the sheet, where one may be looked at in another way: proof, fitting and output keep to how they are.
   */
  const shown = computed((): SpacingCorrections => {
    const now = corrections.value,
      other = compared(),
      alike = allAlike.value;
    if (!other) return now;
    return {
      of: (lettering) => {
        if (other.id === lettering.id && other.how === 'plain') return null;
        if (other.id === lettering.id && other.how === 'alike' && alike?.lettering === lettering)
          return alike.correction;
        return now.of(lettering);
      },
    };
  });

  /** What a lettering comes to with all gaps alike, for looking at it so. */
  const allAlike = shallowRef<{ readonly lettering: Lettering; readonly correction: SpacingCorrection | null } | null>(
    null,
  );
  watch([compared, piece], async ([other]) => {
    const lettering = other?.how === 'alike' && piece.value ? findLettering(piece.value, other.id) : undefined;
    if (!lettering || allAlike.value?.lettering === lettering) return;
    const alike = { ...lettering, spacing: { ...lettering.spacing, evenOut: 1, lean: 1 } };
    try {
      const { correction } = await heavyWork().evenOutLettering(onlyWith(piece.value!, alike), lettering.id);
      allAlike.value = { lettering, correction: correction && new Map(correction) };
    } catch (error) {
      console.warn(`All alike could not be shown: ${(error as Error).message}`);
    }
  });

  /**
   * The next lettering whose correction is not that of how it is now.
   *
   * @param bentOnly leaves out those that bend as they did
   */
  function next(bentOnly = false): Wanting | null {
    for (const item of piece.value?.items ?? []) {
      if (!isLettering(item) || !needsSettling(item) || item.spacing.evenOut === 0) continue;
      const ground = groundOf(item, tracks.value, faces());
      if (!ground.ok) continue;
      const one = known.value.get(item.id);
      const wanting = { lettering: item, track: ground.value.track };
      if (one?.lettering === item && one.track === wanting.track) continue;
      if (!bentOnly || !one || !bendsAsBefore(one, wanting, findCurve(piece.value!, item.curveId)!)) return wanting;
    }
    return null;
  }

  async function evenOut(now: Piece, { lettering, track }: Wanting): Promise<void> {
    const curve = findCurve(now, lettering.curveId);
    const { correction, shape } = await heavyWork()
      .evenOutLettering(onlyWith(now, lettering), lettering.id)
      .catch(unevenedWhenStopped);
    const found = { lettering, track, correction: correction && new Map(correction) };
    known.value = new Map(known.value).set(lettering.id, found);
    const items = piece.value?.items ?? [];
    if (!curve || !(shape || curve.equalRooms) || !items.includes(lettering) || !items.includes(curve)) return;
    finish(lettering, shape);
    // It was found for the curve at that size.
    const after = tracks.value.get(curve.id);
    if (shape && after?.ok && findCurve(piece.value!, curve.id)?.shape === shape)
      known.value = new Map(known.value).set(lettering.id, { ...found, track: after.value });
  }

  async function work(): Promise<void> {
    if (busy.value) return;
    busy.value = true;
    try {
      for (;;) {
        const one = next(handMoves.value);
        if (one) {
          const since = performance.now();
          await evenOut(piece.value!, one);
          await handPauses(REST_SHARE * (performance.now() - since));
        } else if (next()) await handPauses();
        else break;
      }
    } catch (error) {
      // The worker's program comes from the server, which may be away just now.
      console.warn(`Gaps could not be evened out: ${(error as Error).message}`);
      setTimeout(() => {
        void work();
      }, AGAIN_MS);
    } finally {
      busy.value = false;
    }
  }

  // The sheet first: what is evened out now follows anyway.
  watch([piece, tracks, faces], () => {
    afterPaint(() => {
      void work();
    });
  });
  /** Whether everything that is to be evened out has been. */
  const settled = computed(() => !busy.value && !next());
  return { corrections, shown, settled };
}
