import type { MeasuredPath } from '../geometry/measuredPath';
import { frameAt } from '../geometry/walk';
import type { Letter } from '../type/shape';
import type { MeasuredRun } from './measure';

/** How far a letter's ink reaches along the curve from the middle of its advance, mm along the curve itself. */
export interface InkReach {
  readonly back: number;
  readonly ahead: number;
}

/**
 * The reach of one letter's ink along the curve, in the reading direction, as it stands: every point of the
 * letter's convex hull is dropped onto the curve along the curve's normal, and the farthest feet count. On a
 * circle these are the two rays from the centre that just touch the letter.
 *
 * @param s where the middle of the letter's advance stands on the curve, mm
 * @param curvature curvature there in the reading direction, 1/mm, positive where tops fan out
 * @param baselineMm distance of the baseline from the curve towards the tops, mm
 */
export function inkReach(
  measured: MeasuredRun, index: number, scale: number, path: MeasuredPath, s: number, direction: 1 | -1,
  curvature: number, baselineMm: number,
): InkReach {
  const letter = measured.run.letters[index]!;
  const reach = path.curvatureMin === path.curvatureMax
    ? reachOnCircle(measured, letter, scale, curvature, baselineMm)
    : reachAnywhere(measured, letter, scale, path, s, direction, curvature, baselineMm);
  return reach.back <= reach.ahead ? reach : { back: -measured.halfAdvances[index]!, ahead: measured.halfAdvances[index]! };
}

/**
 * Constant curvature, in closed form: a point at (x, y) stands at the angle atan(x / (1/κ + y)) from the letter's
 * own ray, which grows with the quotient, so only the quotients need comparing.
 */
function reachOnCircle({ run }: MeasuredRun, letter: Letter, scale: number, curvature: number, baselineMm: number): InkReach {
  const straight = curvature === 0;
  const base = straight ? 1 : 1 / curvature + baselineMm;
  let least = Infinity;
  let most = -Infinity;
  for (const glyph of letter.glyphs) {
    const hull = run.face.hull(glyph.id);
    const dx = glyph.x - letter.advance / 2;
    for (let i = 0; i < hull.length; i += 2) {
      const x = (hull[i]! + dx) * scale;
      const quotient = straight ? x : x / (base + (hull[i + 1]! + glyph.y) * scale);
      if (quotient < least) least = quotient;
      if (quotient > most) most = quotient;
    }
  }
  if (straight || least > most) return { back: least, ahead: most };
  const [a, b] = [Math.atan(least) / curvature, Math.atan(most) / curvature];
  return { back: Math.min(a, b), ahead: Math.max(a, b) };
}

/** Any curve: the osculating circle gives the first guess, Newton's steps the foot itself. */
function reachAnywhere(
  { run }: MeasuredRun, letter: Letter, scale: number, path: MeasuredPath, s: number, direction: 1 | -1, curvature: number, baselineMm: number,
): InkReach {
  let back = Infinity;
  let ahead = -Infinity;
  for (const glyph of letter.glyphs) {
    const hull = run.face.hull(glyph.id);
    for (let i = 0; i < hull.length; i += 2) {
      const x = (hull[i]! + glyph.x - letter.advance / 2) * scale;
      const y = baselineMm + (hull[i + 1]! + glyph.y) * scale;
      const along = footOf(path, s, direction, x, y, curvature === 0 ? x : Math.atan(x / (1 / curvature + y)) / curvature);
      if (along < back) back = along;
      if (along > ahead) ahead = along;
    }
  }
  return { back, ahead };
}

/** Foot on the path of a point given in the frame at s, as a distance from s in the reading direction. */
function footOf(path: MeasuredPath, s: number, direction: 1 | -1, x: number, y: number, first: number): number {
  const home = frameAt(path, s);
  const tx = home.tangent.x * direction, ty = home.tangent.y * direction;
  const px = home.point.x + tx * x + ty * y;
  const py = home.point.y + ty * x - tx * y;
  let along = first;
  for (let i = 0; i < 6; i++) {
    const frame = frameAt(path, s + along * direction);
    const ux = frame.tangent.x * direction, uy = frame.tangent.y * direction;
    const rx = px - frame.point.x, ry = py - frame.point.y;
    const off = rx * ux + ry * uy;
    const height = rx * uy - ry * ux;
    const stretch = 1 + frame.curvature * direction * height;
    if (stretch < 1e-6) break;
    along += off / stretch;
    if (Math.abs(off) < 1e-9) break;
  }
  return along;
}
