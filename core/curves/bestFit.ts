import { hypot } from '../hypot';
import { solveLinear } from '../geometry/solveLinear';
import { clockAngleDeg, distance, normaliseDeg, type Vec } from '../geometry/vec';
import { LIMITS } from '../fields/limits';
import type { ArcShape } from '../shapes/arc';
import type { CircleShape } from '../shapes/circle';
import type { EllipseShape } from '../shapes/ellipse';
import type { LineShape } from '../shapes/line';
import { arcThrough } from '../shapes/arc';
import { fitCircle } from '../shapes/through';

/** A shape that fits points best, and how well it does. */
export interface Fit<S> {
  readonly shape: S;
  /** Root mean square of the distances of the points from the shape, mm. */
  readonly spreadMm: number;
  /** The greatest of them, mm. */
  readonly worstMm: number;
}

const spreadOf = (misses: readonly number[]): { spreadMm: number; worstMm: number } => ({
  spreadMm: Math.sqrt(misses.reduce((sum, miss) => sum + miss * miss, 0) / misses.length),
  worstMm: Math.max(...misses.map(Math.abs)),
});

/** A circle by its diameter across two points, through three, or by least squares through more; null in a line. */
export function bestCircle(points: readonly Vec[]): Fit<CircleShape> | null {
  if (points.length === 2) {
    const [a, b] = points as [Vec, Vec];
    const radiusMm = distance(a, b) / 2;
    return radiusMm > 0
      ? {
          shape: { kind: 'circle', centre: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, radiusMm },
          spreadMm: 0,
          worstMm: 0,
        }
      : null;
  }
  const fitted = fitCircle(points);
  return (
    fitted && {
      shape: { kind: 'circle', centre: fitted.centre, radiusMm: fitted.radiusMm },
      spreadMm: fitted.spreadMm,
      worstMm: fitted.worstMm,
    }
  );
}

/**
 * The line along points that lie in one, to a thousandth of its length, from its one end to the other; null for points
 * that do not.
 */
export function bestLine(points: readonly Vec[]): Fit<LineShape> | null {
  let ends: readonly [Vec, Vec] | null = null;
  let length = 0;
  // In the order of the clicks, so that the line runs as it was drawn.
  points.forEach((a, i) =>
    points.slice(i + 1).forEach((b) => {
      if (distance(a, b) > length) {
        ends = [a, b];
        length = distance(a, b);
      }
    }),
  );
  if (!ends) return null;
  const [from, to] = ends as readonly [Vec, Vec];
  const misses = points.map((p) => ((p.x - from.x) * (to.y - from.y) - (p.y - from.y) * (to.x - from.x)) / length);
  const spread = spreadOf(misses);
  return spread.worstMm <= length / 1000 ? { shape: { kind: 'line', from, to }, ...spread } : null;
}

/**
 * The directions of points from a centre, sorted, and the widest gap between two neighbours: where it ends and how wide
 * it is.
 */
function widestGap(points: readonly Vec[], centre: Vec): { endsDeg: number; gapDeg: number } {
  const angles = points.map((p) => clockAngleDeg(centre, p)).sort((a, b) => a - b);
  let endsDeg = angles[0]!,
    gapDeg = angles[0]! + 360 - angles.at(-1)!;
  for (let i = 1; i < angles.length; i++)
    if (angles[i]! - angles[i - 1]! > gapDeg) [endsDeg, gapDeg] = [angles[i]!, angles[i]! - angles[i - 1]!];
  return { endsDeg, gapDeg };
}

/**
 * The arc that fits three or more points best. Through three it runs from the first by the second to the third;
 * through more it is a part of the best circle, clockwise, with the widest gap between the points left open, in
 * whatever order they come.
 */
