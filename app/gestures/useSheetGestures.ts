import { nanoid } from 'nanoid';
import { draft, draftAt, type DraggedKind } from '#core/curves/draft';
import { curveKind } from '#core/curves/index';
import { moveBy } from '#core/curves/similarity';
import { movedTo, resizeSteps, transformSteps } from '#core/editing/edits/operations';
import { rewrite } from '#core/editing/edits/reseat';
import { distance, type Vec } from '#core/geometry/vec';
import { readableInk } from '#core/editing/edits/readableInk';
import { freeName, makeCurve } from '#core/piece/make';
import { setStep } from '#core/piece/steps/index';
import { isCurve, type Curve, type CurveShape, type Lettering } from '#core/piece/types';
import type { Problem } from '#core/result';
import { isClosed, nearestNamed } from '#core/setting/line/anchorPlaces';
import { placedByBookends } from '#core/setting/space/fill';
import { gapAt } from '#core/setting/space/gaps';
import { anchoredAt, goesAlong, moveBookend, seenFromCurve, shiftOff, slideAlong } from '#core/setting/hand/grips';
import { setDown } from '#core/setting/hand/setDown';
import { shareRing } from '#core/setting/hand/shareRing';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { useCurveEdits } from '../composables/useCurveEdits';
import { startDrag } from './useDrag';
import { useGaps } from '../composables/useGaps';
import { useLetterNudge } from './useLetterNudge';
import { SNAP_PX, useSnapping } from './useSnapping';

/** Pixels within which a click belongs to a curve. */
const REACH_PX = 48;
/** Pixels within which lettering that is dragged off its curve is let go on another one. */
const DROP_PX = 7;
const round = (value: number): number => Math.round(value * 100) / 100;
const rounded = ({ x, y }: Vec): Vec => ({ x: round(x), y: round(y) });

