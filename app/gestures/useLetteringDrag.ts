import { goesAlong, seenFromCurve, shiftOff, slideAlong } from '#core/setting/hand/grips';
import { movedTo } from '#core/editing/edits/operations';
import { rewrite } from '#core/editing/edits/reseat';
import type { Track } from '#core/curves/index';
import type { Vec } from '#core/geometry/vec';
import { findLettering, type Curve, type Lettering } from '#core/piece/types';
import { isClosed, nearestNamed } from '#core/setting/line/anchorPlaces';
import { placedByBookends } from '#core/setting/space/fill';
import { gapAt } from '#core/setting/space/gaps';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { useGaps } from '../composables/useGaps';
import { startDrag } from './startDrag';
import { useLetterNudge } from './useLetterNudge';
import type { SheetPointer } from './useSheetPointer';

/** Pixels within which lettering that is dragged off its curve is let go on another one. */
const DROP_PX = 7;

/**
 * Drags lettering along its curve, off it, or onto another one; a click on what is selected picks a letter or a gap.
 */
export function useLetteringDrag({ at, snapMm, tell, hush, curveNear }: SheetPointer) {
  const store = usePiece();
  const view = useView();
  const letters = useLetterNudge();
  const gaps = useGaps();

  /** Slides it along its curve; what is kept filled stays between its bookends. */
  function slide(lettering: Lettering, track: Track, from: Vec, to: Vec, snap: number, gesture: string): void {
    if (lettering.fit.kept && placedByBookends(lettering, isClosed(track))) {
      tell('kept filled between its bookends: move these', to);
      return;
    }
    const grip = slideAlong(lettering, track, from, to, snap);
    store.set('Slide along the curve', lettering.id, ['anchor'], grip.value, gesture);
    tell(grip.label, to, grip.snapped);
  }

  function shift(lettering: Lettering, track: Track, from: Vec, to: Vec, snap: number, gesture: string): void {
    const grip = shiftOff(lettering, track, from, to, snap / 2);
    const problem = store.set('Shift baseline', lettering.id, ['seat', 'baselineShiftMm'], grip.value, gesture);
    tell(problem?.message ?? grip.label, to, grip.snapped);
  }

  /** Along the curve it slides, off the curve it shifts: the first few pixels decide which. */
  function dragLettering(event: PointerEvent, lettering: Lettering): void {
    const again = store.selectedId === lettering.id && store.selection.length === 1;
    store.select([lettering.id]);
    const from = at(event);
    const track = store.trackUnder(lettering);
    if (!track) return;
    const hit = letters.hitOn(lettering, from);
    const single = again && letters.isPicked(hit) ? hit : null;
    let along: boolean | null = null;
    let onto: Curve | null = null;
    let drag = '';
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next),
          snap = next.altKey ? 0 : snapMm();
        drag = gesture;
        if (single) {
          const way = letters.inFrameOf(single, lettering, { x: to.x - from.x, y: to.y - from.y });
          tell(letters.nudge(lettering, single.from, way.along, way.off, gesture), to);
          return;
        }
        along ??= goesAlong(track, from, to);
        onto = along ? null : otherCurveUnder(to, lettering.curveId);
        if (along) slide(lettering, track, from, to, snap, gesture);
        else if (onto) tell(`onto ${onto.name}`, to, true);
        else shift(lettering, track, from, to, snap, gesture);
      },
      end: (last, moved) => {
        hush();
        if (onto) dropOnto(lettering, onto, at(last), drag);
        // A click on letters that are selected already picks the one that is meant.
        const gap = !moved && again ? gapHere(lettering, from) : null;
        if (gap) gaps.pick(gap.at, last.shiftKey);
        else if (!moved && again && hit) {
          gaps.letGo();
          letters.pick(hit);
        } else if (!single) view.range = null;
      },
    });
  }

  /** The gap of a lettering under a place, in the white between its letters. */
  const gapHere = (lettering: Lettering, where: Vec) => {
    const set = store.settings.get(lettering.id);
    return set?.ok ? gapAt(set.value, where, 2 / view.scale) : null;
  };

  /** A curve right under the pointer that is not the lettering's own, for letting it go there. */
  function otherCurveUnder(where: Vec, ownId: string): Curve | null {
    const near = curveNear(where, DROP_PX);
    return near && near.id !== ownId && !near.locked ? near : null;
  }

  /** Lets a lettering go on another curve: anchored where it was let go, as part of the drag. */
  function dropOnto(lettering: Lettering, curve: Curve, where: Vec, gesture: string): void {
    const track = store.trackOf(curve.id);
    const now = findLettering(store.piece!, lettering.id);
    if (!track || !now) return;
    const { u } = seenFromCurve(track, where);
    const near = nearestNamed(track, u);
    const problem = store.edit(
      'Move to another curve',
      rewrite(store.piece!, now, movedTo(lettering, curve.id, track, near.mm <= snapMm() * 2 ? near.place.u : u)),
      gesture,
    );
    if (problem) store.notice = { kind: 'warning', text: problem.message };
  }

  return { dragLettering };
}