export function bestArc(points: readonly Vec[]): Fit<ArcShape> | null {
  if (points.length === 3) {
    const through = arcThrough(points[0]!, points[1]!, points[2]!);
    return through.ok ? { shape: through.value, spreadMm: 0, worstMm: 0 } : null;
  }
  const circle = points.length >= 3 ? bestCircle(points) : null;
  if (!circle) return null;
  const { centre, radiusMm } = circle.shape;
  const { endsDeg, gapDeg } = widestGap(points, centre);
  const { min, max } = LIMITS.sweepDeg;
  return {
    ...circle,
    shape: {
      kind: 'arc',
      centre,
      radiusMm,
      startDeg: normaliseDeg(endsDeg),
      sweepDeg: Math.min(Math.max(360 - gapDeg, min), max),
    },
  };
}

/** Centre, half-axes and turn (radians from the x axis) of an ellipse while it is being fitted. */
type Ellipse = readonly [x: number, y: number, a: number, b: number, turn: number];

/**
 * Signed distance of a point from an ellipse, positive outside: the nearest place by Newton from a good beginning,
 * held in the quarter of the point.
 */
function missOf([cx, cy, a, b, turn]: Ellipse, p: Vec): number {
  const cos = Math.cos(turn),
    sin = Math.sin(turn);
  const x = Math.abs((p.x - cx) * cos + (p.y - cy) * sin),
    y = Math.abs((p.y - cy) * cos - (p.x - cx) * sin);
  let t = Math.atan2(a * y, b * x);
  for (let step = 0; step < 30; step++) {
    const c = Math.cos(t),
      s = Math.sin(t);
    // Half the slope of the squared distance, and its slope in turn.
    const slope = (b * b - a * a) * c * s + a * x * s - b * y * c;
    const bend = (b * b - a * a) * (c * c - s * s) + a * x * c + b * y * s;
    const next = Math.min(Math.max(bend > 0 ? t - slope / bend : t - Math.sign(slope) * 0.05, 0), Math.PI / 2);
    if (Math.abs(next - t) < 1e-13) break;
    t = next;
  }
  const away = hypot(x - a * Math.cos(t), y - b * Math.sin(t));
  return (x / a) ** 2 + (y / b) ** 2 >= 1 ? away : -away;
}

/** The ellipse of the algebraic fit A(x² − y²) + Bxy + Dx + Ey + F = −y², which has A + C = 1; null when it is none. */
function algebraic(points: readonly Vec[]): Ellipse | null {
  const n = points.length;
  const mx = points.reduce((sum, p) => sum + p.x, 0) / n,
    my = points.reduce((sum, p) => sum + p.y, 0) / n;
  const size = Math.sqrt(points.reduce((sum, p) => sum + (p.x - mx) ** 2 + (p.y - my) ** 2, 0) / n);
  if (!(size > 0)) return null;
  const sums = Array.from({ length: 5 }, () => [0, 0, 0, 0, 0, 0]);
  for (const p of points) {
    const x = (p.x - mx) / size,
      y = (p.y - my) / size;
    const row = [x * x - y * y, x * y, x, y, 1, -y * y];
    for (let i = 0; i < 5; i++) for (let k = 0; k < 6; k++) sums[i]![k]! += row[i]! * row[k]!;
  }
  const solved = solveLinear(sums);
  if (!solved) return null;
  const [A, B, D, E, F] = solved as [number, number, number, number, number];
  const C = 1 - A,
    det = 4 * A * C - B * B;
  if (!(det > 1e-6)) return null;
  const x = (B * E - 2 * C * D) / det,
    y = (B * D - 2 * A * E) / det;
  const level = -(F + (D * x + E * y) / 2);
  const mean = (A + C) / 2,
    half = hypot((A - C) / 2, B / 2);
  if (!(level > 0) || !(mean - half > 0)) return null;
  // The long axis lies along the direction of the smaller eigenvalue.
  return [
    mx + x * size,
    my + y * size,
    Math.sqrt(level / (mean - half)) * size,
    Math.sqrt(level / (mean + half)) * size,
    Math.atan2(B, A - C) / 2 + Math.PI / 2,
  ];
}

