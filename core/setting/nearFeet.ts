import { hypot } from '../hypot';
import type { MeasuredPath } from '../geometry/measuredPath';
import { ROW, walkTo } from '../geometry/walk';
import { footOf, type Foot } from './inkEnds';

/** Stretches into which the surroundings of a letter are cut. */
const STRETCHES = 6;
/** How far the curve may lie from the cubics that stand for it, mm. */
const TRUE_MM = 1e-4;
/** The last step to a foot may be this long, mm: what it leaves is far below a thousandth. */
const FOOT_MM = 0.005;

const frames = new Float64Array((STRETCHES + 1) * ROW.length);
const between = new Float64Array(ROW.length);

/** Where points near a letter are seen from the curve: see `footOf`. The answer is overwritten by the next one. */
export type Feet = (px: number, py: number, guess: number) => Foot;

const found = { along: 0, height: 0 };

/**
 * Many feet near one place of a path. A few frames of the path are taken and joined by cubics through their places and
 * tangents (Hermite); where these lie farther from the path than a ten-thousandth of a mm, at a corner, and for points
 * beyond them, the path itself is asked each time. Asking for a function ends the use of the one before.
 *
 * @param reach how far along, mm, points are expected to either side
 */
export function feetNear(path: MeasuredPath, s: number, direction: 1 | -1, reach: number): Feet {
  const exact: Feet = (px, py, guess) => footOf(path, s, direction, px, py, guess, FOOT_MM);
  const step = (2 * reach) / STRETCHES;
  for (let n = 0; n <= STRETCHES; n++) walkTo(path, s + direction * (n * step - reach), 0, frames, n * ROW.length);
  for (let n = 0; n < STRETCHES; n++) {
    walkTo(path, s + direction * ((n + 0.5) * step - reach), 0, between, 0);
    place(n, 0.5, step * direction);
    if (hypot(at.x - between[ROW.x]!, at.y - between[ROW.y]!) > TRUE_MM) return exact;
  }
  return (px, py, guess) => {
    let along = guess;
    for (let i = 0; i < 4; i++) {
      const from = (along + reach) / step;
      const n = Math.floor(from);
      if (!(n >= 0 && n < STRETCHES)) return exact(px, py, guess);
      place(n, from - n, step * direction);
      const speed = hypot(at.dx, at.dy);
      const ux = (at.dx / speed) * direction, uy = (at.dy / speed) * direction;
      const rx = px - at.x, ry = py - at.y;
      const off = rx * ux + ry * uy;
      found.height = rx * uy - ry * ux;
      const a = n * ROW.length + ROW.curvature, t = from - n;
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
  const a = n * ROW.length, b = a + ROW.length;
  const m = 1 - t;
  const h0 = m * m * (1 + 2 * t), h1 = t * t * (3 - 2 * t), g0 = t * m * m * length, g1 = -t * t * m * length;
  at.x = h0 * frames[a]! + h1 * frames[b]! + g0 * frames[a + 2]! + g1 * frames[b + 2]!;
  at.y = h0 * frames[a + 1]! + h1 * frames[b + 1]! + g0 * frames[a + 3]! + g1 * frames[b + 3]!;
  const d = (6 * t * m) / length, e0 = m * (1 - 3 * t), e1 = t * (3 * t - 2);
  at.dx = d * (frames[b]! - frames[a]!) + e0 * frames[a + 2]! + e1 * frames[b + 2]!;
  at.dy = d * (frames[b + 1]! - frames[a + 1]!) + e0 * frames[a + 3]! + e1 * frames[b + 3]!;
}
