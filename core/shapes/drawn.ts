import { flag, list, object, orNull, point, tagged, type TypeOf } from '../fields';
import { LIMITS } from '../fields/limits';
import { hypot } from '../hypot';
import { cubic, line, type Segment } from '../geometry/segment';
import { distance, lerp, type Vec } from '../geometry/vec';
import { fail, ok } from '../result';
import type { CurveKind, Handle } from './kind';
import { mapPoint } from './similarity';

const node = object({
  kind: tagged('corner', 'smooth', 'symmetrical'),
  at: point(),
  back: orNull(point()),
  ahead: orNull(point()),
});

/** A node of a drawn curve. Its handles are places on the sheet; null where the curve leaves it straight. */
export type CurveNode = TypeOf<typeof node>;
export type NodeKind = CurveNode['kind'];

export const drawnParameters = object({ kind: tagged('drawn'), nodes: list(node, LIMITS.nodes), closed: flag() });

/** A curve drawn node by node: cubics between the nodes, straight where neither end has a handle. */
export type DrawnShape = TypeOf<typeof drawnParameters>;

/** The segment between two nodes: straight where neither has a handle towards the other; null for no length. */
export function between(a: CurveNode, b: CurveNode): Segment | null {
  if (!a.ahead && !b.back) return distance(a.at, b.at) > 1e-9 ? line(a.at, b.at) : null;
  return cubic(a.at, a.ahead ?? a.at, b.back ?? b.at, b.at);
}

function drawnSegments({ nodes, closed }: DrawnShape): Segment[] {
  const count = closed ? nodes.length : nodes.length - 1;
  return Array.from({ length: count }, (_, i) => between(nodes[i]!, nodes[(i + 1) % nodes.length]!)).filter(
    (one) => one !== null,
  );
}

const opposite = (at: Vec, handle: Vec, length: number): Vec => {
  const reach = distance(at, handle);
  return reach < 1e-9
    ? at
    : { x: at.x + ((at.x - handle.x) / reach) * length, y: at.y + ((at.y - handle.y) / reach) * length };
};

/** A node with one handle moved; at a smooth node the other one turns along, at a symmetrical one it is alike. */
export function moveNodeHandle(node: CurveNode, which: 'back' | 'ahead', to: Vec): CurveNode {
  const other = which === 'back' ? 'ahead' : 'back';
  const moved = { ...node, [which]: to };
  if (node.kind === 'corner') return moved;
  const far = node[other];
  if (!far) return moved;
  return {
    ...moved,
    [other]: opposite(node.at, to, node.kind === 'symmetrical' ? distance(node.at, to) : distance(node.at, far)),
  };
}

/** A node moved, its handles with it. */
const moveNode = (node: CurveNode, to: Vec): CurveNode => {
  const along = (handle: Vec | null): Vec | null =>
    handle && { x: handle.x + to.x - node.at.x, y: handle.y + to.y - node.at.y };
  return { ...node, at: to, back: along(node.back), ahead: along(node.ahead) };
};

/**
 * A node of another kind; one that becomes smooth gets handles along the line between its neighbours. At an end of an
 * open curve there is one neighbour, and one handle, which stays where there is one.
 */
export function setNodeKind(shape: DrawnShape, index: number, kind: NodeKind): DrawnShape {
  const node = shape.nodes[index]!;
  const next = kind === 'corner' ? { ...node, kind } : withHandles(shape, index, { ...node, kind });
  return { ...shape, nodes: shape.nodes.map((one, i) => (i === index ? next : one)) };
}

/** A node with the handles that a smooth one has at its place in a curve. */
function withHandles({ nodes, closed }: DrawnShape, index: number, node: CurveNode): CurveNode {
  const third = (to: Vec): Vec => lerp(node.at, to, 1 / 3);
  if (!closed && index === 0) return { ...node, ahead: node.ahead ?? third(nodes[1]!.at) };
  if (!closed && index === nodes.length - 1) return { ...node, back: node.back ?? third(nodes[index - 1]!.at) };
  const before = nodes[index - 1] ?? nodes.at(-1)!;
  const after = nodes[index + 1] ?? nodes[0]!;
  const way = { x: after.at.x - before.at.x, y: after.at.y - before.at.y };
  const length = hypot(way.x, way.y) || 1;
  const along = (mm: number): Vec => ({ x: node.at.x + (way.x / length) * mm, y: node.at.y + (way.y / length) * mm });
  const ahead = node.ahead ?? along(distance(node.at, after.at) / 3);
  const back = node.back ?? along(-distance(node.at, before.at) / 3);
  return moveNodeHandle({ ...node, ahead, back }, 'ahead', ahead);
}