const squares = (ellipse: Ellipse, points: readonly Vec[]): number =>
  points.reduce((sum, p) => sum + missOf(ellipse, p) ** 2, 0);

/** One Levenberg–Marquardt step with numerical derivatives. */
function improved(ellipse: Ellipse, points: readonly Vec[], damping: number): Ellipse | null {
  const normal = Array.from({ length: 5 }, () => [0, 0, 0, 0, 0, 0]);
  for (const p of points) {
    const miss = missOf(ellipse, p);
    const slopes = ellipse.map((value, i) => {
      const by = 1e-6 * (i === 4 ? 1 : ellipse[2]);
      const [up, down] = [by, -by].map((d) => ellipse.map((v, k) => (k === i ? value + d : v)) as unknown as Ellipse);
      return (missOf(up!, p) - missOf(down!, p)) / (2 * by);
    });
    for (let i = 0; i < 5; i++) {
      for (let k = 0; k < 5; k++) normal[i]![k]! += slopes[i]! * slopes[k]!;
      normal[i]![5]! -= slopes[i]! * miss;
    }
  }
  for (let i = 0; i < 5; i++) normal[i]![i]! = normal[i]![i]! * (1 + damping) + 1e-15;
  const step = solveLinear(normal);
  return step && (ellipse.map((value, i) => value + step[i]!) as unknown as Ellipse);
}

/**
 * The ellipse that fits five or more points best: least squares of the distances (Levenberg–Marquardt), from the
 * algebraic fit, or from the circle where that is no ellipse.
 *
 * @returns null for fewer points, for points in a line, and where nothing but a parabola or hyperbola would do
 */
export function bestEllipse(points: readonly Vec[]): Fit<EllipseShape> | null {
  const circle = points.length >= 5 ? fitCircle(points) : null;
  if (!circle) return null;
  const { centre, radiusMm } = circle;
  let best: Ellipse = algebraic(points) ?? [centre.x, centre.y, radiusMm * 1.01, radiusMm * 0.99, 0];
  let error = squares(best, points),
    damping = 1e-3;
  for (let step = 0; step < 60 && damping < 1e9; step++) {
    const next = improved(best, points, damping);
    const then = next && next[2] > 0 && next[3] > 0 ? squares(next, points) : Infinity;
    if (then < error) {
      const settled = error - then < 1e-15 * (1 + error);
      [best, error, damping] = [next!, then, damping / 5];
      if (settled) break;
    } else damping *= 5;
  }
  const [x, y, a, b, turn] = best;
  const { min, max } = LIMITS.radiusMm;
  if (!(Math.min(a, b) >= min && Math.max(a, b) <= max)) return null;
  // Half axes may change places: the turn stays within 45° either way.
  const quarters = Math.round(turn / (Math.PI / 2));
  const [radiusXMm, radiusYMm] = quarters % 2 === 0 ? [a, b] : [b, a];
  const turnDeg = ((turn - quarters * (Math.PI / 2)) * 180) / Math.PI;
  return {
    shape: { kind: 'ellipse', centre: { x, y }, radiusXMm, radiusYMm, turnDeg },
    ...spreadOf(points.map((p) => missOf(best, p))),
  };
}

/** Points that leave this much of the round open, degrees, are a part of it. */
const OPEN_DEG = 110;
/** An ellipse has more freedom than a circle: it is the better one only when it fits this much closer. */
const ELLIPSE_GAIN = 3;

/** Which of the three a person most likely means. */
export function likeliest(points: readonly Vec[]): 'circle' | 'arc' | 'ellipse' | null {
  const circle = points.length > 1 ? bestCircle(points) : null;
  if (!circle) return null;
  const ellipse = bestEllipse(points);
  if (points.length >= 6 && ellipse && ellipse.spreadMm * ELLIPSE_GAIN < circle.spreadMm) return 'ellipse';
  return points.length > 2 && widestGap(points, circle.shape.centre).gapDeg > OPEN_DEG + 360 / points.length
    ? 'arc'
    : 'circle';
}
