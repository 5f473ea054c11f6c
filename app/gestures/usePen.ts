import { straightened } from '#core/curves/bendThrough';
import { distance, type Vec } from '#core/geometry/vec';
import type { CurveNode } from '#core/shapes/drawn';
import { useView } from '~/stores/view';
import type { DraftPorts } from './usePointTools';
import { startDrag } from './startDrag';
import { SNAP_PX, useSnapping } from './useSnapping';

/** Nodes nearer than this to the one before, mm, are that one: a double click leaves two in one place. */
const SAME_NODE_MM = 0.05;

/** The pen: a click gives a corner, a drag a smooth node with its handles. */
export function usePen({ at, finishWith, problem }: DraftPorts) {
  const view = useView();
  const { snap } = useSnapping();
  const nodes = shallowRef<readonly CurveNode[]>([]);
  const hover = shallowRef<Vec | null>(null);

  function down(event: PointerEvent): void {
    const last = nodes.value.at(-1);
    const drawn = snap(at(event), event).to;
    const to = event.shiftKey && last ? straightened(last.at, drawn) : drawn;
    const first = nodes.value[0];
    if (first && nodes.value.length > 1 && distance(first.at, to) < SNAP_PX / view.scale) {
      finish(true);
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

  function finish(closed: boolean): void {
    const list = nodes.value.filter((node, i) => i === 0 || distance(node.at, nodes.value[i - 1]!.at) > SAME_NODE_MM);
    if (list.length < 2) {
      problem.value = 'A curve needs at least two nodes. Click once more.';
      return;
    }
    finishWith({ kind: 'drawn', nodes: list, closed });
  }

  function move(event: PointerEvent): void {
    if (nodes.value.length > 0) hover.value = snap(at(event), event).to;
  }

  function clear(): void {
    nodes.value = [];
    hover.value = null;
  }

  return { nodes, hover, down, move, finish, clear };
}
