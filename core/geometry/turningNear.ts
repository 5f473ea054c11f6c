import type { MeasuredPath } from './measuredPath';
import { ROW, walkTo } from './walk';

/** How far the turning may be from that of the path between the places that are looked at, radians. */
const TRUE_RAD = 1e-7;

/** How far beyond the stretch the cubics do, as a share of half of it. */
const BESIDE = 1e-6;

const rows = new Float64Array(5 * ROW.length);

/**
 * The turning along a short stretch of a path, for many places of it: two cubics through the turning at its ends and its
 * middle, with the curvature there for their slopes. Where these are not true halfway between, at a corner or where a
 * line runs into an arc, the path itself is asked each time.
 *
 * @param from distance along the path, mm, as for `frameAt`; `to` may lie before it
 * @returns turning in radians, as `frameAt` has it, at a distance between the two
 */
export function turningNear(path: MeasuredPath, from: number, to: number): (s: number) => number {
  const exact = (s: number): number => { walkTo(path, s, 0, rows, 0); return rows[ROW.turning]!; };
  const half = (to - from) / 2;
  for (let n = 0; n < 5; n++) walkTo(path, from + (n / 2) * half, 0, rows, n * ROW.length);
  const at = (n: number): readonly [turning: number, slope: number] => [rows[n * ROW.length + ROW.turning]!, rows[n * ROW.length + ROW.curvature]! * half];
  const [[a, da], [between], [b, db], [beyond], [c, dc]] = [at(0), at(1), at(2), at(3), at(4)];
  const cubic = (u: number, y0: number, d0: number, y1: number, d1: number): number => {
    const m = 1 - u;
    return m * m * ((1 + 2 * u) * y0 + u * d0) + u * u * ((3 - 2 * u) * y1 - m * d1);
  };
  if (!(Math.abs(cubic(0.5, a, da, b, db) - between) <= TRUE_RAD && Math.abs(cubic(0.5, b, db, c, dc) - beyond) <= TRUE_RAD)) return exact;
  return (s) => {
    const u = (s - from) / half;
    // The ends themselves come out a rounding error beyond.
    if (!(u >= -BESIDE && u <= 2 + BESIDE)) return exact(s);
    return u < 1 ? cubic(u, a, da, b, db) : cubic(u - 1, b, db, c, dc);
  };
}
