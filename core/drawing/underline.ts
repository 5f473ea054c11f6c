import { fitHermite } from '../geometry/hermite';
import { frameAt } from '../geometry/walk';
import { linesOf, type SetLettering } from '../setting/line/set';
import type { OutlineSink } from '../geometry/outlines/outlineSink';

/** How far an underline may be from the true parallel, mm. */
const TOLERANCE_MM = 0.0005;

/**
 * Sends the middle of an underline to a sink: a parallel of the baseline from the first ink to the last one, for every
 * line of the lettering.
 *
 * @param offMm from the baseline, away from the tops
 */
export function traceUnderline(set: SetLettering, offMm: number, sink: OutlineSink): void {
  for (const {
    path,
    direction,
    baselineMm,
    overset: { inkStart, inkEnd },
    measured,
  } of linesOf(set)) {
    if (measured.firstInk < 0 || inkEnd <= inkStart) continue;
    const height = baselineMm - offMm;
    const sample = (x: number) => {
      const { point, tangent, curvature } = frameAt(path, direction * x);
      const [ux, uy] = [tangent.x * direction, tangent.y * direction];
      const stretch = 1 + curvature * direction * height;
      return {
        point: { x: point.x + uy * height, y: point.y - ux * height },
        derivative: { x: ux * stretch, y: uy * stretch },
      };
    };
    const parts = fitHermite(sample, inkStart, inkEnd, TOLERANCE_MM);
    sink.moveTo(parts[0]!.p0.x, parts[0]!.p0.y);
    for (const { p1, p2, p3 } of parts) sink.curveTo(p1.x, p1.y, p2.x, p2.y, p3.x, p3.y);
  }
}
