import type { MeasuredPath } from './measuredPath';
import { pointAt, spiralRadius, type CubicSegment, type Path, type Segment } from './segment';
import { parameterAt } from './walk';
import { lerp, type Vec } from './vec';

/** Part of a cubic by de Casteljau's construction, twice. */
function cutCubic({ p0, p1, p2, p3 }: CubicSegment, t0: number, t1: number): CubicSegment {
  const split = (a: Vec, b: Vec, c: Vec, d: Vec, t: number): [Vec, Vec, Vec, Vec, Vec, Vec, Vec] => {
    const ab = lerp(a, b, t),
      bc = lerp(b, c, t),
      cd = lerp(c, d, t);
    const abc = lerp(ab, bc, t),
      bcd = lerp(bc, cd, t);
    return [a, ab, abc, lerp(abc, bcd, t), bcd, cd, d];
  };
  const right = split(p0, p1, p2, p3, t0);
  const [a, b, c, d] = split(right[3], right[4], right[5], right[6], t0 >= 1 ? 1 : (t1 - t0) / (1 - t0));
  return { kind: 'cubic', p0: a, p1: b, p2: c, p3: d };
}

/** Part of a segment between two of its parameters, 0 ≤ t0 ≤ t1 ≤ 1: exact, and of the same kind. */
function cutSegment(segment: Segment, t0: number, t1: number): Segment {
  if (t0 <= 0 && t1 >= 1) return segment;
  switch (segment.kind) {
    case 'line':
      return { kind: 'line', from: pointAt(segment, t0), to: pointAt(segment, t1) };
    case 'arc':
      return { ...segment, startRad: segment.startRad + segment.sweepRad * t0, sweepRad: segment.sweepRad * (t1 - t0) };
    case 'cubic':
      return cutCubic(segment, t0, t1);
    case 'ellipse':
      return { ...segment, startRad: segment.startRad + segment.sweepRad * t0, sweepRad: segment.sweepRad * (t1 - t0) };
    case 'spiral':
      return {
        ...segment,
        startRadius: spiralRadius(segment, t0),
        endRadius: spiralRadius(segment, t1),
        startRad: segment.startRad + segment.sweepRad * t0,
        sweepRad: segment.sweepRad * (t1 - t0),
      };
    case 'sine': {
      const { from, along, startPhase, sweepPhase } = segment;
      return {
        ...segment,
        from: { x: from.x + along.x * t0, y: from.y + along.y * t0 },
        along: { x: along.x * (t1 - t0), y: along.y * (t1 - t0) },
        startPhase: startPhase + sweepPhase * t0,
        sweepPhase: sweepPhase * (t1 - t0),
      };
    }
  }
}

/**
 * The part of a path between two distances, as an open path.
 *
 * @param from,to mm along the path, from < to; on a closed path `to` may lie up to one length past `from`, across
 *   the seam
 */
export function subPath(path: MeasuredPath, from: number, to: number): Path {
  const { lengthMm } = path;
  if (path.path.closed && to > lengthMm + 1e-12) {
    if (from >= lengthMm) return subPath(path, from - lengthMm, to - lengthMm);
    return {
      segments: [...subPath(path, from, lengthMm).segments, ...subPath(path, 0, to - lengthMm).segments],
      closed: false,
    };
  }
  let end = to >= lengthMm ? { segment: path.path.segments.length - 1, t: 1 } : parameterAt(path, Math.max(to, 0));
  let start = from <= 0 ? { segment: 0, t: 0 } : parameterAt(path, Math.min(from, lengthMm));
  // At a joint one place belongs to two segments: the one with no length in the part is left out.
  if (end.t < 1e-12 && end.segment > start.segment) end = { segment: end.segment - 1, t: 1 };
  if (start.t > 1 - 1e-12 && end.segment > start.segment) start = { segment: start.segment + 1, t: 0 };
  const segments = path.path.segments
    .slice(start.segment, end.segment + 1)
    .map((segment, i, all) => cutSegment(segment, i === 0 ? start.t : 0, i === all.length - 1 ? end.t : 1));
  return { segments, closed: false };
}
