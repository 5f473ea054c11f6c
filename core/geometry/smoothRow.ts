import { hypot } from '../hypot';
import { pointAt, smoothDerivatives, type CubicSegment, type EllipseSegment, type SmoothSegment } from './segment';

const scratch = new Float64Array(4);

/**
 * Writes point, unit tangent and curvature of a smooth segment at t into a row as `walkTo` has it, leaving distance and
 * turning as they are. Cubics and ellipses, which most walks go along, are written out for speed.
 *
 * @param t 0 to 1
 * @returns false, with nothing written, where the tangent is only a limit: at the end of a handle without length
 */
export function writeAt(segment: SmoothSegment, t: number, out: Float64Array, row: number): boolean {
  switch (segment.kind) {
    case 'cubic':
      return writeCubic(segment, t, out, row);
    case 'ellipse':
      return writeEllipse(segment, t, out, row);
    default:
      return writeSmooth(segment, t, out, row);
  }
}

function writeCubic({ p0, p1, p2, p3 }: CubicSegment, t: number, out: Float64Array, row: number): boolean {
  const m = 1 - t;
  const ax = p1.x - p0.x,
    ay = p1.y - p0.y,
    bx = p2.x - p1.x,
    by = p2.y - p1.y,
    cx = p3.x - p2.x,
    cy = p3.y - p2.y;
  const dx = m * m * ax + 2 * m * t * bx + t * t * cx,
    dy = m * m * ay + 2 * m * t * by + t * t * cy;
  const ddx = m * (bx - ax) + t * (cx - bx),
    ddy = m * (by - ay) + t * (cy - by);
  const speed = Math.sqrt(dx * dx + dy * dy);
  if (speed < 1e-9) return false;
  out[row] = m * m * m * p0.x + 3 * m * t * (m * p1.x + t * p2.x) + t * t * t * p3.x;
  out[row + 1] = m * m * m * p0.y + 3 * m * t * (m * p1.y + t * p2.y) + t * t * t * p3.y;
  out[row + 2] = dx / speed;
  out[row + 3] = dy / speed;
  // With P' = 3(dx, dy) and P'' = 6(ddx, ddy) the curvature is 18/27 of the plain quotient.
  out[row + 5] = ((dx * ddy - dy * ddx) / (speed * speed * speed)) * (2 / 3);
  return true;
}

function writeEllipse(
  { centre, radiusX, radiusY, turnRad, startRad, sweepRad }: EllipseSegment,
  t: number,
  out: Float64Array,
  row: number,
): boolean {
  const a = startRad + sweepRad * t;
  const cos = Math.cos(a),
    sin = Math.sin(a);
  const c = turnRad === 0 ? 1 : Math.cos(turnRad),
    s = turnRad === 0 ? 0 : Math.sin(turnRad);
  const x = radiusX * cos,
    y = radiusY * sin;
  const dx = -radiusX * sin * sweepRad,
    dy = radiusY * cos * sweepRad;
  const speed = Math.sqrt(dx * dx + dy * dy);
  if (speed < 1e-9) return false;
  out[row] = centre.x + x * c - y * s;
  out[row + 1] = centre.y + x * s + y * c;
  out[row + 2] = (dx * c - dy * s) / speed;
  out[row + 3] = (dx * s + dy * c) / speed;
  out[row + 5] = (radiusX * radiusY * sweepRad * sweepRad * sweepRad) / (speed * speed * speed);
  return true;
}

function writeSmooth(segment: SmoothSegment, t: number, out: Float64Array, row: number): boolean {
  smoothDerivatives(segment, t, scratch);
  const dx = scratch[0]!,
    dy = scratch[1]!;
  const speed = hypot(dx, dy);
  if (speed < 1e-9) return false;
  const point = pointAt(segment, t);
  out[row] = point.x;
  out[row + 1] = point.y;
  out[row + 2] = dx / speed;
  out[row + 3] = dy / speed;
  out[row + 5] = (dx * scratch[3]! - dy * scratch[2]!) / (speed * speed * speed);
  return true;
}
