import { hypot } from '../hypot';
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

/** Part of an ellipse. t runs evenly through the parametric angle, radians clockwise from the first half axis. */
export interface EllipseSegment {
  readonly kind: 'ellipse';
  readonly centre: Vec;
  readonly radiusX: number;
  readonly radiusY: number;
  /** Turning of the first half axis, radians clockwise. */
  readonly turnRad: number;
  readonly startRad: number;
  readonly sweepRad: number;
}

/**
 * A spiral round a centre. The radius runs from `startRadius` to `endRadius` while the angle sweeps evenly: by
 * equal amounts (`even`, Archimedes) or by equal factors (`proportional`, logarithmic).
 */
export interface SpiralSegment {
  readonly kind: 'spiral';
  readonly centre: Vec;
  readonly startRadius: number;
  readonly endRadius: number;
  readonly startRad: number;
  readonly sweepRad: number;
  readonly growth: 'even' | 'proportional';
}

/** A sine wave along a straight axis. t runs evenly along the axis. */
export interface SineSegment {
  readonly kind: 'sine';
  readonly from: Vec;
  /** The whole way along the axis. */
  readonly along: Vec;
  readonly amplitude: number;
  /** Phase at t = 0 and phase gone through by t = 1, radians; the wave rises (upwards from the axis) at phase 0. */
  readonly startPhase: number;
  readonly sweepPhase: number;
}

/** Segments whose length has no closed form here, or an awkward one: all are measured in the same way. */
export type SmoothSegment = CubicSegment | EllipseSegment | SpiralSegment | SineSegment;

export type Segment = LineSegment | ArcSegment | SmoothSegment;

export const isSmooth = (segment: Segment): segment is SmoothSegment =>
  segment.kind !== 'line' && segment.kind !== 'arc';

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
    case 'ellipse': {
      const a = segment.startRad + segment.sweepRad * t;
      return turned(segment.centre, segment.turnRad, segment.radiusX * Math.cos(a), segment.radiusY * Math.sin(a));
    }
    case 'spiral': {
      const a = segment.startRad + segment.sweepRad * t;
      const r = spiralRadius(segment, t);
      return { x: segment.centre.x + r * Math.cos(a), y: segment.centre.y + r * Math.sin(a) };
    }
    case 'sine': {
      const { from, along, amplitude } = segment;
      const length = hypot(along.x, along.y);
      const high = amplitude * Math.sin(segment.startPhase + segment.sweepPhase * t);
      // Upwards from the axis is to the left of travel.
      return {
        x: from.x + along.x * t + (along.y / length) * high,
        y: from.y + along.y * t - (along.x / length) * high,
      };
    }
  }
}

const turned = (centre: Vec, rad: number, x: number, y: number): Vec => ({
  x: centre.x + x * Math.cos(rad) - y * Math.sin(rad),
  y: centre.y + x * Math.sin(rad) + y * Math.cos(rad),
});

/** Distance of a spiral from its centre at t. */
export const spiralRadius = ({ startRadius, endRadius, growth }: SpiralSegment, t: number): number =>
  growth === 'even' ? startRadius + (endRadius - startRadius) * t : startRadius * (endRadius / startRadius) ** t;

export const startPoint = (segment: Segment): Vec => pointAt(segment, 0);
export const endPoint = (segment: Segment): Vec => pointAt(segment, 1);

