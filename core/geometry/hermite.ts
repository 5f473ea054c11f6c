import { hypot } from '../hypot';
import { cubic, type CubicSegment } from './segment';
import type { Vec } from './vec';

/** A curve as a function: the point at t and the derivative by t. */
export type Sampler = (t: number) => Sample;
interface Sample {
  readonly point: Vec;
  readonly derivative: Vec;
}

const LEAST_STEP = 1 / 4096;

/**
 * Cubics that follow a curve with its own points and tangents at their ends, halved until they are near enough.
 *
 * @param from,to range of t; the first cut is at a quarter of it, so that no wave is missed by luck
 * @param toleranceMm how far each cubic may be from the curve at its quarter points
 * @param widest the largest share of the range for one cubic; 1 for curves without waves
 */
export function fitHermite(
  sample: Sampler,
  from: number,
  to: number,
  toleranceMm: number,
  widest = 0.3,
): CubicSegment[] {
  const cubics: CubicSegment[] = [];
  const range = to - from;
  const visit = (t0: number, a: Sample, t1: number, b: Sample): void => {
    const third = (t1 - t0) / 3;
    const made = cubic(
      a.point,
      { x: a.point.x + a.derivative.x * third, y: a.point.y + a.derivative.y * third },
      { x: b.point.x - b.derivative.x * third, y: b.point.y - b.derivative.y * third },
      b.point,
    );
    const small = t1 - t0 <= range * LEAST_STEP;
    if (!small && (t1 - t0 > range * widest || !near(made, sample, t0, t1, toleranceMm))) {
      const t = (t0 + t1) / 2,
        middle = sample(t);
      visit(t0, a, t, middle);
      visit(t, middle, t1, b);
    } else {
      cubics.push(made);
    }
  };
  visit(from, sample(from), to, sample(to));
  return cubics;
}

function near({ p0, p1, p2, p3 }: CubicSegment, sample: Sampler, t0: number, t1: number, toleranceMm: number): boolean {
  return [0.25, 0.5, 0.75].every((u) => {
    const v = 1 - u;
    const { point } = sample(t0 + (t1 - t0) * u);
    const x = v * v * v * p0.x + 3 * v * v * u * p1.x + 3 * v * u * u * p2.x + u * u * u * p3.x;
    const y = v * v * v * p0.y + 3 * v * v * u * p1.y + 3 * v * u * u * p2.y + u * u * u * p3.y;
    return hypot(x - point.x, y - point.y) <= toleranceMm;
  });
}
