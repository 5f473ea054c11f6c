import type { MeasuredPath } from './measuredPath';
import { along } from './outlines/sweep';
import { pointAt, type ArcSegment, type Path, type Segment } from './segment';
import { frameAt } from './walk';
import type { Vec } from './vec';

export interface Extent {
  readonly min: Vec;
  readonly max: Vec;
}

const SAMPLES = 128;
/** Halvings of the golden section from one sample to the next: enough for 1e-9 of the length. */
const STEPS = 30;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

const QUARTER = Math.PI / 2;
/** Native parameters at which an arc is at its farthest left, right, up and down. */
function quartersOf({ startRad, sweepRad }: ArcSegment): number[] {
  const first = Math.ceil(Math.min(startRad, startRad + sweepRad) / QUARTER),
    last = Math.floor(Math.max(startRad, startRad + sweepRad) / QUARTER);
  return Array.from({ length: last - first + 1 }, (_, i) => ((first + i) * QUARTER - startRad) / sweepRad);
}

/** Where a segment is at its farthest, by its own parameter; null where that has no closed form here. */
function turnsOf(segment: Segment): readonly number[] | null {
  switch (segment.kind) {
    case 'line':
      return [0, 1];
    case 'arc':
      return [0, 1, ...quartersOf(segment)];
    case 'cubic': {
      const { p0, p1, p2, p3 } = segment,
        points = [p0.x, p0.y, p1.x, p1.y, p2.x, p2.y, p3.x, p3.y] as const;
      return [0, 1, ...along(points, 1, 0), ...along(points, 0, 1)];
    }
    default:
      return null;
  }
}

/** The box round a path of lines, arcs and cubics, by their closed forms; null where it has others. */
function exactExtent({ segments }: Path): Extent | null {
  const points: Vec[] = [];
  for (const segment of segments) {
    const turns = turnsOf(segment);
    if (!turns) return null;
    for (const t of turns) points.push(pointAt(segment, t));
  }
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const least = (values: readonly number[]): number => values.reduce((a, b) => Math.min(a, b)),
    most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b));
  return { min: { x: least(xs), y: least(ys) }, max: { x: most(xs), y: most(ys) } };
}

/**
 * The box round a path: by closed forms where its segments have them, and else by the extremes of samples along it and
 * of the ends of its segments, each refined between its neighbours by golden section.
 */
export function extentOf(path: MeasuredPath): Extent {
  const exact = path.path.segments.length > 0 ? exactExtent(path.path) : null;
  if (exact) return exact;
  const { lengthMm } = path;
  const stations = [
    ...Array.from({ length: SAMPLES + 1 }, (_, i) => (lengthMm * i) / SAMPLES),
    ...path.spans.map((_, i) => path.startDistance[i]!),
  ];
  const points = stations.map((s) => frameAt(path, s).point);
  const extreme = (axis: 'x' | 'y', sign: 1 | -1): number => {
    let best = 0;
    points.forEach((point, i) => {
      if (sign * point[axis] > sign * points[best]![axis]) best = i;
    });
    const value = (s: number): number =>
      sign * frameAt(path, path.path.closed ? s : Math.min(Math.max(s, 0), lengthMm)).point[axis];
    let low = stations[best]! - lengthMm / SAMPLES,
      high = stations[best]! + lengthMm / SAMPLES;
    for (let n = 0; n < STEPS; n++) {
      const a = high - GOLDEN * (high - low),
        b = low + GOLDEN * (high - low);
      if (value(a) > value(b)) high = b;
      else low = a;
    }
    return sign * Math.max(value((low + high) / 2), sign * points[best]![axis]);
  };
  return { min: { x: extreme('x', -1), y: extreme('y', -1) }, max: { x: extreme('x', 1), y: extreme('y', 1) } };
}

export const middleOf = ({ min, max }: Extent): Vec => ({ x: (min.x + max.x) / 2, y: (min.y + max.y) / 2 });

/** The first and the last point of a path. */
export const pathEnds = (path: MeasuredPath): readonly [Vec, Vec] => [
  frameAt(path, 0).point,
  frameAt(path, path.lengthMm).point,
];
