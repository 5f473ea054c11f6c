import { hypot } from '../hypot';
import { fail, ok, type Result } from '../result';
import { fitHermite } from './hermite';
import { measurePath, smoothCurvature, type MeasuredPath } from './measuredPath';
import { comesNearer } from './nearest';
import {
  endPoint,
  line,
  pointAt,
  smoothDerivatives,
  startPoint,
  type ArcSegment,
  type Path,
  type Segment,
} from './segment';
import { subPath } from './subPath';
import { distance, type Vec } from './vec';
import { frameAt } from './walk';

const FIT_MM = 0.001;
const scratch = new Float64Array(4);

/** One segment moved to the left by k; null where a round one shrinks to nothing. */
function offsetSegment(segment: Segment, k: number): Segment[] | null {
  if (segment.kind === 'line') {
    const length = distance(segment.from, segment.to);
    const n = { x: ((segment.to.y - segment.from.y) / length) * k, y: (-(segment.to.x - segment.from.x) / length) * k };
    return [
      line({ x: segment.from.x + n.x, y: segment.from.y + n.y }, { x: segment.to.x + n.x, y: segment.to.y + n.y }),
    ];
  }
  if (segment.kind === 'arc') {
    const radius = segment.radius + (segment.sweepRad > 0 ? k : -k);
    return radius > 1e-6 ? [{ ...segment, radius }] : null;
  }
  return fitHermite(
    (t) => {
      smoothDerivatives(segment, t, scratch);
      const [x, y] = [scratch[0]!, scratch[1]!];
      const speed = hypot(x, y) || 1e-12;
      const stretch = 1 + smoothCurvature(segment, t) * k;
      const point = pointAt(segment, t);
      return {
        point: { x: point.x + (y / speed) * k, y: point.y - (x / speed) * k },
        derivative: { x: x * stretch, y: y * stretch },
      };
    },
    0,
    1,
    FIT_MM,
  );
}

/** What joins two offset segments at a corner of the parent: an arc round the corner, or straight across a loop. */
function join(corner: Vec, from: Vec, to: Vec, k: number, turn: number): Segment[] {
  if (distance(from, to) < 1e-7) return [];
  // Left of travel lies outside where the parent turns clockwise.
  if (turn * k <= 0) return [line(from, to)];
  const startRad = Math.atan2(from.y - corner.y, from.x - corner.x);
  let sweepRad = Math.atan2(to.y - corner.y, to.x - corner.x) - startRad;
  while (sweepRad <= -Math.PI) sweepRad += 2 * Math.PI;
  while (sweepRad > Math.PI) sweepRad -= 2 * Math.PI;
  return [{ kind: 'arc', centre: corner, radius: Math.abs(k), startRad, sweepRad } satisfies ArcSegment];
}

/** Offset segments with their joins, loops and all. */
function rawOffset(parent: MeasuredPath, k: number): Segment[] {
  const parts: { segments: Segment[]; corner: Vec }[] = [];
  for (const segment of parent.path.segments) {
    const moved = offsetSegment(segment, k);
    if (moved) parts.push({ segments: moved, corner: startPoint(segment) });
  }
  return parts.flatMap((part, i) => {
    const before = i > 0 ? parts[i - 1]! : parent.path.closed ? parts.at(-1)! : null;
    if (!before || before === part) return part.segments;
    const from = endPoint(before.segments.at(-1)!),
      to = startPoint(part.segments[0]!);
    const c = part.corner;
    const turn = (from.x - c.x) * (to.y - c.y) - (from.y - c.y) * (to.x - c.x);
    return [...join(c, from, to, k, turn), ...part.segments];
  });
}

/** Distances along the raw offset between which it keeps its distance from the parent. */
function validRuns(raw: MeasuredPath, parent: MeasuredPath, k: number): [number, number][] {
  const apart = Math.abs(k) - Math.min(1e-3, Math.abs(k) * 0.01);
  const isValid = (s: number): boolean => !comesNearer(parent, frameAt(raw, s).point, apart);
  const count = Math.min(1200, Math.max(120, Math.ceil(raw.lengthMm / Math.max(Math.abs(k) / 6, 0.1))));
  const edge = (low: number, high: number, lowValid: boolean): number => {
    for (let i = 0; i < 40; i++) {
      const middle = (low + high) / 2;
      if (isValid(middle) === lowValid) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  const runs: [number, number][] = [];
  let valid = isValid(0);
  let start = 0;
  for (let i = 1; i <= count; i++) {
    const s = (raw.lengthMm * i) / count;
    const here = isValid(s);
    if (here === valid) continue;
    const at = edge((raw.lengthMm * (i - 1)) / count, s, valid);
    if (valid) runs.push([start, at]);
    else start = at;
    valid = here;
  }
  if (valid) runs.push([start, raw.lengthMm]);
  return runs;
}

/** Runs that meet end to start, joined; on a closed curve the last may go on in the first. */
function chains(raw: MeasuredPath, runs: [number, number][]): [number, number][][] {
  const at = (s: number): Vec => frameAt(raw, s).point;
  const meet = (a: number, b: number): boolean => distance(at(a), at(b)) < 0.05;
  const list: [number, number][][] = [];
  for (const run of runs) {
    const last = list.at(-1);
    if (last && meet(last.at(-1)![1], run[0])) last.push(run);
    else list.push([run]);
  }
  if (raw.path.closed && list.length > 1 && meet(list.at(-1)!.at(-1)![1], list[0]![0]![0]))
    list[0] = [...list.pop()!, ...list[0]!];
  return list;
}

const lengthOf = (chain: [number, number][]): number => chain.reduce((sum, [a, b]) => sum + b - a, 0);

/**
 * The true offset of a path: every point at the distance |k| from it, to the left of travel for k > 0, within
 * the tolerance. Outer corners are rounded about the corner; where the inside gets too tight the loops are
 * trimmed at their crossing. Where several parts are left the longest is given.
 *
 * @returns `vanishes` when nothing is left at this distance, with the distance in `value`
 */
export function offsetPath(parent: MeasuredPath, k: number): Result<Path> {
  const { closed } = parent.path;
  if (k === 0) return ok(parent.path);
  const vanishes = () =>
    fail({
      code: 'vanishes',
      value: k,
      field: 'shape.distanceMm',
      message: `Nothing is left of the curve at a distance of ${Math.abs(k).toFixed(2)} mm on this side. Choose a smaller distance.`,
    });
  const segments = rawOffset(parent, k);
  if (segments.length === 0) return vanishes();
  const raw = measurePath({ segments, closed });
  if (raw.spans.length === 0) return vanishes();
  const runs = validRuns(raw, parent, k);
  if (runs.length === 1 && runs[0]![0] === 0 && runs[0]![1] === raw.lengthMm) return ok(raw.path);
  const best = chains(raw, runs).reduce<[number, number][]>((a, b) => (lengthOf(b) > lengthOf(a) ? b : a), []);
  if (lengthOf(best) < 0.01) return vanishes();
  const joined: Segment[] = [];
  for (const [a, b] of best) {
    const part = subPath(raw, a, b).segments;
    const before = joined.at(-1);
    const first = part[0];
    if (before && first && distance(endPoint(before), startPoint(first)) > 1e-9)
      joined.push(line(endPoint(before), startPoint(first)));
    joined.push(...part);
  }
  const gap = distance(endPoint(joined.at(-1)!), startPoint(joined[0]!));
  const closes = closed && gap < 0.05;
  if (closes && gap > 1e-9) joined.push(line(endPoint(joined.at(-1)!), startPoint(joined[0]!)));
  return ok({ segments: joined, closed: closes });
}
