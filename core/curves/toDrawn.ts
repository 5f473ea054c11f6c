import { hypot } from '../hypot';
import type { Path } from '../geometry/segment';
import { distance, type Vec } from '../geometry/vec';
import type { CurveNode, DrawnShape } from '../shapes/drawn';

/** A path as cubics and lines, as a sink hears it. */
type Trace = (
  path: Path,
  sink: {
    moveTo: (x: number, y: number) => void;
    lineTo: (x: number, y: number) => void;
    curveTo: (x1: number, y1: number, x2: number, y2: number, x: number, y: number) => void;
    quadTo: () => void;
    closePath: () => void;
    paint: () => void;
  },
) => void;

const inLine = (back: Vec, at: Vec, ahead: Vec): boolean => {
  const [ax, ay, bx, by] = [at.x - back.x, at.y - back.y, ahead.x - at.x, ahead.y - at.y];
  const size = hypot(ax, ay) * hypot(bx, by);
  return size > 0 && Math.abs(ax * by - ay * bx) < 1e-4 * size && ax * bx + ay * by > 0;
};

/**
 * A path as a drawn curve with nodes: lines and cubics exactly, everything else within what the tracer promises.
 *
 * @param trace what turns a path into lines and cubics
 */
export function drawnFrom(path: Path, trace: Trace): DrawnShape {
  const nodes: { at: Vec; back: Vec | null; ahead: Vec | null }[] = [];
  const to = (at: Vec, back: Vec | null): void => {
    nodes.push({ at, back, ahead: null });
  };
  trace(path, {
    moveTo: (x, y) => to({ x, y }, null),
    lineTo: (x, y) => to({ x, y }, null),
    curveTo(x1, y1, x2, y2, x, y) {
      nodes.at(-1)!.ahead = { x: x1, y: y1 };
      to({ x, y }, { x: x2, y: y2 });
    },
    quadTo: () => {},
    closePath: () => {},
    paint: () => {},
  });
  if (path.closed && nodes.length > 2 && distance(nodes[0]!.at, nodes.at(-1)!.at) < 1e-6) {
    nodes[0]!.back = nodes.pop()!.back;
  }
  return {
    kind: 'drawn',
    closed: path.closed,
    nodes: nodes.map((node): CurveNode => ({
      ...node,
      kind: node.back && node.ahead && inLine(node.back, node.at, node.ahead) ? 'smooth' : 'corner',
    })),
  };
}
