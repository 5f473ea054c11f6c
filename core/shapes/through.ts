import { hypot } from '../hypot';
import { solveLinear } from '../geometry/solveLinear';
import { distance, type Vec } from '../geometry/vec';

export interface FittedCircle {
  readonly centre: Vec;
  readonly radiusMm: number;
  /** Root mean square and greatest distance of the points from the circle, mm. */
  readonly spreadMm: number;
  readonly worstMm: number;
}

/** The circle through three points; null when they lie in a line, to a millionth of their extent. */
export function circleThrough(a: Vec, b: Vec, c: Vec): FittedCircle | null {
  const ux = b.x - a.x,
    uy = b.y - a.y,
    vx = c.x - a.x,
    vy = c.y - a.y;
  const twice = 2 * (ux * vy - uy * vx);
  const extent = Math.max(ux * ux + uy * uy, vx * vx + vy * vy);
  if (Math.abs(twice) < 1e-6 * extent) return null;
  const u2 = ux * ux + uy * uy,
    v2 = vx * vx + vy * vy;
  const centre = { x: a.x + (vy * u2 - uy * v2) / twice, y: a.y + (ux * v2 - vx * u2) / twice };
  return { centre, radiusMm: distance(centre, a), spreadMm: 0, worstMm: 0 };
}

/**
 * The circle that fits three or more points best: least squares of the distances, by Gauss–Newton from the
 * algebraic fit of Kåsa (1976).
 *
 * @returns null when the points lie in a line or coincide
 */
export function fitCircle(points: readonly Vec[]): FittedCircle | null {
  if (points.length === 3) return circleThrough(points[0]!, points[1]!, points[2]!);
  if (points.length < 3) return null;
  const n = points.length;
  const mx = points.reduce((sum, p) => sum + p.x, 0) / n,
    my = points.reduce((sum, p) => sum + p.y, 0) / n;
  let xx = 0,
    xy = 0,
    yy = 0,
    xz = 0,
    yz = 0,
    zz = 0;
  for (const p of points) {
    const x = p.x - mx,
      y = p.y - my,
      z = x * x + y * y;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xz += x * z;
    yz += y * z;
    zz += z;
  }
  const det = xx * yy - xy * xy;
  if (Math.abs(det) < 1e-9 * (xx + yy) ** 2) return null;
  let cx = (xz * yy - yz * xy) / (2 * det),
    cy = (yz * xx - xz * xy) / (2 * det);
  let r = Math.sqrt(cx * cx + cy * cy + zz / n);
  for (let step = 0; step < 50; step++) {
    // Normal equations of the linearised distances: unknowns dx, dy, dr.
    let a = 0,
      b = 0,
      c = 0,
      d = 0,
      e = 0,
      ga = 0,
      gb = 0,
      gr = 0;
    for (const p of points) {
      const x = p.x - mx - cx,
        y = p.y - my - cy,
        dist = hypot(x, y) || 1e-12;
      const ux = -x / dist,
        uy = -y / dist,
        miss = dist - r;
      a += ux * ux;
      b += ux * uy;
      c += uy * uy;
      d -= ux;
      e -= uy;
      ga -= ux * miss;
      gb -= uy * miss;
      gr += miss;
    }
    const solved = solveLinear([
      [a, b, d, ga],
      [b, c, e, gb],
      [d, e, n, gr],
    ]);
    if (!solved) break;
    cx += solved[0]!;
    cy += solved[1]!;
    r += solved[2]!;
    if (Math.hypot(...solved) < 1e-12 * r) break;
  }
  const centre = { x: cx + mx, y: cy + my };
  const misses = points.map((p) => Math.abs(distance(p, centre) - r));
  return {
    centre,
    radiusMm: r,
    spreadMm: Math.sqrt(misses.reduce((sum, m) => sum + m * m, 0) / n),
    worstMm: Math.max(...misses),
  };
}
