import { hypot } from '../hypot';
import { ProgrammerError } from '../result';
import { foldsOf, type Folded } from './folds';
import { smoothLength } from './gaussLegendre';
import type { MeasuredPath, Span } from './measuredPath';
import { isSmooth, pointAt, smoothDerivatives, type SmoothSegment } from './segment';
import { writeAt } from './smoothRow';
import { evaluate, solveSpan } from './spanPolynomial';
import type { Vec } from './vec';

/** Where one stands at a distance along a path. */
export interface Frame {
  readonly point: Vec;
  /** Unit vector in the direction of travel. */
  readonly tangent: Vec;
  /** Signed curvature, 1/mm, positive where the path turns clockwise. */
  readonly curvature: number;
  /** Turning of the tangent since the start of the path, radians, clockwise positive, never wrapped. */
  readonly turningRad: number;
}

/** Offsets into the rows that `walkTo` writes. */
export const ROW = { x: 0, y: 1, tangentX: 2, tangentY: 3, distance: 4, curvature: 5, turning: 6, length: 7 } as const;

/** How near, in mm, an inverted distance comes to what was asked for. */
const DISTANCE_TOLERANCE = 1e-10;
const scratch = new Float64Array(4);

/**
 * The stretched distance F(s) = s + k·θ(s) at the end points of spans, θ being the turning. For k = 0 it is
 * plain distance; for a parallel at k mm to the left of travel its differences are lengths along that
 * parallel, because dF/ds = 1 + κk. This one formula serves every height at which letters are measured.
 */
const stretchedAt = (path: MeasuredPath, span: number, k: number, folded: Folded | null): number =>
  folded ? folded.starts[span]! : path.startDistance[span]! + k * path.startTurning[span]!;

/** Length in mm of the parallel at k (one turn of it, on a closed path). */
export const stretchedLength = (path: MeasuredPath, k: number): number =>
  stretchedAt(path, path.spans.length, k, foldsOf(path, k));

/** F(s) for any s; past the ends of an open path it grows straight on, on a closed one it goes round. */
export function stretchedFromDistance(path: MeasuredPath, s: number, k: number): number {
  if (k === 0) return s;
  const folded = foldsOf(path, k);
  if (!folded) return s + k * frameAt(path, s).turningRad;
  const { lengthMm } = path;
  const turns = path.path.closed ? Math.floor(s / lengthMm) : 0;
  const along = s - turns * lengthMm;
  const { heights, starts } = folded;
  if (along < 0) return along;
  if (along > lengthMm) return starts.at(-1)! + along - lengthMm;
  const index = findSpan(path, along, 0, null);
  const within =
    along -
    path.startDistance[index]! +
    heights[index]! * (frameAt(path, along).turningRad - path.startTurning[index]!);
  return turns * starts.at(-1)! + starts[index]! + Math.max(0, within);
}

function writeStraightOn(path: MeasuredPath, beyond: number, atEnd: boolean, out: Float64Array, row: number): void {
  const last = path.spans.length - 1;
  const span = path.spans[atEnd ? last : 0]!;
  const point = pointAt(span.segment, atEnd ? span.t1 : span.t0);
  const tx0 = span.startTangent.x,
    ty0 = span.startTangent.y;
  // The end's tangent: the start's, turned by the turning of the last span.
  const turn = atEnd ? path.startTurning[last + 1]! - path.startTurning[last]! : 0;
  const cos = Math.cos(turn),
    sin = Math.sin(turn);
  const tx = tx0 * cos - ty0 * sin,
    ty = tx0 * sin + ty0 * cos;
  out[row] = point.x + tx * beyond;
  out[row + 1] = point.y + ty * beyond;
  out[row + 2] = tx;
  out[row + 3] = ty;
  out[row + 4] = (atEnd ? path.lengthMm : 0) + beyond;
  out[row + 5] = 0;
  out[row + 6] = atEnd ? path.startTurning[last + 1]! : 0;
}

function walkArc(path: MeasuredPath, index: number, span: Span, { f, k }: Local, out: Float64Array, row: number): void {
  const arc = span.segment as Extract<Span['segment'], { kind: 'arc' }>;
  const curvature = span.curvature0;
  const along = f / (1 + k * curvature);
  const a = arc.startRad + along * curvature;
  const cos = Math.cos(a),
    sin = Math.sin(a);
  const direction = arc.sweepRad < 0 ? -1 : 1;
  out[row] = arc.centre.x + arc.radius * cos;
  out[row + 1] = arc.centre.y + arc.radius * sin;
  out[row + 2] = -sin * direction;
  out[row + 3] = cos * direction;
  out[row + 4] = path.startDistance[index]! + along;
  out[row + 5] = curvature;
  out[row + 6] = path.startTurning[index]! + along * curvature;
}

