import type { Vec } from '#core/geometry/vec';
import { isCurve, type Curve, type CurveShape } from '#core/piece/types';
import { seenFromCurve } from '#core/setting/hand/grips';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { SNAP_PX, useSnapping, type Snapped } from './useSnapping';

/** Pixels within which a click belongs to a curve. */
const REACH_PX = 48;
/** Lengths to which a dragged one is rounded, mm; beyond them 10. */
const STEPS_MM = [0.01, 0.05, 0.1, 0.5, 1, 5] as const;

/** To the hundredth of a mm. */
export const roundMm = (value: number): number => Math.round(value * 100) / 100;
export const roundPoint = ({ x, y }: Vec): Vec => ({ x: roundMm(x), y: roundMm(y) });

/** What the gestures on the sheet share: where the pointer is, what it comes to rest on, and what is told beside it. */
export function useSheetPointer(surface: Ref<SVGSVGElement | null>) {
  const store = usePiece();
  const view = useView();
  const { snap } = useSnapping();

  /** The place of a pointer on the sheet, mm. */
  function at(event: MouseEvent): Vec {
    const box = surface.value!.getBoundingClientRect();
    return view.toSheet({ x: event.clientX - box.left, y: event.clientY - box.top });
  }
  /** A dragged length comes in steps that a person would type: the least that is a pixel or more. */
  const tidyMm = (mm: number): number => {
    const step = STEPS_MM.find((one) => one * view.scale >= 1) ?? 10;
    return roundMm(Math.round(mm / step) * step);
  };
  /** A round shape whose radius comes in such steps; others as they are. */
  const tidied = (shape: CurveShape): CurveShape =>
    shape.kind === 'circle' || shape.kind === 'arc' ? { ...shape, radiusMm: tidyMm(shape.radiusMm) } : shape;
  /** The same, but for a radius that was drawn to something: that is kept as it is. */
  function tidiedUnlessDrawn(shape: CurveShape, to: Vec, { drawn }: Snapped): CurveShape {
    if (shape.kind !== 'circle' && shape.kind !== 'arc') return shape;
    const across = Math.abs(to.x - shape.centre.x) >= Math.abs(to.y - shape.centre.y);
    return (across ? drawn.x : drawn.y) ? shape : tidied(shape);
  }
  /** How near something must be to draw what is dragged, mm. */
  const snapMm = (): number => SNAP_PX / view.scale;
  const tell = (text: string, where: Vec, snapped = false): void => {
    view.label = { text, at: where, snapped };
  };
  const hush = (): void => {
    view.label = null;
  };

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

  return { at, tidyMm, tidied, tidiedUnlessDrawn, snapMm, snap, tell, hush, curveNear };
}

export type SheetPointer = ReturnType<typeof useSheetPointer>;
