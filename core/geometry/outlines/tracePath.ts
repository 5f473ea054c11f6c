import { fitHermite } from '../hermite';
import { pointAt, smoothDerivatives, startPoint, type Path, type SmoothSegment } from '../segment';
import { roundCubics } from './roundCubics';
import type { OutlineSink } from './outlineSink';

/** How far a drawn curve may be from the exact one, mm: below what any device shows. */
const TOLERANCE_MM = 0.0005;
const slope = new Float64Array(4);

/** A smooth segment as cubics with its own tangents at their ends. */
function traceSmooth(segment: SmoothSegment, sink: OutlineSink, toleranceMm: number): void {
  if (segment.kind === 'cubic') {
    const { p1, p2, p3 } = segment;
    sink.curveTo(p1.x, p1.y, p2.x, p2.y, p3.x, p3.y);
    return;
  }
  const cubics = fitHermite(
    (t) => {
      smoothDerivatives(segment, t, slope);
      return { point: pointAt(segment, t), derivative: { x: slope[0]!, y: slope[1]! } };
    },
    0,
    1,
    toleranceMm,
  );
  for (const { p1, p2, p3 } of cubics) sink.curveTo(p1.x, p1.y, p2.x, p2.y, p3.x, p3.y);
}

/**
 * Sends a path to a sink; a closed one is closed. An empty path sends nothing.
 *
 * @param toleranceMm how far cubics may be from ellipses, spirals and waves
 */
export function tracePath(path: Path, sink: OutlineSink, toleranceMm = TOLERANCE_MM): void {
  const first = path.segments[0];
  if (!first) return;
  const from = startPoint(first);
  sink.moveTo(from.x, from.y);
  for (const segment of path.segments) {
    if (segment.kind === 'line') sink.lineTo(segment.to.x, segment.to.y);
    else if (segment.kind === 'arc') {
      for (const part of roundCubics(
        segment.centre.x,
        segment.centre.y,
        segment.radius,
        segment.startRad,
        segment.sweepRad,
      ))
        sink.curveTo(...part);
    } else traceSmooth(segment, sink, toleranceMm);
  }
  if (path.closed) sink.closePath();
}
