import type { Vec } from '#core/geometry/vec';
import type { CurveShape } from '#core/piece/types';
import type { Problem } from '#core/result';
import { useView } from '~/stores/view';
import { useFreehand } from './useFreehand';
import { usePen } from './usePen';
import { useThroughPoints } from './useThroughPoints';

/** What a tool that draws place by place needs. */
export interface DraftPorts {
  /** Where a pointer is on the sheet, mm. */
  readonly at: (event: MouseEvent) => Vec;
  /** Ends the draft with a curve, which goes into the piece. */
  readonly finishWith: (shape: CurveShape) => void;
  /** What is wrong with the draft; '' for nothing. */
  readonly problem: Ref<string>;
}

/**
 * Curves that are drawn place by place: through points, with the pen, freehand. Nothing is in the piece until it is
 * finished.
 */
export function usePointTools({ at, add }: Pick<DraftPorts, 'at'> & { add: (shape: CurveShape) => Problem | null }) {
  const view = useView();
  const problem = ref('');
  const ports: DraftPorts = {
    at,
    problem,
    finishWith(shape) {
      const wrong = add(shape);
      if (wrong) {
        problem.value = wrong.message;
        return;
      }
      clear();
      view.tool = 'letter';
    },
  };
  const through = useThroughPoints(ports),
    pen = usePen(ports),
    freehand = useFreehand(ports);
  const busy = computed(
    () => through.points.value.length > 0 || pen.nodes.value.length > 0 || freehand.hand.value.length > 0,
  );

  function clear(): void {
    through.clear();
    pen.clear();
    freehand.clear();
    problem.value = '';
  }

  /** A press on the desk with one of these tools in hand. */
  function down(event: PointerEvent): void {
    problem.value = '';
    if (view.tool === 'pen') pen.down(event);
    else if (view.tool === 'sketch') freehand.down(event);
    else through.down(event);
  }

  function move(event: PointerEvent): void {
    if (view.tool === 'pen') pen.move(event);
  }

  /** What Enter and a double click do. */
  function finish(): void {
    if (view.tool === 'pen') pen.finish(false);
    else if (view.tool === 'sketch') freehand.finish();
    else if (view.tool === 'points' && through.points.value.length > 1) through.finish();
  }

  watch(() => view.tool, clear);
  return {
    problem,
    busy,
    down,
    move,
    clear,
    finish,
    points: through.points,
    fits: through.fits,
    fit: through.fit,
    pointAt: through.pointAt,
    keepFit: through.finish,
    nodes: pen.nodes,
    hover: pen.hover,
    finishPen: pen.finish,
    hand: freehand.hand,
    smoothness: freehand.smoothness,
    sketch: freehand.sketch,
    keepSketch: freehand.finish,
    calm: freehand.calm,
  };
}

export type PointTools = ReturnType<typeof usePointTools>;
