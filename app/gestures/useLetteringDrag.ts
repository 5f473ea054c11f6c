import type { EditLabel } from '#core/editing/labels';
import { anchoredAt, seenFromCurve, slideAlong } from '#core/setting/hand/grips';
import { bandMiddle, pullAcross, type Band } from '#core/setting/hand/pullAcross';
import { movedTo } from '#core/editing/edits/operations';
import { rewrite } from '#core/editing/edits/reseat';
import type { Track } from '#core/curves/index';
import type { Vec } from '#core/geometry/vec';
import { wrap } from '#core/geometry/wrap';
import { setStep } from '#core/piece/steps/index';
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

/** How long it is held over another curve before it goes there, ms. */
const HOLD_MS = 450;

/** A pull of lettering: from where to where on the sheet, how near things snap, mm, and whether it is turned over. */
interface Pulled {
  readonly from: Vec;
  readonly to: Vec;
  readonly snap: number;
  readonly over: boolean;
}

const wrapHalf = (u: number, closed: boolean): number => (closed ? u - Math.round(u) : u);

/** How far something was pulled along a curve and across it, mm. */
function pulled(track: Track, from: Vec, to: Vec): { readonly awayMm: number; readonly offMm: number } {
  const [before, after] = [seenFromCurve(track, from), seenFromCurve(track, to)];
  return {
    awayMm: Math.abs(wrapHalf(after.u - before.u, isClosed(track))) * track.path.lengthMm,
    offMm: Math.abs(after.outwardMm - before.outwardMm),
  };
}

/** What the label of an edit says that slides, shifts or does both, or turns the letters over. */
const edited = (slides: boolean, shifts: boolean, over: boolean): EditLabel =>
  over ? 'Turn over' : slides && shifts ? 'Move lettering' : slides ? 'Slide along the curve' : 'Shift baseline';

/** Why lettering does not follow along its curve. */
const FILLED = 'kept filled between its bookends: move these';

/** What the keys do while lettering is dragged. */
const KEYS = 'Shift turns it over, Ctrl puts it on the curve beneath, Alt lets nothing snap, Esc takes it back.';

/** The bookends of lettering that is turned over, which says itself where they are: opposite where they were so. */
function endsOf(was: Lettering, now: Lettering, track: Track): Lettering['bookends'] {
  if (!isClosed(track) || was.bookends.startU !== was.bookends.endU) return now.bookends;
  const opposite = wrap(anchoredAt(now, track) + 0.5);
  return { startU: opposite, endU: opposite };
}

/** Tells whether the pointer has rested over the same curve for long enough. */
function heldOver() {
  let now: Curve | null = null,
    held = false,
    timer = 0;
  const end = (): void => window.clearTimeout(timer);
  return {
    /** The curve that is meant; `later` is called when one becomes so without a move. */
    is(curve: Curve | null, atOnce: boolean, later: (curve: Curve) => void): Curve | null {
      if (curve?.id !== now?.id) {
        end();
        now = curve;
        held = false;
        if (curve)
          timer = window.setTimeout(() => {
            held = true;
            later(curve);
          }, HOLD_MS);
      }
      return now && (held || atOnce) ? now : null;
    },
    end,
  };
}

/**
 * Drags lettering along its curve, off it, or onto another one; a click on what is selected picks a letter or a gap.
 */
