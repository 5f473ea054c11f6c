import { nanoid } from 'nanoid';
import { curveKind } from '#core/curves/index';
import { clockAngleDeg, distance, type Vec } from '#core/geometry/vec';
import { freeName, makeCurve } from '#core/piece/make';
import { setStep } from '#core/piece/steps/index';
import { isCurve, type Curve, type CurveShape, type Lettering } from '#core/piece/types';
import { goesAlong, moveBookend, seenFromCurve, shiftOff, slideAlong } from '#core/setting/grips';
import { setDown } from '#core/setting/setDown';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from './useDrag';

/** Pixels within which a named place draws what is dragged. */
const SNAP_PX = 9;
/** Pixels within which a click belongs to a curve. */
const REACH_PX = 48;
const round = (value: number): number => Math.round(value * 100) / 100;
const rounded = ({ x, y }: Vec): Vec => ({ x: round(x), y: round(y) });

/** Everything that the pointer does on the sheet, as edits of the piece. */
export function useSheetGestures(surface: Ref<SVGSVGElement | null>) {
  const store = usePiece();
  const view = useView();

  /** The place of a pointer on the sheet, mm. */
  function at(event: MouseEvent): Vec {
    const box = surface.value!.getBoundingClientRect();
    return view.toSheet({ x: event.clientX - box.left, y: event.clientY - box.top });
  }
  /** A dragged radius comes in steps that a person would type: the least that is a pixel or more. */
  const tidyRadius = (mm: number): number => {
    const step = [0.01, 0.05, 0.1, 0.5, 1, 5].find((one) => one * view.scale >= 1) ?? 10;
    return round(Math.round(mm / step) * step);
  };
  const snapMm = (): number => SNAP_PX / view.scale;
  const tell = (text: string, where: Vec, snapped = false): void => { view.label = { text, at: where, snapped }; };
  const hush = (): void => { view.label = null; };

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
    store.select([lettering.id]);
    const from = at(event);
    const curve = store.curveOf(lettering);
    let along: boolean | null = null;
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        along ??= goesAlong(curve.shape, from, to);
        if (along) {
          const grip = slideAlong(lettering, curve, from, to, snapMm());
          store.set('Slide along the curve', lettering.id, ['anchor'], grip.value, gesture);
          tell(grip.label, to, grip.snapped);
        } else {
          const grip = shiftOff(lettering, curve, from, to, snapMm() / 2);
          const problem = store.set('Shift baseline', lettering.id, ['seat', 'baselineShiftMm'], grip.value, gesture);
          tell(problem?.message ?? grip.label, to, grip.snapped);
        }
      },
      end: hush,
    });
  }

  function dragBookend(event: PointerEvent, lettering: Lettering, which: 'start' | 'end'): void {
    const curve = store.curveOf(lettering);
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const grip = moveBookend(lettering, curve, which, to, snapMm());
        store.set('Move bookend', lettering.id, ['bookends'], grip.value, gesture);
        tell(grip.label, to, grip.snapped);
      },
      end: hush,
    });
  }

  /** Centre lines of the sheet draw a centre that comes near. */
  function centreSnap(to: Vec): { to: Vec; snapped: string } {
    const { sheet } = store.piece!;
    const middle = { x: sheet.widthMm / 2, y: sheet.heightMm / 2 };
    const onX = Math.abs(to.x - middle.x) < snapMm();
    const onY = Math.abs(to.y - middle.y) < snapMm();
    const snapped = onX && onY ? 'centre of the sheet' : onX || onY ? 'on the centre line' : '';
    return { to: { x: onX ? middle.x : to.x, y: onY ? middle.y : to.y }, snapped };
  }

  function dragHandle(event: PointerEvent, curve: Curve, handleId: string): void {
    store.select([curve.id]);
    const kind = curveKind(curve.shape);
    const grab = kind.handles(curve.shape).find((handle) => handle.id === handleId)?.at;
    const offset = handleId === 'centre' && grab ? { x: grab.x - at(event).x, y: grab.y - at(event).y } : { x: 0, y: 0 };
    startDrag(event, {
      move: (next, gesture) => {
        const pointer = at(next);
        const aim = { x: pointer.x + offset.x, y: pointer.y + offset.y };
        const { to, snapped } = handleId === 'centre' ? centreSnap(aim) : { to: aim, snapped: '' };
        const shape = tidy(kind.moveHandle(curve.shape, handleId, handleId === 'centre' ? rounded(to) : to));
        const problem = kind.problem(shape) ?? store.set(handleId === 'centre' ? 'Move curve' : 'Change curve', curve.id, ['shape'], shape, gesture);
        tell(problem?.message ?? (snapped || kind.sizeLabel(shape)), pointer, snapped !== '');
      },
      end: hush,
    });
  }

  /** The edge of a circle or an arc, taken anywhere, changes its radius by as much as the pointer moves out. */
  function dragEdge(event: PointerEvent, curve: Curve): void {
    store.select([curve.id]);
    const kind = curveKind(curve.shape);
    const centre = kind.centre(curve.shape);
    const slack = curve.shape.radiusMm - distance(centre, at(event));
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const shape = tidy({ ...curve.shape, radiusMm: distance(centre, to) + slack });
        const problem = kind.problem(shape) ?? store.set('Change radius', curve.id, ['shape'], shape, gesture);
        tell(problem?.message ?? `radius ${shape.radiusMm.toFixed(2)} mm`, to);
      },
      end: hush,
    });
  }

  const tidy = (shape: CurveShape): CurveShape => ({ ...shape, radiusMm: tidyRadius(shape.radiusMm) });

  /** Adds a curve by a drag from its centre; a mere click gives one of a fitting size. */
  function drawCurve(event: PointerEvent, kindName: 'circle' | 'arc'): void {
    const { to: centre } = centreSnap(at(event));
    const from = rounded(centre);
    const id = nanoid(8);
    const name = freeName(store.piece!, kindName === 'circle' ? 'Circle' : 'Arc');
    const { sheet } = store.piece!;
    const make = (radiusMm: number, towards: Vec): CurveShape => {
      if (kindName === 'circle') return { kind: 'circle', centre: from, radiusMm: tidyRadius(radiusMm) };
      const middle = radiusMm > 0 ? Math.round(clockAngleDeg(from, towards)) : 0;
      return { kind: 'arc', centre: from, radiusMm: tidyRadius(radiusMm), startDeg: middle - 60, sweepDeg: 120 };
    };
    const insert = (shape: CurveShape, gesture?: string): void => {
      const index = store.piece!.items.length;
      store.edit(`Add ${kindName}`, [{ kind: 'insert', index, item: makeCurve(id, name, shape) }], gesture, [id]);
    };
    let drawn = false;
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const shape = make(distance(from, to), to);
        if (curveKind(shape).problem(shape)) return;
        if (drawn) store.set(`Add ${kindName}`, id, ['shape'], shape, gesture);
        else insert(shape, gesture);
        drawn = true;
        tell(`radius ${shape.radiusMm.toFixed(2)} mm`, to);
      },
      end: () => {
        if (!drawn) insert(make(Math.min(sheet.widthMm, sheet.heightMm) * 0.35, { x: from.x, y: from.y - 1 }));
        hush();
        view.tool = 'letter';
      },
    });
  }

  /** The curve nearest to a place, if it is near enough to be meant. */
  function curveNear(where: Vec): Curve | null {
    let best: Curve | null = null;
    let bestMm = REACH_PX / view.scale;
    for (const curve of store.piece!.items.filter(isCurve)) {
      const away = Math.abs(seenFromCurve(curve.shape, where).outwardMm);
      // Of two curves equally near the one painted later lies on top.
      if (away <= bestMm) { best = curve; bestMm = away; }
    }
    return best;
  }

  /** Sets a new lettering where the pointer is. Gives false when no curve is near. */
  function letterAt(where: Vec, on?: Curve): boolean {
    const curve = on ?? curveNear(where);
    if (!curve) return false;
    const id = nanoid(8);
    const like = store.on(curve.id).at(-1) ?? null;
    const lettering = setDown(id, curve, where, like, Math.max(snapMm() * 3, 1));
    const problem = store.edit('Set lettering', [{ kind: 'insert', index: store.piece!.items.length, item: lettering }], undefined, [id]);
    if (problem) { tell(problem.message, where); return true; }
    view.tool = 'pick';
    return true;
  }

  /** Moves a lettering by keys: along its curve, or off it. */
  function nudgeLettering(lettering: Lettering, alongMm: number, offMm: number): void {
    const gesture = `nudge-${lettering.id}-${alongMm !== 0 ? 'along' : 'off'}`.slice(0, 60) + nudgeRun();
    const { anchor, seat } = lettering;
    if (alongMm) store.set('Slide along the curve', lettering.id, ['anchor', 'startOffsetMm'], round(anchor.startOffsetMm + alongMm), gesture);
    if (offMm) store.set('Shift baseline', lettering.id, ['seat', 'baselineShiftMm'], round(seat.baselineShiftMm + offMm), gesture);
  }

  function nudgeCurve(curve: Curve, dx: number, dy: number): void {
    const shape = curveKind(curve.shape).moveBy(curve.shape, { x: dx, y: dy });
    store.edit('Move curve', [setStep(store.piece!, curve.id, ['shape'], shape)], `nudge-${curve.id}${nudgeRun()}`);
  }

  return { at, pan, dragLettering, dragBookend, dragHandle, dragEdge, drawCurve, letterAt, curveNear, nudgeLettering, nudgeCurve };
}

let run = nanoid(6);
/** Nudges belong to one gesture until the key is let go for good: until something else happens. */
const nudgeRun = (): string => `-${run}`;
/** Ends a run of nudges, so that the next ones undo on their own. */
export const endNudges = (): void => { run = nanoid(6); };
