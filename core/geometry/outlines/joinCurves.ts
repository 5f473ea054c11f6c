import { hypot } from '../../hypot';
import { COMMAND, flattenedPoints, PAIRS } from './outline';

/** Comparing by chords takes this much of the tolerance on either side, joining curves the rest. */
export const CHORD_SHARE = 0.1;
export const JOIN_SHARE = 1 - 2 * CHORD_SHARE;
/** Most chords that a curve is compared by. */
const MOST_CHORDS = 32;
/** How often the parameters of a cubic are set right. */
const ROUNDS = 4;

/** A quadratic curve of a run, each beginning where the one before ended. */
export interface Quad {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** The greatest distance of a quadratic from its chord: a quarter of its second difference. */
const flatness = (q: Quad): number => hypot(q.x0 - 2 * q.x1 + q.x2, q.y0 - 2 * q.y1 + q.y2) / 4;

/** Points on a run of curves, so dense that its chords stay within an error of it. */
export function sample(quads: readonly Quad[], chordError: number): number[] {
  const points = [quads[0]!.x0, quads[0]!.y0];
  for (const q of quads) {
    const count = Math.min(MOST_CHORDS, Math.max(2, Math.ceil(Math.sqrt(flatness(q) / chordError))));
    for (let k = 1; k <= count; k++) {
      const t = k / count,
        m = 1 - t;
      points.push(m * m * q.x0 + 2 * m * t * q.x1 + t * t * q.x2, m * m * q.y0 + 2 * m * t * q.y1 + t * t * q.y2);
    }
  }
  return points;
}

const toChord = (px: number, py: number, ax: number, ay: number, bx: number, by: number): number => {
  const dx = bx - ax,
    dy = by - ay,
    square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((px - ax) * dx + (py - ay) * dy) / square));
  return hypot(px - ax - t * dx, py - ay - t * dy);
};

/**
 * Whether every point lies within the tolerance of the polyline. Both run the same way, so each is looked for where the
 * last was found.
 */
export function allNear(points: readonly number[], line: readonly number[], tolerance: number): boolean {
  const chords = line.length / 2 - 1;
  let at = 0;
  for (let i = 0; i < points.length; i += 2) {
    const px = points[i]!,
      py = points[i + 1]!;
    let tried = 0;
    for (; tried < chords; tried++) {
      const k = 2 * ((at + tried) % chords);
      if (toChord(px, py, line[k]!, line[k + 1]!, line[k + 2]!, line[k + 3]!) <= tolerance) break;
    }
    if (tried === chords) return false;
    at = (at + tried) % chords;
  }
  return true;
}

/** What stands for a run of curves: its command and its points. */
interface Joined {
  readonly command: number;
  readonly points: readonly number[];
}

/** The one quadratic with the ends and the end tangents of a run. */
function asQuad(run: readonly Quad[]): Joined | null {
  const first = run[0]!,
    last = run.at(-1)!;
  const ax = first.x1 - first.x0,
    ay = first.y1 - first.y0,
    bx = last.x2 - last.x1,
    by = last.y2 - last.y1;
  const cross = ax * by - ay * bx;
  if (cross === 0) return null;
  const along = ((last.x2 - first.x0) * by - (last.y2 - first.y0) * bx) / cross;
  const back = ((last.x2 - first.x0) * ay - (last.y2 - first.y0) * ax) / cross;
  if (!(along > 0 && back < 0)) return null;
  return {
    command: COMMAND.quad,
    points: [first.x1 + (along - 1) * ax, first.y1 + (along - 1) * ay, last.x2, last.y2],
  };
}

/**
 * The cubic with the ends and the end tangents of a run whose handles fit its points best: least squares at
 * parameters by the length of chords, set right a few times by the nearest points (Schneider, Graphics Gems, 1990).
 */
function asCubic(run: readonly Quad[], was: readonly number[]): Joined | null {
  const first = run[0]!,
    last = run.at(-1)!;
  const la = hypot(first.x1 - first.x0, first.y1 - first.y0),
    lb = hypot(last.x1 - last.x2, last.y1 - last.y2);
  if (la === 0 || lb === 0) return null;
  const ax = (first.x1 - first.x0) / la,
    ay = (first.y1 - first.y0) / la,
    bx = (last.x1 - last.x2) / lb,
    by = (last.y1 - last.y2) / lb;
  const { x0, y0 } = first,
    { x2: x3, y2: y3 } = last;
  const ts = byChords(was);
  let alpha = 0,
    beta = 0;
  for (let round = 0; round <= ROUNDS; round++) {
    let aa = 0,
      ab = 0,
      bb = 0,
      ra = 0,
      rb = 0;
    for (let i = 0; i < ts.length; i++) {
      const t = ts[i]!,
        m = 1 - t,
        b1 = 3 * m * m * t,
        b2 = 3 * m * t * t,
        near0 = m * m * m + b1,
        near3 = t * t * t + b2;
      const ux = b1 * ax,
        uy = b1 * ay,
        vx = b2 * bx,
        vy = b2 * by;
      const dx = was[2 * i]! - near0 * x0 - near3 * x3,
        dy = was[2 * i + 1]! - near0 * y0 - near3 * y3;
      aa += ux * ux + uy * uy;
      ab += ux * vx + uy * vy;
      bb += vx * vx + vy * vy;
      ra += ux * dx + uy * dy;
      rb += vx * dx + vy * dy;
    }
    const det = aa * bb - ab * ab;
    alpha = (ra * bb - rb * ab) / det;
    beta = (rb * aa - ra * ab) / det;
    if (!(alpha > 0 && beta > 0)) return null;
    if (round < ROUNDS)
      setRight(ts, was, [x0, y0, x0 + alpha * ax, y0 + alpha * ay, x3 + beta * bx, y3 + beta * by, x3, y3]);
  }
  return { command: COMMAND.cubic, points: [x0 + alpha * ax, y0 + alpha * ay, x3 + beta * bx, y3 + beta * by, x3, y3] };
}