function walkLine(
  path: MeasuredPath,
  index: number,
  span: Span,
  { f: along }: Local,
  out: Float64Array,
  row: number,
): void {
  const segment = span.segment as Extract<Span['segment'], { kind: 'line' }>;
  out[row] = segment.from.x + span.startTangent.x * along;
  out[row + 1] = segment.from.y + span.startTangent.y * along;
  out[row + 2] = span.startTangent.x;
  out[row + 3] = span.startTangent.y;
  out[row + 4] = path.startDistance[index]! + along;
  out[row + 5] = 0;
  out[row + 6] = path.startTurning[index]!;
}

/** What a walk inside one span needs: how far from its start, at which height, and how long the span is there. */
interface Local {
  f: number;
  k: number;
  stretch: number;
}
const local: Local = { f: 0, k: 0, stretch: 0 };

/** First guess of t in a span for a fraction of its stretched length: the cubic through both ends and slopes. */
function guess(span: Span, k: number, fraction: number, stretch: number): number {
  const width = span.t1 - span.t0;
  const m0 = (span.dtds0 / (1 + k * span.curvature0)) * stretch;
  const m1 = (span.dtds1 / (1 + k * span.curvature1)) * stretch;
  if (!(m0 > 0 && m1 > 0 && m0 < 3 * width && m1 < 3 * width)) return span.t0 + width * fraction;
  const u = fraction;
  const v = 1 - u;
  return span.t0 + u * u * (3 - 2 * u) * width + u * v * v * m0 - u * u * v * m1;
}

function walkSmooth(path: MeasuredPath, index: number, span: Span, local: Local, out: Float64Array, row: number): void {
  const { f, k, stretch } = local;
  const { polynomial, t0, t1 } = span;
  if (!polynomial || !(stretch > 0)) {
    walkByQuadrature(path, index, span, local, out, row);
    return;
  }
  const segment = span.segment as SmoothSegment;
  const width = t1 - t0;
  const first = ((guess(span, k, f / stretch, stretch) - t0) / width) * 2 - 1;
  const v = solveSpan(polynomial, k, f, Math.min(Math.max(first, -1), 1), DISTANCE_TOLERANCE);
  const t = t0 + ((v + 1) / 2) * width;
  if (!writeAt(segment, t, out, row)) {
    // At the end of a handle without length: the tangent there is a limit.
    walkByQuadrature(path, index, span, local, out, row);
    return;
  }
  out[row + 4] = path.startDistance[index]! + evaluate(polynomial.length, v);
  out[row + 6] = path.startTurning[index]! + evaluate(polynomial.turning, v);
}

/** A walk inside a span whose length and turning have no good polynomial: near a cusp. Slower, and sure. */
function walkByQuadrature(
  path: MeasuredPath,
  index: number,
  span: Span,
  { f, k, stretch }: Local,
  out: Float64Array,
  row: number,
): void {
  const c = span.segment as SmoothSegment;
  let low = span.t0;
  let high = span.t1;
  let t = stretch > 0 ? guess(span, k, f / stretch, stretch) : (low + high) / 2;
  const ax = span.startTangent.x,
    ay = span.startTangent.y;
  let along = 0;
  let turn = 0;
  let curvature = 0;
  // Newton, held inside a shrinking bracket: a plain step leaves the span near a cusp.
  for (let i = 0; i < 60; i++) {
    along = smoothLength(c, span.t0, t);
    smoothDerivatives(c, t, scratch);
    const dx = scratch[0]!,
      dy = scratch[1]!;
    turn = Math.atan2(ax * dy - ay * dx, ax * dx + ay * dy);
    const speed2 = dx * dx + dy * dy;
    const bend = dx * scratch[3]! - dy * scratch[2]!;
    const speed = Math.sqrt(speed2);
    curvature = speed > 1e-12 ? bend / (speed2 * speed) : 0;
    const miss = along + k * turn - f;
    if (Math.abs(miss) < DISTANCE_TOLERANCE) break;
    if (miss > 0) high = t;
    else low = t;
    const slope = speed * (1 + k * curvature);
    const next = slope > 1e-12 ? t - miss / slope : Number.NaN;
    const inside = next > low && next < high;
    const following = inside ? next : (low + high) / 2;
    if (following === t) break;
    t = following;
  }
  smoothDerivatives(c, t, scratch);
  let dx = scratch[0]!,
    dy = scratch[1]!;
  let speed = hypot(dx, dy);
  if (speed < 1e-12) {
    dx = ax;
    dy = ay;
    speed = 1;
  }
  const point = pointAt(c, t);
  out[row] = point.x;
  out[row + 1] = point.y;
  out[row + 2] = dx / speed;
  out[row + 3] = dy / speed;
  out[row + 4] = path.startDistance[index]! + along;
  out[row + 5] = curvature;
  out[row + 6] = path.startTurning[index]! + turn;
}

