import { hypot } from '../../hypot';
/** Drawing commands of an outline, one byte each, with this many coordinate pairs behind them. */
export const COMMAND = { move: 0, line: 1, quad: 2, cubic: 3, close: 4 } as const;
export const PAIRS: readonly number[] = [1, 1, 2, 3, 0];

/** A closed outline. Coordinates are pairs x, y; in font units y grows upwards. */
export interface Outline {
  readonly commands: Uint8Array;
  readonly coords: Float64Array;
}

export const EMPTY_OUTLINE: Outline = { commands: new Uint8Array(0), coords: new Float64Array(0) };

export interface Bounds {
  readonly xMin: number;
  readonly yMin: number;
  readonly xMax: number;
  readonly yMax: number;
}

/**
 * Points on an outline so dense that no chord is farther than `tolerance` (in the outline's own unit) from
 * its curve. Quadratic chord error: |p0 − 2p1 + p2| / 4n²; cubics by the larger second difference,
 * √3/18 · 6 · max / n² rounded up.
 */
export function flattenedPoints(outline: Outline, tolerance: number): Float64Array {
  const points: number[] = [];
  const { coords } = outline;
  let x = 0,
    y = 0,
    i = 0;
  for (const command of outline.commands) {
    if (command === COMMAND.move || command === COMMAND.line) {
      x = coords[i]!;
      y = coords[i + 1]!;
      points.push(x, y);
    } else if (command === COMMAND.quad) {
      const [x1, y1, x2, y2] = [coords[i]!, coords[i + 1]!, coords[i + 2]!, coords[i + 3]!];
      const n = Math.max(1, Math.ceil(Math.sqrt(hypot(x - 2 * x1 + x2, y - 2 * y1 + y2) / (4 * tolerance))));
      for (let k = 1; k <= n; k++) {
        const t = k / n,
          m = 1 - t;
        points.push(m * m * x + 2 * m * t * x1 + t * t * x2, m * m * y + 2 * m * t * y1 + t * t * y2);
      }
      x = x2;
      y = y2;
    } else if (command === COMMAND.cubic) {
      const [x1, y1, x2, y2, x3, y3] = [
        coords[i]!,
        coords[i + 1]!,
        coords[i + 2]!,
        coords[i + 3]!,
        coords[i + 4]!,
        coords[i + 5]!,
      ];
      const bend = Math.max(hypot(x - 2 * x1 + x2, y - 2 * y1 + y2), hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3));
      const n = Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance)));
      for (let k = 1; k <= n; k++) {
        const t = k / n,
          m = 1 - t;
        const a = m * m * m,
          b = 3 * m * m * t,
          c = 3 * m * t * t,
          d = t * t * t;
        points.push(a * x + b * x1 + c * x2 + d * x3, a * y + b * y1 + c * y2 + d * y3);
      }
      x = x3;
      y = y3;
    }
    i += PAIRS[command]! * 2;
  }
  return Float64Array.from(points);
}

/** One contour of an outline as a line of points, pairs; a closed one has its first point once. */
export interface Contour {
  readonly points: Float64Array;
  readonly closed: boolean;
}

/** The contours of an outline, each as dense as `flattenedPoints` makes it. */
export function flattenedContours({ commands, coords }: Outline, tolerance: number): Contour[] {
  const contours: Contour[] = [];
  let from = 0,
    first = 0,
    at = 0;
  const take = (to: number, closed: boolean): void => {
    if (to > from)
      contours.push({
        points: flattenedPoints(
          { commands: commands.subarray(from, to), coords: coords.subarray(first, at) },
          tolerance,
        ),
        closed,
      });
  };
  for (let n = 0; n < commands.length; n++) {
    // An outline that begins anew without being closed is an open one.
    if (commands[n] === COMMAND.move && n > from) {
      take(n, false);
      from = n;
      first = at;
    }
    at += PAIRS[commands[n]!]! * 2;
    if (commands[n] !== COMMAND.close) continue;
    take(n, true);
    from = n + 1;
    first = at;
  }
  take(commands.length, false);
  return contours;
}

/** Convex hull of points given as pairs, as pairs, without repeats. Andrew's monotone chain, 1979. */
export function convexHull(points: Float64Array): Float64Array {
  const order = Array.from({ length: points.length / 2 }, (_, i) => i).sort(
    (a, b) => points[2 * a]! - points[2 * b]! || points[2 * a + 1]! - points[2 * b + 1]!,
  );
  const turn = (o: number, a: number, b: number): number =>
    (points[2 * a]! - points[2 * o]!) * (points[2 * b + 1]! - points[2 * o + 1]!) -
    (points[2 * a + 1]! - points[2 * o + 1]!) * (points[2 * b]! - points[2 * o]!);
  const chain = (indices: number[]): number[] => {
    const hull: number[] = [];
    for (const index of indices) {
      while (hull.length >= 2 && turn(hull[hull.length - 2]!, hull[hull.length - 1]!, index) <= 0) hull.pop();
      hull.push(index);
    }
    hull.pop();
    return hull;
  };
  if (order.length < 3) return points.slice();
  const hull = [...chain(order), ...chain(order.slice().reverse())];
  const out = new Float64Array(hull.length * 2);
  hull.forEach((index, i) => {
    out[2 * i] = points[2 * index]!;
    out[2 * i + 1] = points[2 * index + 1]!;
  });
  return out;
}

/** Bounding box of points given as pairs; null for none. */
export function boundsOf(points: Float64Array): Bounds | null {
  if (points.length === 0) return null;
  let xMin = Infinity,
    yMin = Infinity,
    xMax = -Infinity,
    yMax = -Infinity;
  for (let i = 0; i < points.length; i += 2) {
    xMin = Math.min(xMin, points[i]!);
    xMax = Math.max(xMax, points[i]!);
    yMin = Math.min(yMin, points[i + 1]!);
    yMax = Math.max(yMax, points[i + 1]!);
  }
  return { xMin, yMin, xMax, yMax };
}
