import { line, type ArcSegment, type Segment } from '../geometry/segment';
import { distance, lerp, type Vec } from '../geometry/vec';

/** The arc that rounds the corner at b between a and c, and where it touches both sides; null for no corner. */
function fillet(a: Vec, b: Vec, c: Vec, radius: number): { arc: ArcSegment; from: Vec; to: Vec } | null {
  const ab = distance(a, b),
    bc = distance(b, c);
  const u = { x: (b.x - a.x) / ab, y: (b.y - a.y) / ab };
  const v = { x: (c.x - b.x) / bc, y: (c.y - b.y) / bc };
  const turn = Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y);
  if (Math.abs(turn) < 1e-9 || Math.abs(Math.abs(turn) - Math.PI) < 1e-9) return null;
  // Neighbouring corners share a side: each takes half of it at most.
  const reach = Math.min(radius * Math.tan(Math.abs(turn) / 2), ab / 2, bc / 2);
  const r = reach / Math.tan(Math.abs(turn) / 2);
  if (r < 1e-9) return null;
  const from = { x: b.x - u.x * reach, y: b.y - u.y * reach };
  const side = Math.sign(turn);
  const centre = { x: from.x - side * u.y * r, y: from.y + side * u.x * r };
  return {
    arc: { kind: 'arc', centre, radius: r, startRad: Math.atan2(from.y - centre.y, from.x - centre.x), sweepRad: turn },
    from,
    to: { x: b.x + v.x * reach, y: b.y + v.y * reach },
  };
}

/**
 * A closed polygon with its corners rounded, beginning at the middle of the side that leads to the first corner.
 * A radius too large for its corner gives way to the largest that fits: half of the shorter side.
 */
export function roundedPolygon(corners: readonly Vec[], radius: number): Segment[] {
  const count = corners.length;
  const start = lerp(corners[count - 1]!, corners[0]!, 0.5);
  const segments: Segment[] = [];
  let at = start;
  const go = (to: Vec): void => {
    if (distance(at, to) > 1e-9) segments.push(line(at, to));
    at = to;
  };
  for (let i = 0; i < count; i++) {
    const corner = corners[i]!;
    const round =
      radius > 0 ? fillet(corners[(i + count - 1) % count]!, corner, corners[(i + 1) % count]!, radius) : null;
    go(round ? round.from : corner);
    if (round) {
      segments.push(round.arc);
      at = round.to;
    }
  }
  go(start);
  return segments;
}
