import type { EditLabel } from '#core/editing/labels';
import { bendThrough, holdOf, straightened, type Hold } from '#core/curves/bendThrough';
import { curveKind } from '#core/curves/index';
import { chordOf, riseOf } from '#core/shapes/arc';
import { moveBy } from '#core/shapes/similarity';
import { bendSteps, resizeSteps } from '#core/editing/edits/operations';
import { distance, type Vec } from '#core/geometry/vec';
import { readAnew } from '#core/piece/steps/index';
import { findCurve, type Curve, type CurveShape } from '#core/piece/types';
import { seenFromCurve } from '#core/setting/hand/grips';
import { usePiece } from '~/stores/piece';
import { startDrag } from './startDrag';
import { roundPoint, type SheetPointer } from './useSheetPointer';

/** Drags a curve: by one of its handles, by its edge, or by the two handles at its corner. */
export function useCurveDrag({ at, tidyMm, tidied, tidiedUnlessDrawn, snapMm, snap, tell, hush }: SheetPointer) {
  const store = usePiece();

  /** Sets the shape of a curve within a gesture and tells of it, or why not. */
  function reshape(label: EditLabel, curve: Curve, shape: CurveShape, gesture: string, where: Vec, snapped = ''): void {
    const kind = curveKind(shape);
    const problem = kind.problem(shape) ?? store.set(label, curve.id, ['shape'], shape, gesture);
    tell(problem?.message ?? (snapped || kind.sizeLabel(shape)), where, snapped !== '');
  }

  function dragHandle(event: PointerEvent, curve: Curve, handleId: string): void {
    if (curve.locked) return;
    // The middle of an arc is pulled like any other place of it.
    if (handleId === 'middle') {
      dragEdge(event, curve);
      return;
    }
    const kind = curveKind(curve.shape);
    const grab = kind.handles(curve.shape).find((handle) => handle.id === handleId)!.at;
    const pointer = at(event);
    const offset = { x: grab.x - pointer.x, y: grab.y - pointer.y };
    // With Shift a line stays level, upright or at 45° about its other end.
    const other = curve.shape.kind !== 'line' ? null : handleId === 'start' ? curve.shape.to : curve.shape.from;
    const label = handleId === 'centre' ? 'Move curve' : handleId.startsWith('node') ? 'Move node' : 'Change curve';
    startDrag(event, {
      of: curve.id,
      move: (next, gesture) => {
        const here = at(next);
        const snapped = snap({ x: here.x + offset.x, y: here.y + offset.y }, next, curve.id);
        const { reason } = snapped;
        const to = next.shiftKey && other ? straightened(other, snapped.to) : snapped.to;
        const shape = kind.moveHandle(curve.shape, handleId, reason ? to : roundPoint(to));
        reshape(label, curve, tidiedUnlessDrawn(shape, to, snapped), gesture, here, reason);
      },
      end: hush,
    });
  }

  /** Bends a line, an arc or a stretch of a drawn curve through the place to which it is pulled. */
  function bend(curve: Curve, hold: Hold | null, to: Vec, gesture: string): void {
    const shape = bendThrough(curve.shape, hold, to, snapMm() / 2);
    const steps = shape && bendSteps(store.piece!, findCurve(store.piece!, curve.id)!, shape);
    const problem = steps?.ok ? store.edit('Bend curve', steps.value, gesture) : steps?.problem;
    const said =
      shape?.kind === 'arc'
        ? `radius ${shape.radiusMm.toFixed(2)}, chord ${chordOf(shape).toFixed(2)}, rise ${riseOf(shape).toFixed(2)} mm`
        : shape?.kind === 'line'
          ? 'straight'
          : 'bent';
    tell(problem?.message ?? said, to, shape?.kind === 'line');
  }

  /**
   * The edge of a curve, taken anywhere: of a circle it changes the radius, of a parallel the distance; lines, arcs and
   * drawn curves are bent, or moved whole with Shift; any other curve is moved.
   */
  function dragEdge(event: PointerEvent, curve: Curve): void {
    store.select([curve.id]);
    const { shape } = curve;
    if (curve.locked || shape.kind === 'midway') return;
    const from = at(event);
    const track = store.trackOf(curve.id);
    if (!track) return;
    const slack = 'radiusMm' in shape ? shape.radiusMm - distance(track.centre, from) : 0;
    const hold = shape.kind === 'drawn' ? holdOf(shape, from) : null;
    const bends = shape.kind === 'line' || shape.kind === 'arc' || hold !== null;
    const parent = shape.kind === 'parallel' ? store.trackOf(shape.of) : null;
    startDrag(event, {
      of: curve.id,
      hint: bends ? 'Shift moves it whole, Alt lets nothing snap, Esc takes it back.' : '',
      move: (next, gesture) => {
        const to = at(next);
        if (bends && !next.shiftKey) {
          bend(curve, hold, snap(to, next, curve.id).to, gesture);
        } else if (shape.kind === 'circle') {
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
          const by = moveBy(roundPoint({ x: centre.x - track.centre.x, y: centre.y - track.centre.y }));
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
      of: curve.id,
      move: (next, gesture) => {
        const to = at(next);
        const k = Math.max(0.02, Math.round((distance(track.centre, to) / begun) * 200) / 200);
        const made = resizeSteps(piece!, curve, k, withLetters);
        if (!made.ok) return;
        const steps = readAnew(store.piece!, made.value);
        const problem = store.edit(withLetters ? 'Resize curve and letters' : 'Resize curve', steps, gesture);
        tell(problem?.message ?? `${withLetters ? 'curve and letters' : 'curve only'} ${(k * 100).toFixed(1)} %`, to);
      },
      end: hush,
    });
  }

  return { dragHandle, dragEdge, dragResize };
}
