import type { ShallowRef } from 'vue';
import { tracksOf, type Track } from '#core/curves/index';
import { paintItem } from '#core/drawing/paint';
import type { PaintedPath } from '#core/drawing/painted';
import {
  findCurve,
  isLettering,
  isOrnaments,
  letteringsOn,
  type Curve,
  type CurveShape,
  type Item,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import type { Result } from '#core/result';
import { letteringTrack } from '#core/setting/line/corners';
import { settingOf } from '#core/setting/settingOf';
import { ornamentsBetween, setsOn, type SetOrnaments } from '#core/setting/space/ornaments';
import { useCorrections } from '~/composables/useCorrections';
import { useProof } from '~/composables/useProof';
import { useFaces } from './faces';
import type { createSelection } from './selection';
import { useView } from './view';

/**
 * What follows from the piece on the bench: where curves run, how lettering is set and painted, what the proof finds.
 *
 * @param finish called where evening out, found later, asks for another size of a curve or other rooms
 */
export function createDerived(
  piece: Readonly<ShallowRef<Piece | null>>,
  { selectedId, selectedLettering }: Pick<ReturnType<typeof createSelection>, 'selectedId' | 'selectedLettering'>,
  finish: (lettering: Lettering, shape: CurveShape | null) => void,
) {
  const faces = useFaces();
  const view = useView();
  const tracks = computed((): ReadonlyMap<string, Result<Track>> => (piece.value ? tracksOf(piece.value) : new Map()));
  const { corrections, shown, settled } = useCorrections(
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
   * The same once the sheet has been painted, for what is beside it: strip, gaps and panels. A keystroke or a drag is
   * on the sheet first; another lettering is shown at once.
   */
  const shownSetting = useFollowing(
    () => selectedSetting.value,
    (now, shown) => now?.lettering.id !== shown?.lettering.id,
  );
  const facesReady = computed(() =>
    (piece.value?.items ?? []).every((item) => !isLettering(item) || faces.loaded.has(item.faceId)),
  );
  const { findings, proofRead, proofStopped, readAgain } = useProof(
    piece,
    corrections,
    computed(() => facesReady.value && settled.value),
    () => faces.listing.filter((one) => one.embedding !== '').map((one) => one.id),
  );

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
    tracks,
    trackOf,
    trackUnder,
    corrections,
    settled,
    settings,
    ornaments,
    painted,
    selectedSetting,
    shownSetting,
    facesReady,
    findings,
    proofRead,
    proofStopped,
    readAgain,
    curveOf,
    on,
  };
}