/** First and second derivative by t, written out for speed: [x', y', x'', y'']. */
export function smoothDerivatives(segment: SmoothSegment, t: number, out: Float64Array): void {
  switch (segment.kind) {
    case 'cubic':
      cubicDerivatives(segment, t, out);
      return;
    case 'ellipse': {
      const { radiusX, radiusY, sweepRad, turnRad } = segment;
      const a = segment.startRad + sweepRad * t;
      const c = Math.cos(turnRad),
        s = Math.sin(turnRad);
      const x1 = -radiusX * Math.sin(a) * sweepRad,
        y1 = radiusY * Math.cos(a) * sweepRad;
      const x2 = -radiusX * Math.cos(a) * sweepRad * sweepRad,
        y2 = -radiusY * Math.sin(a) * sweepRad * sweepRad;
      out[0] = x1 * c - y1 * s;
      out[1] = x1 * s + y1 * c;
      out[2] = x2 * c - y2 * s;
      out[3] = x2 * s + y2 * c;
      return;
    }
    case 'spiral': {
      const { sweepRad: w, startRadius, endRadius } = segment;
      const a = segment.startRad + w * t;
      const r = spiralRadius(segment, t);
      const even = segment.growth === 'even';
      const grow = Math.log(endRadius / startRadius);
      const r1 = even ? endRadius - startRadius : r * grow;
      const r2 = even ? 0 : r * grow * grow;
      const c = Math.cos(a),
        s = Math.sin(a);
      out[0] = r1 * c - r * w * s;
      out[1] = r1 * s + r * w * c;
      out[2] = r2 * c - 2 * r1 * w * s - r * w * w * c;
      out[3] = r2 * s + 2 * r1 * w * c - r * w * w * s;
      return;
    }
    case 'sine': {
      const { along, amplitude, sweepPhase } = segment;
      const length = hypot(along.x, along.y);
      const phase = segment.startPhase + sweepPhase * t;
      const h1 = amplitude * Math.cos(phase) * sweepPhase,
        h2 = -amplitude * Math.sin(phase) * sweepPhase * sweepPhase;
      out[0] = along.x + (along.y / length) * h1;
      out[1] = along.y - (along.x / length) * h1;
      out[2] = (along.y / length) * h2;
      out[3] = -(along.x / length) * h2;
    }
  }
}

function cubicDerivatives(c: CubicSegment, t: number, out: Float64Array): void {
  const m = 1 - t;
  const ax = c.p1.x - c.p0.x,
    ay = c.p1.y - c.p0.y;
  const bx = c.p2.x - c.p1.x,
    by = c.p2.y - c.p1.y;
  const cx = c.p3.x - c.p2.x,
    cy = c.p3.y - c.p2.y;
  out[0] = 3 * (m * m * ax + 2 * m * t * bx + t * t * cx);
  out[1] = 3 * (m * m * ay + 2 * m * t * by + t * t * cy);
  out[2] = 6 * (m * (bx - ax) + t * (cx - bx));
  out[3] = 6 * (m * (by - ay) + t * (cy - by));
}

/** How large a segment is, roughly, mm: what a derivative is small against. */
function extent(segment: SmoothSegment): number {
  switch (segment.kind) {
    case 'cubic': {
      const { p0, p1, p2, p3 } = segment;
      return [p1, p2, p3].reduce((sum, p) => sum + Math.abs(p.x - p0.x) + Math.abs(p.y - p0.y), 0);
    }
    case 'ellipse':
      return segment.radiusX + segment.radiusY;
    case 'spiral':
      return segment.startRadius + segment.endRadius;
    case 'sine':
      return hypot(segment.along.x, segment.along.y);
  }
}

/**
 * Unit tangent at t in the direction of travel. Where the derivative vanishes (a handle of zero length, a cusp) it
 * is the limit from inside the segment; null where the segment is a single point.
 */
export function smoothTangent(segment: SmoothSegment, t: number): Vec | null {
  const d = new Float64Array(4);
  const size = extent(segment);
  if (size === 0) return null;
  smoothDerivatives(segment, t, d);
  let length = hypot(d[0]!, d[1]!);
  if (length > 1e-9 * size) return { x: d[0]! / length, y: d[1]! / length };
  smoothDerivatives(segment, t + (t < 0.5 ? 1e-5 : -1e-5), d);
  length = hypot(d[0]!, d[1]!);
  return length > 0 ? { x: d[0]! / length, y: d[1]! / length } : null;
}

/** Unit tangent of any segment at t in the direction of travel; to the right where it is a single point. */
export function tangentAt(segment: Segment, t: number): Vec {
  if (segment.kind === 'line') {
    const length = hypot(segment.to.x - segment.from.x, segment.to.y - segment.from.y) || 1;
    return { x: (segment.to.x - segment.from.x) / length, y: (segment.to.y - segment.from.y) / length };
  }
  if (segment.kind === 'arc') {
    const a = segment.startRad + segment.sweepRad * t;
    const direction = Math.sign(segment.sweepRad);
    return { x: -Math.sin(a) * direction, y: Math.cos(a) * direction };
  }
  return smoothTangent(segment, t) ?? { x: 1, y: 0 };
}