/**
 * A curve with a node put in on the segment after node `index`, at parameter t; its form does not change (de
 * Casteljau).
 */
export function insertNode(shape: DrawnShape, index: number, t: number): DrawnShape {
  const { nodes } = shape;
  const a = nodes[index]!;
  const nextIndex = (index + 1) % nodes.length;
  const b = nodes[nextIndex]!;
  const mix = (p: Vec, q: Vec): Vec => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t });
  if (!a.ahead && !b.back) {
    const node: CurveNode = { kind: 'corner', at: mix(a.at, b.at), back: null, ahead: null };
    return { ...shape, nodes: [...nodes.slice(0, index + 1), node, ...nodes.slice(index + 1)] };
  }
  const [p0, p1, p2, p3] = [a.at, a.ahead ?? a.at, b.back ?? b.at, b.at];
  const q0 = mix(p0, p1),
    q1 = mix(p1, p2),
    q2 = mix(p2, p3),
    r0 = mix(q0, q1),
    r1 = mix(q1, q2);
  const loosened = (node: CurveNode): NodeKind => (node.kind === 'symmetrical' ? 'smooth' : node.kind);
  const changed = nodes.map((node, i) => {
    if (i === index) return { ...node, kind: loosened(node), ahead: q0 };
    return i === nextIndex ? { ...node, kind: loosened(node), back: q2 } : node;
  });
  const node: CurveNode = { kind: 'smooth', at: mix(r0, r1), back: r0, ahead: r1 };
  return { ...shape, nodes: [...changed.slice(0, index + 1), node, ...changed.slice(index + 1)] };
}

/** A curve without one of its nodes, or null when too few would be left. */
export const removeNode = (shape: DrawnShape, index: number): DrawnShape | null =>
  shape.nodes.length <= (shape.closed ? 3 : 2) ? null : { ...shape, nodes: shape.nodes.filter((_, i) => i !== index) };

/** The middle of the nodes, by which the whole is moved. */
const middleOf = ({ nodes }: DrawnShape): Vec => {
  const [xs, ys] = [nodes.map(({ at }) => at.x), nodes.map(({ at }) => at.y)];
  return { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
};

function handlesOf(shape: DrawnShape): Handle[] {
  const nodes = shape.nodes.flatMap((node, i) => [
    ...(node.back ? [{ id: `back-${i}`, name: `Handle before node ${i + 1}`, at: node.back, from: node.at }] : []),
    ...(node.ahead ? [{ id: `ahead-${i}`, name: `Handle after node ${i + 1}`, at: node.ahead, from: node.at }] : []),
    { id: `node-${i}`, name: `Node ${i + 1}, ${node.kind}`, at: node.at },
  ]);
  return [{ id: 'centre', name: 'Middle of the curve', at: middleOf(shape) }, ...nodes];
}

export const drawn: CurveKind<DrawnShape> = {
  parameters: drawnParameters,
  title: 'Drawn curve',
  path(shape) {
    const segments = drawnSegments(shape);
    return segments.length > 0
      ? ok({ segments, closed: shape.closed })
      : fail({ code: 'zero-length', message: 'All nodes of this curve lie in one place. Move one of them.' });
  },
  handles: handlesOf,
  moveHandle(shape, handleId, to) {
    const [part, number] = handleId.split('-');
    if (part === 'centre') {
      const from = middleOf(shape);
      return {
        ...shape,
        nodes: shape.nodes.map((node) =>
          moveNode(node, { x: node.at.x + to.x - from.x, y: node.at.y + to.y - from.y }),
        ),
      };
    }
    const move = (node: CurveNode): CurveNode =>
      part === 'node' ? moveNode(node, to) : moveNodeHandle(node, part as 'back' | 'ahead', to);
    return { ...shape, nodes: shape.nodes.map((node, i) => (i === Number(number) ? move(node) : node)) };
  },
  transform: (shape, by) => ({
    ...shape,
    nodes: shape.nodes.map((node) => ({
      ...node,
      at: mapPoint(by, node.at),
      back: node.back && mapPoint(by, node.back),
      ahead: node.ahead && mapPoint(by, node.ahead),
    })),
  }),
  reverse: (shape) => ({
    ...shape,
    nodes: shape.nodes
      .slice()
      .reverse()
      .map((node) => ({ ...node, back: node.ahead, ahead: node.back })),
  }),
  problem: (shape) =>
    shape.nodes.length < 2 ? { code: 'too-few-nodes', message: 'A curve needs at least two nodes.' } : null,
  sizeLabel: (shape) => `${shape.nodes.length} nodes${shape.closed ? ', closed' : ''}`,
  fields: [],
};
