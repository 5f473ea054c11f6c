import type { MeasuredPath } from '../geometry/measuredPath';
import { frameAt } from '../geometry/walk';
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
  const { run } = measured;
  const letter = run.letters[index]!;
  const constant = path.curvatureMin === path.curvatureMax;
  let back = Infinity;
  let ahead = -Infinity;
  for (const glyph of letter.glyphs) {
    const hull = run.face.hull(glyph.id);
    for (let i = 0; i < hull.length; i += 2) {
      const x = (hull[i]! + glyph.x - letter.advance / 2) * scale;
      const y = baselineMm + (hull[i + 1]! + glyph.y) * scale;
      // Closed form where the curvature is constant; the osculating circle is the first guess elsewhere.
      let along = curvature === 0 ? x : Math.atan(x / (1 / curvature + y)) / curvature;
      if (!constant) along = footOf(path, s, direction, x, y, along);
      if (along < back) back = along;
      if (along > ahead) ahead = along;
    }
  }
  return back <= ahead ? { back, ahead } : { back: -measured.halfAdvances[index]!, ahead: measured.halfAdvances[index]! };
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
