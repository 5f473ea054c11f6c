import { bestArc, bestCircle, bestEllipse, bestLine, likeliest } from '#core/curves/bestFit';
import { fitSketch } from '#core/import/sketch';
import { distance, type Vec } from '#core/geometry/vec';
import type { CurveNode, DrawnShape } from '#core/piece/shapes/drawn';
import type { CurveShape } from '#core/piece/types';
import type { Problem } from '#core/result';
import { useView } from '~/stores/view';
import { startDrag } from './useDrag';
import { SNAP_PX, useSnapping } from './useSnapping';

/** To the thousandth of a mm: a pointer is not finer, and the fields stay readable. */
const micron = (mm: number): number => Math.round(mm * 1000) / 1000;

type FitKind = 'circle' | 'arc' | 'ellipse' | 'line';

interface Ports {
  readonly at: (event: MouseEvent) => Vec;
  readonly add: (shape: CurveShape) => Problem | null;
}

/** Curves that are drawn place by place: through points, with the pen, freehand. Nothing is in the piece until it is kept. */
export function usePointTools({ at, add }: Ports) {
  const view = useView();
  const { snap } = useSnapping();
  const points = shallowRef<readonly Vec[]>([]);
  const nodes = shallowRef<readonly CurveNode[]>([]);
  const hover = shallowRef<Vec | null>(null);
  const hand = shallowRef<readonly Vec[]>([]);
  const smoothness = ref(0.35);
  const problem = ref('');

  /** What the clicked points could be, the likeliest first. */
  const fits = computed(() => {
    const list = points.value;
    if (list.length < 2) return [];
    const circle = bestCircle(list),
      arc = list.length > 2 ? bestArc(list) : null,
      ellipse = bestEllipse(list);
    const likely = likeliest(list);
    const line = circle && list.length > 2 ? null : bestLine(list);
    return [circle, arc, ellipse, line]
      .flatMap((fit) => (fit ? [fit] : []))
      .sort((a, b) => Number(b.shape.kind === likely) - Number(a.shape.kind === likely));
  });
  /** The one of them that is pointed at. */
  const pointedAt = ref<FitKind | null>(null);
  const pointAt = (kind: FitKind | null): void => {
    pointedAt.value = kind;
  };
  const fit = computed(() => fits.value.find((one) => one.shape.kind === pointedAt.value) ?? fits.value[0] ?? null);
  const sketch = computed(() =>
    hand.value.length > 2 ? fitSketch(hand.value, smoothness.value, Math.max(0.08, 0.6 / view.scale)) : null,
  );
  const busy = computed(() => points.value.length > 0 || nodes.value.length > 0 || hand.value.length > 0);

  function clear(): void {
    points.value = [];
    nodes.value = [];
    hand.value = [];
    hover.value = null;
    problem.value = '';
    pointedAt.value = null;
  }

  function keep(shape: CurveShape): void {
    const wrong = add(shape);
    if (wrong) {
      problem.value = wrong.message;
      return;
    }
    clear();
    view.tool = 'letter';
  }

  function penDown(event: PointerEvent): void {
    const { to } = snap(at(event), event);
    const first = nodes.value[0];
    if (first && nodes.value.length > 1 && distance(first.at, to) < SNAP_PX / view.scale) {
      finishPen(true);
      return;
    }
    const before = nodes.value;
    const corner: CurveNode = { kind: 'corner', at: to, back: null, ahead: null };
    nodes.value = [...before, corner];
    startDrag(event, {
      move: (next) => {
        const ahead = at(next);
        nodes.value = [
          ...before,
          { kind: 'symmetrical', at: to, ahead, back: { x: 2 * to.x - ahead.x, y: 2 * to.y - ahead.y } },
        ];
      },
    });
  }

  function finishPen(closed: boolean): void {
    // A double click leaves two nodes in one place: the second is none.
    const list = nodes.value.filter((node, i) => i === 0 || distance(node.at, nodes.value[i - 1]!.at) > 0.05);
    if (list.length < 2) {
      problem.value = 'A curve needs at least two nodes. Click once more.';
      return;
    }
    keep({ kind: 'drawn', nodes: list, closed } satisfies DrawnShape);
  }

  function sketchDown(event: PointerEvent): void {
    hand.value = [at(event)];
    problem.value = '';
    startDrag(event, {
      move: (next) => {
        hand.value = [...hand.value, at(next)];
      },
    });
  }

  /** A press on the desk with one of these tools in hand. */
  function down(event: PointerEvent): void {
    problem.value = '';
    if (view.tool === 'pen') penDown(event);
    else if (view.tool === 'sketch') sketchDown(event);
    else points.value = [...points.value, snap(at(event), event).to];
  }

  function move(event: PointerEvent): void {
    if (view.tool === 'pen' && nodes.value.length > 0) hover.value = snap(at(event), event).to;
  }

  function keepFit(kind?: FitKind): void {
    const wanted = kind ? fits.value.find((one) => one.shape.kind === kind) : fits.value[0];
    if (!wanted) {
      problem.value = 'These points are one and the same. Click another one beside it.';
      return;
    }
    const { shape } = wanted;
    if (shape.kind === 'line') {
      keep(shape);
      return;
    }
    const centre = { x: micron(shape.centre.x), y: micron(shape.centre.y) };
    if (shape.kind === 'ellipse')
      keep({
        ...shape,
        centre,
        radiusXMm: micron(shape.radiusXMm),
        radiusYMm: micron(shape.radiusYMm),
        turnDeg: micron(shape.turnDeg),
      });
    else if (shape.kind === 'arc')
      keep({
        ...shape,
        centre,
        radiusMm: micron(shape.radiusMm),
        startDeg: micron(shape.startDeg),
        sweepDeg: micron(shape.sweepDeg),
      });
    else keep({ ...shape, centre, radiusMm: micron(shape.radiusMm) });
  }

  function keepSketch(): void {
    if (sketch.value?.ok) keep(sketch.value.value);
    else if (sketch.value) problem.value = sketch.value.problem.message;
  }

  /** What Enter and a double click do. */
  function finish(): void {
    if (view.tool === 'pen') finishPen(false);
    else if (view.tool === 'sketch') keepSketch();
    else if (view.tool === 'points' && points.value.length > 1) keepFit();
  }

  const calm = (value: number): void => {
    smoothness.value = value;
  };

  watch(() => view.tool, clear);
  return {
    points,
    nodes,
    hover,
    hand,
    smoothness,
    problem,
    fits,
    fit,
    sketch,
    busy,
    down,
    move,
    clear,
    finish,
    finishPen,
    pointAt,
    keepFit,
    keepSketch,
    calm,
  };
}

export type PointTools = ReturnType<typeof usePointTools>;
