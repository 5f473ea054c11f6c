import { pointAt } from '../geometry/segment';
import { distance, onClock, type Vec } from '../geometry/vec';
import type { CurveNode, DrawnShape } from '../shapes/drawn';
import type { CurveShape } from '../piece/types';
import { arcThrough } from '../shapes/arc';
import { between, moveNodeHandle } from '../shapes/drawn';

/** A stretch is pulled at this share of its length at least from its ends: nearer, its handles would grow without end. */
const LEAST_SHARE = 0.15;

/** Where a curve was taken hold of: on a drawn one the stretch after a node, and how far along that. */
export interface Hold {
  readonly node: number;
  /** 0 to 1 */
  readonly t: number;
}

/** The stretch of a drawn curve nearest to a place, and the place on it; null where it has none. */
export function holdOf({ nodes, closed }: DrawnShape, at: Vec): Hold | null {
  let best: Hold | null = null;
  let near = Infinity;
  for (let node = 0; node < (closed ? nodes.length : nodes.length - 1); node++) {
    const stretch = between(nodes[node]!, nodes[(node + 1) % nodes.length]!);
    if (!stretch) continue;
    for (let n = 0; n <= 40; n++) {
      const mm = distance(pointAt(stretch, n / 40), at);
      if (mm < near) {
        near = mm;
        best = { node, t: n / 40 };
      }
    }
  }
  return best;
}

/**
 * A drawn curve whose stretch goes through a place where it was held: both handles of the stretch move, most the one
 * that is nearer; at smooth nodes the handles beyond turn along.
 */
function stretchThrough(shape: DrawnShape, { node, t: held }: Hold, to: Vec): DrawnShape {
  const t = Math.min(Math.max(held, LEAST_SHARE), 1 - LEAST_SHARE);
  const after = (node + 1) % shape.nodes.length;
  const [a, b] = [shape.nodes[node]!, shape.nodes[after]!];
  const third = (from: Vec, towards: Vec): Vec => ({
    x: from.x + (towards.x - from.x) / 3,
    y: from.y + (towards.y - from.y) / 3,
  });
  const [ahead, back] = [a.ahead ?? third(a.at, b.at), b.back ?? third(b.at, a.at)];
  const now = pointAt({ kind: 'cubic', p0: a.at, p1: ahead, p2: back, p3: b.at }, t);
  // The place at t moves by 3t(1−t)² of what the first handle moves, and by 3t²(1−t) of the second.
  const k = 1 / (3 * t * (1 - t) * (t * t + (1 - t) * (1 - t)));
  const moved = (handle: Vec, share: number): Vec => ({
    x: handle.x + (to.x - now.x) * k * share,
    y: handle.y + (to.y - now.y) * k * share,
  });
  const nodes = shape.nodes.map((one, i): CurveNode => {
    const first = i === node ? moveNodeHandle(one, 'ahead', moved(ahead, 1 - t)) : one;
    return i === after ? moveNodeHandle(first, 'back', moved(back, t)) : first;
  });
  return { ...shape, nodes };
}

/** The ends of a line or an arc. */
function endsOf(shape: Extract<CurveShape, { kind: 'line' | 'arc' }>): readonly [Vec, Vec] {
  if (shape.kind === 'line') return [shape.from, shape.to];
  const { centre, radiusMm, startDeg, sweepDeg } = shape;
  return [onClock(centre, radiusMm, startDeg), onClock(centre, radiusMm, startDeg + sweepDeg)];
}

/**
 * A line, an arc or a stretch of a drawn curve, bent so that it goes through a place; its ends stay. A line becomes an
 * arc, and an arc that is pulled straight a line.
 *
 * @param hold where a drawn curve was taken hold of
 * @param straightMm how near the chord counts as straight
 * @returns null for other kinds, and where no curve goes through the place
 */
export function bendThrough(shape: CurveShape, hold: Hold | null, to: Vec, straightMm: number): CurveShape | null {
  if (shape.kind === 'drawn') return hold && stretchThrough(shape, hold, to);
  if (shape.kind !== 'line' && shape.kind !== 'arc') return null;
  const [from, end] = endsOf(shape);
  const chord = distance(from, end);
  const off = ((to.x - from.x) * (end.y - from.y) - (to.y - from.y) * (end.x - from.x)) / (chord || 1);
  if (Math.abs(off) <= straightMm) return { kind: 'line', from, to: end };
  const bent = arcThrough(from, to, end);
  return bent.ok ? bent.value : null;
}

/** The place on a line from `from` nearest to `to` that is level, upright or at 45°. */
export function straightened(from: Vec, to: Vec): Vec {
  const eighth = Math.PI / 4;
  const a = Math.round(Math.atan2(to.y - from.y, to.x - from.x) / eighth) * eighth;
  const along = (to.x - from.x) * Math.cos(a) + (to.y - from.y) * Math.sin(a);
  return { x: from.x + along * Math.cos(a), y: from.y + along * Math.sin(a) };
}
