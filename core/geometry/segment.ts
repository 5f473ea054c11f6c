import { clockToRad, type Vec } from './vec';

/** A straight piece of a path. t runs linearly from `from` to `to`. */
export interface LineSegment {
  readonly kind: 'line';
  readonly from: Vec;
  readonly to: Vec;
}

/** A circular piece. Angles are radians clockwise from the x axis; a positive sweep runs clockwise. */
export interface ArcSegment {
  readonly kind: 'arc';
  readonly centre: Vec;
  readonly radius: number;
  readonly startRad: number;
  readonly sweepRad: number;
}

/** A cubic Bézier. */
export interface CubicSegment {
  readonly kind: 'cubic';
  readonly p0: Vec;
  readonly p1: Vec;
  readonly p2: Vec;
  readonly p3: Vec;
}

export type Segment = LineSegment | ArcSegment | CubicSegment;

/** Segments joined end to start, in the direction of travel. */
export interface Path {
  readonly segments: readonly Segment[];
  readonly closed: boolean;
}

export const line = (from: Vec, to: Vec): LineSegment => ({ kind: 'line', from, to });
export const cubic = (p0: Vec, p1: Vec, p2: Vec, p3: Vec): CubicSegment => ({ kind: 'cubic', p0, p1, p2, p3 });

/** An arc from clock angles in degrees. */
export const clockArc = (centre: Vec, radius: number, startDeg: number, sweepDeg: number): ArcSegment => ({
  kind: 'arc',
  centre,
  radius,
  startRad: clockToRad(startDeg),
  sweepRad: (sweepDeg * Math.PI) / 180,
});

/** The point at native parameter t, 0 ≤ t ≤ 1 (outside it the segment is continued by its own formula). */
export function pointAt(segment: Segment, t: number): Vec {
  switch (segment.kind) {
    case 'line':
      return {
        x: segment.from.x + (segment.to.x - segment.from.x) * t,
        y: segment.from.y + (segment.to.y - segment.from.y) * t,
      };
    case 'arc': {
      const a = segment.startRad + segment.sweepRad * t;
      return { x: segment.centre.x + segment.radius * Math.cos(a), y: segment.centre.y + segment.radius * Math.sin(a) };
    }
    case 'cubic': {
      const m = 1 - t;
      const b0 = m * m * m;
      const b1 = 3 * m * m * t;
      const b2 = 3 * m * t * t;
      const b3 = t * t * t;
      return {
        x: b0 * segment.p0.x + b1 * segment.p1.x + b2 * segment.p2.x + b3 * segment.p3.x,
        y: b0 * segment.p0.y + b1 * segment.p1.y + b2 * segment.p2.y + b3 * segment.p3.y,
      };
    }
  }
}

export const startPoint = (segment: Segment): Vec => pointAt(segment, 0);
export const endPoint = (segment: Segment): Vec => pointAt(segment, 1);

/** First and second derivative of a cubic by t, written out for speed: [x', y', x'', y'']. */
export function cubicDerivatives(c: CubicSegment, t: number, out: Float64Array): void {
  const m = 1 - t;
  const ax = c.p1.x - c.p0.x, ay = c.p1.y - c.p0.y;
  const bx = c.p2.x - c.p1.x, by = c.p2.y - c.p1.y;
  const cx = c.p3.x - c.p2.x, cy = c.p3.y - c.p2.y;
  out[0] = 3 * (m * m * ax + 2 * m * t * bx + t * t * cx);
  out[1] = 3 * (m * m * ay + 2 * m * t * by + t * t * cy);
  out[2] = 6 * (m * (bx - ax) + t * (cx - bx));
  out[3] = 6 * (m * (by - ay) + t * (cy - by));
}

/**
 * Unit tangent of a cubic at t in the direction of travel. Where the derivative vanishes (a handle of zero
 * length, a cusp) it is the limit from inside the segment; null when all four points coincide.
 */
export function cubicTangent(c: CubicSegment, t: number): Vec | null {
  const d = new Float64Array(4);
  cubicDerivatives(c, t, d);
  const size = Math.abs(c.p3.x - c.p0.x) + Math.abs(c.p3.y - c.p0.y) + Math.abs(c.p1.x - c.p0.x)
    + Math.abs(c.p1.y - c.p0.y) + Math.abs(c.p2.x - c.p0.x) + Math.abs(c.p2.y - c.p0.y);
  if (size === 0) return null;
  let length = Math.hypot(d[0]!, d[1]!);
  if (length > 1e-9 * size) return { x: d[0]! / length, y: d[1]! / length };
  const step = t < 0.5 ? 1e-5 : -1e-5;
  cubicDerivatives(c, t + step, d);
  length = Math.hypot(d[0]!, d[1]!);
  return length > 0 ? { x: d[0]! / length, y: d[1]! / length } : null;
}
