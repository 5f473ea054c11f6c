import { hypot } from '../../hypot';
import type { MeasuredPath } from '../../geometry/measuredPath';
import { ROW, walkTo } from '../../geometry/walk';
import { footOf, type Foot } from './inkEnds';

/** Stretches into which the surroundings of a letter are cut. */
const STRETCHES = 6;
/** How far the curve may lie from the cubics that stand for it, mm. */
const TRUE_MM = 1e-4;
/** The last step to a foot may be this long, mm: what it leaves is far below a thousandth. */
const FOOT_MM = 0.005;

/**
 * How far the turning may be from that of the path, radians: at a height of 10 mm a length is out by ten millionths of
 * a mm.
 */
const TRUE_RAD = 1e-6;
/** A bend that changes by less along a stretch, radians, is smooth. */
const CHANGED_RAD = 0.002;

const frames = new Float64Array((STRETCHES + 1) * ROW.length);
const between = new Float64Array(ROW.length);
const walkedTo = new Float64Array(ROW.length);

/** The surroundings of a place on a path. */
export interface Surroundings {
  /**
   * Where a point near the letter is seen from the curve: see `footOf`. The answer is overwritten by the next one, and
   * asking for other surroundings ends its use.
   */
  readonly foot: (px: number, py: number, guess: number) => Foot;
  /** The turning of the path at a distance from the place, mm in the reading direction, radians as `frameAt` has it. */
  readonly turningAt: (along: number) => number;
}

const found = { along: 0, height: 0 };

/**
 * Many feet and turnings near one place of a path. A few frames of the path are taken and joined by cubics through
 * their places and tangents (Hermite); where these lie farther from the path than a ten-thousandth of a mm, at a
 * corner, and for points beyond them, the path itself is asked each time.
 *
 * @param reach how far along, mm, points are expected to either side
 */
export function surroundings(path: MeasuredPath, s: number, direction: 1 | -1, reach: number): Surroundings {
  const exact: Surroundings['foot'] = (px, py, guess) => footOf(path, s, direction, px, py, guess, FOOT_MM);
  const step = (2 * reach) / STRETCHES;
  for (let n = 0; n <= STRETCHES; n++) walkTo(path, s + direction * (n * step - reach), 0, frames, n * ROW.length);
  const turning = new Float64Array(STRETCHES + 1),
    slope = new Float64Array(STRETCHES + 1);
  for (let n = 0; n <= STRETCHES; n++) {
    turning[n] = frames[n * ROW.length + ROW.turning]!;
    slope[n] = frames[n * ROW.length + ROW.curvature]! * step * direction;
  }
  const walked = (along: number): number => {
    walkTo(path, s + direction * along, 0, walkedTo, 0);
    return walkedTo[ROW.turning]!;
  };
  const cubic = (n: number, u: number): number => {
    const m = 1 - u;
    return (
      m * m * ((1 + 2 * u) * turning[n]! + u * slope[n]!) + u * u * ((3 - 2 * u) * turning[n + 1]! - m * slope[n + 1]!)
    );
  };
  let placesTrue = true,
    turningsTrue = true;
  for (let n = 0; n < STRETCHES; n++) {
    walkTo(path, s + direction * ((n + 0.5) * step - reach), 0, between, 0);
    place(n, 0.5, step * direction);
    if (hypot(at.x - between[ROW.x]!, at.y - between[ROW.y]!) > TRUE_MM) placesTrue = false;
    if (!(Math.abs(cubic(n, 0.5) - between[ROW.turning]!) <= TRUE_RAD)) turningsTrue = false;
    // Where the bend changes much, a joint at a quarter of the stretch is not seen from its middle.
    if (turningsTrue && Math.abs(slope[n]! - slope[n + 1]!) > CHANGED_RAD)
      turningsTrue = [0.25, 0.75].every((u) => Math.abs(cubic(n, u) - walked((n + u) * step - reach)) <= TRUE_RAD);
  }
  const turningAt = !turningsTrue
    ? walked
    : (along: number): number => {
        const from = (along + reach) / step,
          n = Math.floor(from);
        return n >= 0 && n < STRETCHES ? cubic(n, from - n) : walked(along);
      };
  return { foot: placesTrue ? footBy(step, reach, direction, exact) : exact, turningAt };
}

/** Feet by the frames that were taken last. */
function footBy(step: number, reach: number, direction: 1 | -1, exact: Surroundings['foot']): Surroundings['foot'] {
  return (px, py, guess) => {
    let along = guess;
    for (let i = 0; i < 4; i++) {
      const from = (along + reach) / step;
      const n = Math.floor(from);
      if (!(n >= 0 && n < STRETCHES)) return exact(px, py, guess);
      place(n, from - n, step * direction);
      const speed = hypot(at.dx, at.dy);
      const ux = (at.dx / speed) * direction,
        uy = (at.dy / speed) * direction;
      const rx = px - at.x,
        ry = py - at.y;
      const off = rx * ux + ry * uy;
      found.height = rx * uy - ry * ux;
      const a = n * ROW.length + ROW.curvature,
        t = from - n;
      const curvature = frames[a]! * (1 - t) + frames[a + ROW.length]! * t;
      const stretch = 1 + curvature * direction * found.height;
      if (stretch < 1e-6) return exact(px, py, guess);
      along += off / stretch;
      if (Math.abs(off) < FOOT_MM) break;
    }
    found.along = along;
    return found;
  };
}

const at = { x: 0, y: 0, dx: 0, dy: 0 };

/** A place within a stretch, and the direction of travel there. */
function place(n: number, t: number, length: number): void {
  const a = n * ROW.length,
    b = a + ROW.length;
  const m = 1 - t;
  const h0 = m * m * (1 + 2 * t),
    h1 = t * t * (3 - 2 * t),
    g0 = t * m * m * length,
    g1 = -t * t * m * length;
  at.x = h0 * frames[a]! + h1 * frames[b]! + g0 * frames[a + 2]! + g1 * frames[b + 2]!;
  at.y = h0 * frames[a + 1]! + h1 * frames[b + 1]! + g0 * frames[a + 3]! + g1 * frames[b + 3]!;
  const d = (6 * t * m) / length,
    e0 = m * (1 - 3 * t),
    e1 = t * (3 * t - 2);
  at.dx = d * (frames[b]! - frames[a]!) + e0 * frames[a + 2]! + e1 * frames[b + 2]!;
  at.dy = d * (frames[b + 1]! - frames[a + 1]!) + e0 * frames[a + 3]! + e1 * frames[b + 3]!;
}
