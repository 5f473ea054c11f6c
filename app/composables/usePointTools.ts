import { arcThrough } from '#core/curves/arc';
import { fitSketch } from '#core/curves/sketch';
import { fitCircle } from '#core/curves/through';
import { distance, type Vec } from '#core/geometry/vec';
import type { CurveNode, DrawnShape } from '#core/piece/shapes/drawn';
import type { CurveShape } from '#core/piece/types';
import type { Problem } from '#core/result';
import { useView } from '~/stores/view';
import { startDrag } from './useDrag';
import { SNAP_PX, useSnapping } from './useSnapping';

/** To the thousandth of a mm: a pointer is not finer, and the fields stay readable. */
const micron = (mm: number): number => Math.round(mm * 1000) / 1000;

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

  const circle = computed(() => {
    const list = points.value;
    if (list.length === 2) {
      const [a, b] = list as [Vec, Vec];
      return { centre: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, radiusMm: distance(a, b) / 2, spreadMm: 0, worstMm: 0 };
    }
    return list.length > 2 ? fitCircle(list) : null;
  });
  const sketch = computed(() => (hand.value.length > 2 ? fitSketch(hand.value, smoothness.value, Math.max(0.08, 0.6 / view.scale)) : null));
  const busy = computed(() => points.value.length > 0 || nodes.value.length > 0 || hand.value.length > 0);

  function clear(): void {
    points.value = [];
    nodes.value = [];
    hand.value = [];
    hover.value = null;
    problem.value = '';
  }

  function keep(shape: CurveShape): void {
    const wrong = add(shape);
    if (wrong) { problem.value = wrong.message; return; }
    clear();
    view.tool = 'letter';
  }

  function penDown(event: PointerEvent): void {
    const { to } = snap(at(event), event);
    const first = nodes.value[0];
    if (first && nodes.value.length > 1 && distance(first.at, to) < SNAP_PX / view.scale) { finishPen(true); return; }
    const before = nodes.value;
    const corner: CurveNode = { kind: 'corner', at: to, back: null, ahead: null };
    nodes.value = [...before, corner];
    startDrag(event, {
      move: (next) => {
        const ahead = at(next);
        nodes.value = [...before, { kind: 'symmetrical', at: to, ahead, back: { x: 2 * to.x - ahead.x, y: 2 * to.y - ahead.y } }];
      },
    });
  }

  function finishPen(closed: boolean): void {
    // A double click leaves two nodes in one place: the second is none.
    const list = nodes.value.filter((node, i) => i === 0 || distance(node.at, nodes.value[i - 1]!.at) > 0.05);
    if (list.length < 2) { problem.value = 'A curve needs at least two nodes. Click once more.'; return; }
    keep({ kind: 'drawn', nodes: list, closed } satisfies DrawnShape);
  }

  function sketchDown(event: PointerEvent): void {
    hand.value = [at(event)];
    problem.value = '';
    startDrag(event, { move: (next) => { hand.value = [...hand.value, at(next)]; } });
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

  function keepCircle(): void {
    if (!circle.value) { problem.value = 'These points lie in a line, so no circle goes through them. Add another one beside it.'; return; }
    const { centre, radiusMm } = circle.value;
    keep({ kind: 'circle', centre: { x: micron(centre.x), y: micron(centre.y) }, radiusMm: micron(radiusMm) });
  }

  /** The arc from the first point to the last; with more than three, through the one in the middle. */
  function keepArc(): void {
    const list = points.value;
    const arc = arcThrough(list[0]!, list[Math.floor(list.length / 2)]!, list.at(-1)!);
    if (arc.ok) keep(arc.value); else problem.value = arc.problem.message;
  }

  function keepSketch(): void {
    if (sketch.value?.ok) keep(sketch.value.value);
    else if (sketch.value) problem.value = sketch.value.problem.message;
  }

  /** What Enter and a double click do. */
  function finish(): void {
    if (view.tool === 'pen') finishPen(false);
    else if (view.tool === 'sketch') keepSketch();
    else if (view.tool === 'points' && points.value.length > 1) keepCircle();
  }

  const calm = (value: number): void => { smoothness.value = value; };

  watch(() => view.tool, clear);
  return { points, nodes, hover, hand, smoothness, problem, circle, sketch, busy, down, move, clear, finish, finishPen, keepCircle, keepArc, keepSketch, calm };
}

export type PointTools = ReturnType<typeof usePointTools>;