export function useLetteringDrag({ at, snapMm, tell, hush, curveNear }: SheetPointer) {
  const store = usePiece();
  const view = useView();
  const letters = useLetterNudge();
  const gaps = useGaps();

  const fixed = (lettering: Lettering, track: Track): boolean =>
    lettering.fit.kept && placedByBookends(lettering, isClosed(track));

  /** Slides it along its curve; what is kept filled stays between its bookends. */
  function slide(lettering: Lettering, track: Track, from: Vec, to: Vec, snap: number, gesture: string): void {
    if (fixed(lettering, track)) {
      tell(FILLED, to);
      return;
    }
    const grip = slideAlong(lettering, track, from, to, snap);
    store.set('Slide along the curve', lettering.id, ['anchor'], grip.value, gesture);
    tell(grip.label, to, grip.snapped);
  }

  /**
   * Lets it follow the pointer along and across its curve at once. What is pulled along alone keeps its distance, what
   * is pulled across alone its place, until the pointer leaves that by as much as things snap.
   */
  function follow(lettering: Lettering, track: Track, { from, to, snap, over }: Pulled, gesture: string): void {
    const along = slideAlong(lettering, track, from, to, snap);
    const across = acrossOf(lettering, track, { from, to, snap, over });
    const { awayMm, offMm } = pulled(track, from, to);
    const slides = !fixed(lettering, track) && (awayMm > snap || awayMm >= offMm);
    const shifts = over || offMm > snap || offMm > awayMm;
    const seated = shifts ? across.value : lettering;
    const anchor = slides ? { ...seated.anchor, at: along.value.at, startOffsetMm: 0 } : seated.anchor;
    const piece = store.piece!;
    const now = findLettering(piece, lettering.id)!;
    const ends = endsOf(lettering, { ...seated, anchor }, track);
    const problem = store.edit(
      edited(slides, shifts, over),
      [
        setStep(piece, lettering.id, ['anchor'], anchor),
        setStep(piece, lettering.id, ['seat'], seated.seat),
        ...(now.seat.tops === seated.seat.tops ? [] : [setStep(piece, lettering.id, ['bookends'], ends)]),
      ],
      gesture,
    );
    const ways = [...(slides ? [along] : []), ...(shifts ? [across] : [])];
    // What does not follow says why.
    const said = ways.map(({ label }) => label).join(', ') || FILLED;
    tell(
      problem?.message ?? said,
      to,
      ways.some(({ snapped }) => snapped),
    );
  }

  /** The seat to which it is pulled; the bands of what else stands on its curve draw it. */
  function acrossOf(lettering: Lettering, track: Track, { from, to, snap, over }: Pulled) {
    const set = store.settings.get(lettering.id);
    const heights = set?.ok ? set.value.heights : { lowerMm: 0, upperMm: 0 };
    const neighbours = store.on(lettering.curveId).flatMap((one): Band[] => {
      const other = store.settings.get(one.id);
      if (one.id === lettering.id || one.hidden || one.seat.hold || !other?.ok) return [];
      return [{ name: `“${one.wording.slice(0, 16)}”`, middleMm: bandMiddle(one, other.value.heights) }];
    });
    return pullAcross(lettering, heights, track, { from, to, snapMm: snap / 2, over, neighbours });
  }

  /** Along its curve alone, by the mark of its anchor. */
  function dragAnchor(event: PointerEvent, lettering: Lettering): void {
    const track = store.trackUnder(lettering);
    if (!track || lettering.locked) return;
    const from = at(event);
    startDrag(event, {
      of: lettering.id,
      move: (next, gesture) => slide(lettering, track, from, at(next), next.altKey ? 0 : snapMm(), gesture),
      end: hush,
    });
  }

  /**
   * Follows the pointer. It goes to another curve only when it is held over that for a moment, or at once with Ctrl.
   */
  function dragLettering(event: PointerEvent, lettering: Lettering): void {
    const again = store.selectedId === lettering.id && store.selection.length === 1;
    store.select([lettering.id]);
    const from = at(event);
    const track = store.trackUnder(lettering);
    if (!track || lettering.locked) return;
    const hit = letters.hitOn(lettering, from);
    const single = again && letters.isPicked(hit) ? hit : null;
    const over = heldOver();
    let onto: Curve | null = null;
    let drag = '';
    startDrag(event, {
      of: lettering.id,
      hint: single ? '' : KEYS,
      move: (next, gesture) => {
        const to = at(next),
          snap = next.altKey ? 0 : snapMm();
        drag = gesture;
        if (single) {
          const way = letters.inFrameOf(single, lettering, { x: to.x - from.x, y: to.y - from.y });
          tell(letters.nudge(lettering, single.from, way.along, way.off, gesture), to);
          return;
        }
        const other = otherCurveUnder(to, lettering.curveId);
        const show = (curve: Curve | null): void => {
          onto = curve;
          if (curve) tell(`onto ${curve.name}`, to, true);
        };
        show(over.is(other, next.ctrlKey || next.metaKey, show));
        if (!onto) follow(lettering, track, { from, to, snap, over: next.shiftKey }, gesture);
      },
      end: (last, moved) => {
        over.end();
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
      takenBack: over.end,
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

  return { dragLettering, dragAnchor };
}