/** Everything that the pointer does on the sheet, as edits of the piece. */
export function useSheetGestures(surface: Ref<SVGSVGElement | null>) {
  const store = usePiece();
  const view = useView();
  const { snap } = useSnapping();
  const edits = useCurveEdits();
  const letters = useLetterNudge();
  const gaps = useGaps();

  /** The place of a pointer on the sheet, mm. */
  function at(event: MouseEvent): Vec {
    const box = surface.value!.getBoundingClientRect();
    return view.toSheet({ x: event.clientX - box.left, y: event.clientY - box.top });
  }
  /** A dragged length comes in steps that a person would type: the least that is a pixel or more. */
  const tidyMm = (mm: number): number => {
    const step = [0.01, 0.05, 0.1, 0.5, 1, 5].find((one) => one * view.scale >= 1) ?? 10;
    return round(Math.round(mm / step) * step);
  };
  const snapMm = (): number => SNAP_PX / view.scale;
  const tell = (text: string, where: Vec, snapped = false): void => {
    view.label = { text, at: where, snapped };
  };
  const hush = (): void => {
    view.label = null;
  };

  function pan(event: PointerEvent): void {
    let last = { x: event.clientX, y: event.clientY };
    startDrag(event, {
      move: (next) => {
        view.panBy(next.clientX - last.x, next.clientY - last.y);
        last = { x: next.clientX, y: next.clientY };
      },
    });
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
        const to = at(next);
        drag = gesture;
        if (single) {
          const way = letters.inFrameOf(single, lettering, { x: to.x - from.x, y: to.y - from.y });
          tell(letters.nudge(lettering, single.from, way.along, way.off, gesture), to);
          return;
        }
        along ??= goesAlong(track, from, to);
        if (along && lettering.fit.kept && placedByBookends(lettering, isClosed(track))) {
          tell('kept filled between its bookends: move these', to);
        } else if (along) {
          const grip = slideAlong(lettering, track, from, to, next.altKey ? 0 : snapMm());
          store.set('Slide along the curve', lettering.id, ['anchor'], grip.value, gesture);
          tell(grip.label, to, grip.snapped);
        } else if ((onto = otherCurveUnder(to, lettering.curveId))) {
          tell(`onto ${onto.name}`, to, true);
        } else {
          const grip = shiftOff(lettering, track, from, to, next.altKey ? 0 : snapMm() / 2);
          const problem = store.set('Shift baseline', lettering.id, ['seat', 'baselineShiftMm'], grip.value, gesture);
          tell(problem?.message ?? grip.label, to, grip.snapped);
        }
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
    const now = store.piece!.items.find(
      (item): item is Lettering => item.type === 'lettering' && item.id === lettering.id,
    );
    if (!track || !now) return;
    const { u } = seenFromCurve(track, where);
    const near = nearestNamed(track, u);
    const problem = store.edit(
      'Move to another curve',
      rewrite(store.piece!, now, movedTo(lettering, curve.id, track, near.mm <= snapMm() * 2 ? near.place.u : u)),
      gesture,
    );
    if (problem) store.news = { kind: 'warning', text: problem.message };
  }

  function dragBookend(event: PointerEvent, lettering: Lettering, which: 'start' | 'end'): void {
    const track = store.trackUnder(lettering);
    if (!track) return;
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const grip = moveBookend(lettering, track, which, to, next.altKey ? 0 : snapMm());
        store.set('Move bookend', lettering.id, ['bookends'], grip.value, gesture);
        tell(grip.label, to, grip.snapped);
      },
      end: hush,
    });
  }

  /** Sets the shape of a curve within a gesture and tells of it, or why not. */
  function reshape(label: string, curve: Curve, shape: CurveShape, gesture: string, where: Vec, snapped = ''): void {
    const kind = curveKind(shape);
    const problem = kind.problem(shape) ?? store.set(label, curve.id, ['shape'], shape, gesture);
    tell(problem?.message ?? (snapped || kind.sizeLabel(shape)), where, snapped !== '');
  }

  function dragHandle(event: PointerEvent, curve: Curve, handleId: string): void {
    if (curve.locked) return;
    const kind = curveKind(curve.shape);
    const grab = kind.handles(curve.shape).find((handle) => handle.id === handleId)!.at;
    const pointer = at(event);
    const offset = { x: grab.x - pointer.x, y: grab.y - pointer.y };
    const label = handleId === 'centre' ? 'Move curve' : handleId.startsWith('node') ? 'Move node' : 'Change curve';
    startDrag(event, {
      move: (next, gesture) => {
        const here = at(next);
        const { to, reason } = snap({ x: here.x + offset.x, y: here.y + offset.y }, next, curve.id);
        reshape(
          label,
          curve,
          tidied(kind.moveHandle(curve.shape, handleId, reason ? to : rounded(to))),
          gesture,
          here,
          reason,
        );
      },
      end: hush,
    });
  }

  /**
   * The edge of a curve, taken anywhere: of a circle or an arc it changes the radius, of a parallel the distance; any
   * other curve it moves.
   */
  function dragEdge(event: PointerEvent, curve: Curve): void {
    store.select([curve.id]);
    const { shape } = curve;
    if (curve.locked || shape.kind === 'midway') return;
    const from = at(event);
    const track = store.trackOf(curve.id);
    if (!track) return;
    const slack = 'radiusMm' in shape ? shape.radiusMm - distance(track.centre, from) : 0;
    const parent = shape.kind === 'parallel' ? store.trackOf(shape.of) : null;
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        if (shape.kind === 'circle' || shape.kind === 'arc') {
          reshape(
            'Change radius',
            curve,
            tidied({ ...shape, radiusMm: distance(track.centre, to) + slack }),
            gesture,
            to,
          );
        } else if (shape.kind === 'parallel' && parent) {
          reshape(
            'Change distance',
            curve,
            { ...shape, distanceMm: tidyMm(seenFromCurve(parent, to).outwardMm) },
            gesture,
            to,
          );
        } else {
          const moved = { x: track.centre.x + to.x - from.x, y: track.centre.y + to.y - from.y };
          const { to: centre, reason } = snap(moved, next, curve.id);
          const by = moveBy(rounded({ x: centre.x - track.centre.x, y: centre.y - track.centre.y }));
          reshape('Move curve', curve, curveKind(shape).transform(shape, by), gesture, to, reason || 'moved');
        }
      },
      end: hush,
    });
  }

  /** The two handles at the corner of a curve: one resizes the curve alone, one the letters with it. */
  function dragResize(event: PointerEvent, curve: Curve, withLetters: boolean): void {
    const track = store.trackOf(curve.id);
    if (!track || curve.locked) return;
    const { piece } = store;
    const begun = distance(track.centre, at(event));
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const k = Math.max(0.02, Math.round((distance(track.centre, to) / begun) * 200) / 200);
        const made = resizeSteps(piece!, curve, k, withLetters);
        if (!made.ok) return;
        // Steps are made from the piece as it was when the drag began; what they replace is read now.
        const steps = made.value.map((step) =>
          step.kind === 'set' ? setStep(store.piece!, step.id, step.path, step.value) : step,
        );
        const problem = store.edit(withLetters ? 'Resize curve and letters' : 'Resize curve', steps, gesture);
        tell(problem?.message ?? `${withLetters ? 'curve and letters' : 'curve only'} ${(k * 100).toFixed(1)} %`, to);
      },
      end: hush,
    });
  }

  const tidied = (shape: CurveShape): CurveShape =>
    shape.kind === 'circle' || shape.kind === 'arc' ? { ...shape, radiusMm: tidyMm(shape.radiusMm) } : shape;

  /** Puts a new curve on the sheet, selected. */
  function addCurve(shape: CurveShape, gesture?: string): Problem | null {
    const kind = curveKind(shape);
    const problem = kind.problem(shape);
    if (problem) return problem;
    const item = makeCurve(nanoid(8), freeName(store.piece!, kind.title), shape);
    return store.edit(
      `Add ${kind.title.toLowerCase()}`,
      [{ kind: 'insert', index: store.piece!.items.length, item }],
      gesture,
      [item.id],
    );
  }

  /** Adds a curve by one drag; a mere click gives one of a fitting size. */
  function drawCurve(event: PointerEvent, kindName: DraggedKind): void {
    const from = rounded(snap(at(event), event).to);
    let id: string | null = null;
    startDrag(event, {
      move: (next, gesture) => {
        const { to, reason } = snap(at(next), next, id);
        const shape = draft(kindName, from, to, tidyMm);
        if (curveKind(shape).problem(shape)) return;
        if (id) store.set('Change curve', id, ['shape'], shape, gesture);
        else if (!addCurve(shape, gesture)) id = store.selectedId;
        tell(reason || curveKind(shape).sizeLabel(shape), to, reason !== '');
      },
      end: () => {
        if (!id) addCurve(draftAt(kindName, from, store.piece!.sheet));
        hush();
        view.tool = 'letter';
      },
    });
  }

  /** The curve nearest to a place, if it is near enough to be meant. */
  function curveNear(where: Vec, reachPx = REACH_PX): Curve | null {
    let best: Curve | null = null;
    let bestMm = reachPx / view.scale;
    for (const curve of store.piece!.items.filter(isCurve)) {
      const track = store.trackOf(curve.id);
      if (!track || curve.hidden) continue;
      const away = Math.abs(seenFromCurve(track, where).outwardMm);
      // Of two curves equally near the one painted later lies on top.
      if (away <= bestMm) {
        best = curve;
        bestMm = away;
      }
    }
    return best;
  }

  /** Sets a new lettering where the pointer is. Gives false when no curve is near. */
  function letterAt(where: Vec, on?: Curve): boolean {
    const curve = on ?? curveNear(where);
    const track = curve && store.trackOf(curve.id);
    if (!curve || !track) return false;
    const id = nanoid(8);
    const like = store.on(curve.id).at(-1) ?? null;
    const alone = setDown(
      id,
      curve,
      track,
      where,
      like,
      Math.max(snapMm() * 3, 1),
      readableInk(store.piece!, where, store.trackOf),
    );
    const sets = store.on(curve.id).flatMap((one) => {
      const set = store.settings.get(one.id);
      return set?.ok ? [set.value] : [];
    });
    const shared = shareRing(track, anchoredAt(alone, track), alone.seat.tops, sets);
    const problem = store.edit(
      'Set lettering',
      [
        ...(shared?.others ?? []).map((one) => setStep(store.piece!, one.id, ['bookends'], one.bookends)),
        {
          kind: 'insert',
          index: store.piece!.items.length,
          item: shared ? { ...alone, bookends: shared.bookends } : alone,
        },
      ],
      undefined,
      [id],
    );
    if (problem) {
      tell(problem.message, where);
      return true;
    }
    view.tool = 'pick';
    return true;
  }

  /** Cuts the curve where the pointer is. Gives false when no curve is near. */
  function cutAt(where: Vec, on?: Curve): boolean {
    const curve = on ?? curveNear(where);
    if (!curve || !edits.cutAt(curve, where, snapMm() * 2)) return false;
    view.tool = 'pick';
    return true;
  }

  /** Moves a lettering by keys: along its curve, or off it. */
  function nudgeLettering(lettering: Lettering, alongMm: number, offMm: number): void {
    const gesture = `nudge-${lettering.id}-${alongMm !== 0 ? 'along' : 'off'}`.slice(0, 60) + nudgeRun();
    const { anchor, seat } = lettering;
    const track = store.trackUnder(lettering);
    const fixed = lettering.fit.kept && track !== null && placedByBookends(lettering, isClosed(track));
    if (alongMm && fixed) store.news = { kind: 'info', text: 'It is kept filled between its bookends: move these.' };
    else if (alongMm)
      store.set(
        'Slide along the curve',
        lettering.id,
        ['anchor', 'startOffsetMm'],
        round(anchor.startOffsetMm + alongMm),
        gesture,
      );
    if (offMm)
      store.set(
        'Shift baseline',
        lettering.id,
        ['seat', 'baselineShiftMm'],
        round(seat.baselineShiftMm + offMm),
        gesture,
      );
  }

  /** Moves a handle of a curve by keys. */
  function nudgeHandle(curve: Curve, handleId: string, dx: number, dy: number): void {
    if (curve.locked) return;
    const kind = curveKind(curve.shape);
    const { at: from } = kind.handles(curve.shape).find((handle) => handle.id === handleId)!;
    const shape = kind.moveHandle(curve.shape, handleId, { x: from.x + dx, y: from.y + dy });
    if (!kind.problem(shape))
      store.set('Change curve', curve.id, ['shape'], shape, `nudge-${curve.id}-${handleId}${nudgeRun()}`);
  }

  function nudgeCurve(curve: Curve, dx: number, dy: number): void {
    if (curve.locked) return;
    store.edit(
      'Move curve',
      transformSteps(store.piece!, curve, moveBy({ x: dx, y: dy })),
      `nudge-${curve.id}${nudgeRun()}`,
    );
  }

  return {
    at,
    pan,
    dragLettering,
    dragBookend,
    dragHandle,
    dragEdge,
    dragResize,
    drawCurve,
    addCurve,
    letterAt,
    cutAt,
    nudgeLettering,
    nudgeCurve,
    nudgeHandle,
  };
}

let run = nanoid(6);
/** Nudges belong to one gesture until the key is let go for good: until something else happens. */
export const nudgeRun = (): string => `-${run}`;
/** Ends a run of nudges, so that the next ones undo on their own. */
export const endNudges = (): void => {
  run = nanoid(6);
};