/** Index of the span in which the stretched distance f falls (the last span that starts at or before it). */
function findSpan(path: MeasuredPath, f: number, k: number, folded: Folded | null): number {
  let low = 0;
  let high = path.spans.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (stretchedAt(path, middle, k, folded) <= f) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * Walks to the place where the stretched distance F(s) = s + kθ(s) has the value f, and writes one row of
 * `ROW.length` numbers at `row`: point, unit tangent, distance, curvature, turning. This is the hot path of
 * the setting; it allocates nothing on lines and arcs.
 *
 * @param path measured path with at least one span
 * @param f stretched distance in mm; outside an open path the path goes straight on along its end's tangent,
 *   a closed path is gone round as often as needed (distance and turning keep counting)
 * @param k height in mm to the left of travel at which distances count; 0 for the path itself. Where the parallel at k
 *   would fold, the least height that does not is taken instead: the caller looks for folds and tells of them
 * @throws ProgrammerError `empty-path` when the path has no length
 */
export function walkTo(path: MeasuredPath, f: number, k: number, out: Float64Array, row: number): void {
  const count = path.spans.length;
  if (count === 0) throw new ProgrammerError('empty-path', 'A path without length has no places on it.');
  const folded = foldsOf(path, k);
  const total = stretchedAt(path, count, k, folded);
  let turns = 0;
  let target = f;
  if (path.path.closed) {
    turns = Math.floor(f / total);
    target = f - turns * total;
  } else if (f < 0) {
    writeStraightOn(path, f, false, out, row);
    return;
  } else if (f > total) {
    writeStraightOn(path, f - total, true, out, row);
    return;
  }
  const index = count === 1 ? 0 : findSpan(path, target, k, folded);
  const span = path.spans[index]!;
  const f0 = stretchedAt(path, index, k, folded);
  local.f = target - f0;
  local.stretch = stretchedAt(path, index + 1, k, folded) - f0;
  local.k = folded ? folded.heights[index]! : k;
  if (span.segment.kind === 'arc') walkArc(path, index, span, local, out, row);
  else if (span.segment.kind === 'line') walkLine(path, index, span, local, out, row);
  else walkSmooth(path, index, span, local, out, row);
  if (turns !== 0) {
    out[row + 4]! += turns * path.lengthMm;
    out[row + 6]! += turns * path.turningRad;
  }
}

const frameRow = new Float64Array(ROW.length);

/**
 * Position, tangent, curvature and turning at distance s (mm) along a path.
 * Outside an open path it goes straight on; a closed path goes round.
 */
export function frameAt(path: MeasuredPath, s: number): Frame {
  walkTo(path, s, 0, frameRow, 0);
  return {
    point: { x: frameRow[0]!, y: frameRow[1]! },
    tangent: { x: frameRow[2]!, y: frameRow[3]! },
    curvature: frameRow[5]!,
    turningRad: frameRow[6]!,
  };
}

/** The unit normal to the left of travel at distance s: outward on a clockwise circle, up on a line to the right. */
export function normalAt(path: MeasuredPath, s: number): Vec {
  const { tangent } = frameAt(path, s);
  return { x: tangent.y, y: -tangent.x };
}

/**
 * Distance to native parameter: which segment (by index in the path) and where on it.
 * s is clamped to the path, or wrapped on a closed one.
 */
export function parameterAt(path: MeasuredPath, s: number): { readonly segment: number; readonly t: number } {
  if (path.spans.length === 0) throw new ProgrammerError('empty-path', 'A path without length has no places on it.');
  const wrapped = path.path.closed
    ? s - Math.floor(s / path.lengthMm) * path.lengthMm
    : Math.min(Math.max(s, 0), path.lengthMm);
  const index = findSpan(path, wrapped, 0, null);
  const span = path.spans[index]!;
  const segment = path.path.segments.indexOf(span.segment);
  const along = wrapped - path.startDistance[index]!;
  if (!isSmooth(span.segment)) {
    return { segment, t: along / (path.startDistance[index + 1]! - path.startDistance[index]!) };
  }
  let low = span.t0;
  let high = span.t1;
  let t = guess(
    span,
    0,
    along / (path.startDistance[index + 1]! - path.startDistance[index]!),
    path.startDistance[index + 1]! - path.startDistance[index]!,
  );
  for (let i = 0; i < 60; i++) {
    const miss = smoothLength(span.segment, span.t0, t) - along;
    if (Math.abs(miss) < DISTANCE_TOLERANCE) break;
    if (miss > 0) high = t;
    else low = t;
    smoothDerivatives(span.segment, t, scratch);
    const next = t - miss / hypot(scratch[0]!, scratch[1]!);
    t = next > low && next < high ? next : (low + high) / 2;
  }
  return { segment, t };
}
