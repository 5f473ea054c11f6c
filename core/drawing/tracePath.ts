import { fitHermite } from '../geometry/hermite';
import { pointAt, smoothDerivatives, startPoint, type ArcSegment, type Path, type SmoothSegment } from '../geometry/segment';
import type { Sink } from './sink';

/** Widest arc drawn as one cubic: at 30° the cubic is off by less than 4e-7 of the radius. */
const WIDEST = Math.PI / 6;

/** An arc as cubics with handles of 4/3 tan(θ/4), the classic choice that meets the arc at ends and middle. */
function traceArc(arc: ArcSegment, sink: Sink): void {
  const { centre, radius } = arc;
  const count = Math.max(1, Math.ceil(Math.abs(arc.sweepRad) / WIDEST - 1e-9));
  const step = arc.sweepRad / count;
  const handle = (4 / 3) * Math.tan(step / 4) * radius;
  for (let i = 0; i < count; i++) {
    const a = arc.startRad + i * step;
    const b = a + step;
    const ca = Math.cos(a), sa = Math.sin(a), cb = Math.cos(b), sb = Math.sin(b);
    sink.curveTo(
      centre.x + radius * ca - handle * sa, centre.y + radius * sa + handle * ca,
      centre.x + radius * cb + handle * sb, centre.y + radius * sb - handle * cb,
      centre.x + radius * cb, centre.y + radius * sb,
    );
  }
}

/** How far a drawn curve may be from the exact one, mm: below what any device shows. */
const TOLERANCE_MM = 0.0005;
const slope = new Float64Array(4);

/** A smooth segment as cubics with its own tangents at their ends. */
function traceSmooth(segment: SmoothSegment, sink: Sink, toleranceMm: number): void {
  if (segment.kind === 'cubic') {
    const { p1, p2, p3 } = segment;
    sink.curveTo(p1.x, p1.y, p2.x, p2.y, p3.x, p3.y);
    return;
  }
  const cubics = fitHermite((t) => {
    smoothDerivatives(segment, t, slope);
    return { point: pointAt(segment, t), derivative: { x: slope[0]!, y: slope[1]! } };
  }, 0, 1, toleranceMm);
  for (const { p1, p2, p3 } of cubics) sink.curveTo(p1.x, p1.y, p2.x, p2.y, p3.x, p3.y);
}

/**
 * Sends a path to a sink; a closed one is closed. An empty path sends nothing.
 *
 * @param toleranceMm how far cubics may be from ellipses, spirals and waves
 */
export function tracePath(path: Path, sink: Sink, toleranceMm = TOLERANCE_MM): void {
  const first = path.segments[0];
  if (!first) return;
  const from = startPoint(first);
  sink.moveTo(from.x, from.y);
  for (const segment of path.segments) {
    if (segment.kind === 'line') sink.lineTo(segment.to.x, segment.to.y);
    else if (segment.kind === 'arc') traceArc(segment, sink);
    else traceSmooth(segment, sink, toleranceMm);
  }
  if (path.closed) sink.closePath();
}