/** Parameters of points in proportion to the length of the line through them. */
function byChords(points: readonly number[]): number[] {
  const ts = [0];
  for (let i = 2; i < points.length; i += 2)
    ts.push(ts.at(-1)! + hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!));
  const length = ts.at(-1)!;
  return ts.map((t) => t / length);
}

/** One step of Newton for each parameter towards the place on the cubic that is nearest to its point. */
function setRight(
  ts: number[],
  points: readonly number[],
  [x0, y0, x1, y1, x2, y2, x3, y3]: readonly [number, number, number, number, number, number, number, number],
): void {
  for (let i = 1; i < ts.length - 1; i++) {
    const t = ts[i]!,
      m = 1 - t;
    const dx = m * m * m * x0 + 3 * m * m * t * x1 + 3 * m * t * t * x2 + t * t * t * x3 - points[2 * i]!;
    const dy = m * m * m * y0 + 3 * m * m * t * y1 + 3 * m * t * t * y2 + t * t * t * y3 - points[2 * i + 1]!;
    const vx = 3 * (m * m * (x1 - x0) + 2 * m * t * (x2 - x1) + t * t * (x3 - x2)),
      vy = 3 * (m * m * (y1 - y0) + 2 * m * t * (y2 - y1) + t * t * (y3 - y2));
    const wx = 6 * (m * (x2 - 2 * x1 + x0) + t * (x3 - 2 * x2 + x1)),
      wy = 6 * (m * (y2 - 2 * y1 + y0) + t * (y3 - 2 * y2 + y1));
    const slope = vx * vx + vy * vy + dx * wx + dy * wy;
    if (slope > 0) ts[i] = Math.min(1, Math.max(0, t - (dx * vx + dy * vy) / slope));
  }
}

/** One curve that stands for a run, if it stays within the tolerance of it both ways. */
function asOne(
  run: readonly Quad[],
  kind: typeof COMMAND.quad | typeof COMMAND.cubic,
  tolerance: number,
): Joined | null {
  const chordError = tolerance * CHORD_SHARE;
  const was = sample(run, chordError);
  const one = kind === COMMAND.quad ? asQuad(run) : asCubic(run, was);
  if (!one) return null;
  const now = Array.from(
    flattenedPoints(
      {
        commands: Uint8Array.of(COMMAND.move, one.command),
        coords: Float64Array.of(run[0]!.x0, run[0]!.y0, ...one.points),
      },
      chordError,
    ),
  );
  const near = tolerance * JOIN_SHARE;
  return allNear(was, now, near) && allNear(now, was, near) ? one : null;
}

/**
 * What the beginning of a run of quadratics is best drawn as, and how many of them that takes: a quadratic or a
 * cubic, whichever has the fewest numbers for each curve it stands for.
 *
 * @param tolerance greatest deviation either way, in the unit of the curves; above 0
 */
export function longest(run: readonly Quad[], tolerance: number): Joined & { readonly taken: number } {
  // What can not stand for a few curves will not for more.
  const reach = (
    kind: typeof COMMAND.quad | typeof COMMAND.cubic,
    least: number,
  ): (Joined & { readonly taken: number }) | null => {
    let found: (Joined & { readonly taken: number }) | null = null;
    for (let taken = least; taken <= run.length; taken++) {
      const one = asOne(run.slice(0, taken), kind, tolerance);
      if (!one) break;
      found = { ...one, taken };
    }
    return found;
  };
  const { x1, y1, x2, y2 } = run[0]!;
  const quad = reach(COMMAND.quad, 2) ?? { command: COMMAND.quad, points: [x1, y1, x2, y2], taken: 1 };
  return reach(COMMAND.cubic, Math.ceil((quad.taken * PAIRS[COMMAND.cubic]!) / PAIRS[COMMAND.quad]!)) ?? quad;
}
