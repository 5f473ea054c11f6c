import type { MeasuredPath } from './measuredPath';
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

/**
 * The box round a path: the extremes of samples along it and of the ends of its segments, each refined between its
 * neighbours by golden section.
 */
export function extentOf(path: MeasuredPath): Extent {
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
