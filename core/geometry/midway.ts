import { fail, ok, type Result } from '../result';
import { fitHermite } from './hermite';
import type { MeasuredPath } from './measuredPath';
import { nearest } from './nearest';
import type { ArcSegment, Path } from './segment';
import { distance, type Vec } from './vec';
import { frameAt } from './walk';

const FIT_MM = 0.002;

const soleArc = (path: MeasuredPath): ArcSegment | null => {
  const [only, more] = path.path.segments;
  return only?.kind === 'arc' && !more ? only : null;
};

/**
 * The point midway between a place on the first path and the second path, along the first one's normal: equally far
 * from its own foot and from the nearest place of the second.
 */
function midPoint(first: MeasuredPath, second: MeasuredPath, s: number, side: number): Vec {
  const { point, tangent } = frameAt(first, s);
  const n = { x: tangent.y * side, y: -tangent.x * side };
  const at = (t: number): Vec => ({ x: point.x + n.x * t, y: point.y + n.y * t });
  let low = 0;
  let high = nearest(second, point)!.distanceMm;
  // The nearest place may lie askew: go on until the second path is nearer than the first.
  for (let i = 0; i < 12 && nearest(second, at(high))!.distanceMm > high; i++) high *= 1.5;
  for (let i = 0; i < 48; i++) {
    const t = (low + high) / 2;
    if (nearest(second, at(t))!.distanceMm > t) low = t;
    else high = t;
  }
  return at((low + high) / 2);
}

/**
 * The path midway between two others, in the direction of the first: each of its points is as far from the one as
 * from the other, within 0.005 mm. Two arcs about one centre give an arc exactly.
 *
 * @returns `curves-cross` when the two touch or cross, since there is no between then
 */
export function midwayPath(first: MeasuredPath, second: MeasuredPath): Result<Path> {
  const [a, b] = [soleArc(first), soleArc(second)];
  if (a && b && distance(a.centre, b.centre) < 1e-9)
    return ok({ segments: [{ ...a, radius: (a.radius + b.radius) / 2 }], closed: first.path.closed });
  const { lengthMm } = first;
  let side = 0;
  for (let i = 0; i <= 64; i++) {
    const { point, tangent } = frameAt(first, (lengthMm * i) / 64);
    const foot = nearest(second, point)!;
    const left = (foot.point.x - point.x) * tangent.y - (foot.point.y - point.y) * tangent.x;
    const here = Math.sign(left);
    if (foot.distanceMm < 1e-4 || (side !== 0 && here !== 0 && here !== side)) {
      return fail({
        code: 'curves-cross',
        message: 'The two curves touch or cross, so nothing lies midway between them. Move one, or choose two others.',
      });
    }
    side ||= here;
  }
  const step = lengthMm * 1e-4;
  const sample = (s: number) => {
    // On an open path the ends look to one side only.
    const back = first.path.closed ? s - step : Math.max(s - step, 0);
    const ahead = first.path.closed ? s + step : Math.min(s + step, lengthMm);
    const p = midPoint(first, second, back, side),
      q = midPoint(first, second, ahead, side);
    return {
      point: midPoint(first, second, s, side),
      derivative: { x: (q.x - p.x) / (ahead - back), y: (q.y - p.y) / (ahead - back) },
    };
  };
  return ok({ segments: fitHermite(sample, 0, lengthMm, FIT_MM), closed: first.path.closed });
}
