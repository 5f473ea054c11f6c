import { hypot } from '../hypot';
import { ProgrammerError, type Problem } from '../result';
import { smoothLength } from './gaussLegendre';
import {
  smoothDerivatives,
  smoothTangent,
  endPoint,
  isSmooth,
  startPoint,
  type Path,
  type Segment,
  type SmoothSegment,
} from './segment';
import { fitSpan, type SpanPolynomial } from './spanPolynomial';
import { distance, type Vec } from './vec';

/**
 * A stretch of one segment over which length and turning are smooth enough to be inverted in two Newton
 * steps. Lines and arcs are one span each; a cubic is split until the eight-point rule agrees with its two
 * halves and the tangent turns by less than 45°.
 */
export interface Span {
  readonly segment: Segment;
  readonly t0: number;
  readonly t1: number;
  /** Unit tangent at t0, and 1 / (ds/dt) at both ends (0 at a cusp, where no guess is to be had). */
  readonly startTangent: Vec;
  readonly dtds0: number;
  readonly dtds1: number;
  /** Signed curvature at both ends, 1/mm, positive where the path turns clockwise. */
  readonly curvature0: number;
  readonly curvature1: number;
  /** Length and turning of a stretch of a cubic; null on lines and arcs, and at a cusp, where there is no good fit. */
  readonly polynomial: SpanPolynomial | null;
}

/** A path with its lengths and turnings measured. Derived data: build it with `measurePath`, never edit it. */
export interface MeasuredPath {
  readonly path: Path;
  readonly lengthMm: number;
  /** Total turning of the tangent in radians, clockwise positive: 2π once round a clockwise circle. */
  readonly turningRad: number;
  readonly spans: readonly Span[];
  /** Distance and turning at the start of each span, and at the end of the last: one longer than spans. */
  readonly startDistance: Float64Array;
  readonly startTurning: Float64Array;
  /** Turning within each span, without the corner before it. */
  readonly spanTurning: Float64Array;
  /** Least and greatest signed curvature that were met, 1/mm. */
  readonly curvatureMin: number;
  readonly curvatureMax: number;
  /** Whether a height of k to the left runs over no corner that turns towards it. */
  readonly cornersSafe: (k: number) => boolean;
  readonly problems: readonly Problem[];
}

const MAX_DEPTH = 18;
const scratch = new Float64Array(4);

/** Angle from unit vector a to b, −π…π, clockwise positive. */
const turnBetween = (a: Vec, b: Vec): number => Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y);

/** Signed curvature of a cubic at t in 1/mm, clockwise positive; 0 where the derivative vanishes. */
export function smoothCurvature(c: SmoothSegment, t: number): number {
  smoothDerivatives(c, t, scratch);
  const x = scratch[0]!,
    y = scratch[1]!;
  const speed = hypot(x, y);
  return speed < 1e-12 ? 0 : (x * scratch[3]! - y * scratch[2]!) / (speed * speed * speed);
}

const inverseSpeed = (c: SmoothSegment, t: number): number => {
  smoothDerivatives(c, t, scratch);
  const speed = hypot(scratch[0]!, scratch[1]!);
  return speed < 1e-12 ? 0 : 1 / speed;
};

interface Draft {
  span: Span;
  length: number;
  turning: number;
}

function splitSmooth(c: SmoothSegment, toleranceMm: number, drafts: Draft[]): void {
  const visit = (t0: number, t1: number, length: number, depth: number): void => {
    const middle = (t0 + t1) / 2;
    const left = smoothLength(c, t0, middle);
    const right = smoothLength(c, middle, t1);
    const from = smoothTangent(c, t0);
    const to = smoothTangent(c, t1);
    const between = smoothTangent(c, middle);
    if (!from || !to || !between) return;
    const turn = turnBetween(from, between) + turnBetween(between, to);
    const tolerance = toleranceMm * Math.max(t1 - t0, 1e-3);
    const settled = depth > 1 && Math.abs(left + right - length) <= tolerance && Math.abs(turn) < Math.PI / 4;
    const polynomial = settled ? fitSpan(c, t0, t1, toleranceMm) : null;
    if (polynomial || depth >= MAX_DEPTH) {
      drafts.push({
        span: {
          segment: c,
          t0,
          t1,
          startTangent: from,
          dtds0: inverseSpeed(c, t0),
          dtds1: inverseSpeed(c, t1),
          curvature0: smoothCurvature(c, t0),
          curvature1: smoothCurvature(c, t1),
          polynomial,
        },
        length: left + right,
        turning: turn,
      });
      return;
    }
    visit(t0, middle, left, depth + 1);
    visit(middle, t1, right, depth + 1);
  };
  visit(0, 1, smoothLength(c, 0, 1), 0);
}

function measureSegment(segment: Segment, toleranceMm: number, drafts: Draft[]): void {
  if (isSmooth(segment)) {
    splitSmooth(segment, toleranceMm, drafts);
    return;
  }
  const whole = { segment, t0: 0, t1: 1, polynomial: null };
  if (segment.kind === 'line') {
    const length = distance(segment.from, segment.to);
    if (length === 0) return;
    const startTangent = { x: (segment.to.x - segment.from.x) / length, y: (segment.to.y - segment.from.y) / length };
    drafts.push({
      span: { ...whole, startTangent, dtds0: 1 / length, dtds1: 1 / length, curvature0: 0, curvature1: 0 },
      length,
      turning: 0,
    });
    return;
  }
  const length = Math.abs(segment.radius * segment.sweepRad);
  if (length === 0) return;
  const direction = Math.sign(segment.sweepRad);
  const curvature = direction / segment.radius;
  drafts.push({
    span: {
      ...whole,
      startTangent: { x: -Math.sin(segment.startRad) * direction, y: Math.cos(segment.startRad) * direction },
      dtds0: 1 / length,
      dtds1: 1 / length,
      curvature0: curvature,
      curvature1: curvature,
    },
    length,
    turning: segment.sweepRad,
  });
}

/** The tangent at the end of a span. */
function endTangent(draft: Draft): Vec {
  const { startTangent: a } = draft.span;
  const c = Math.cos(draft.turning);
  const s = Math.sin(draft.turning);
  return { x: a.x * c - a.y * s, y: a.x * s + a.y * c };
}

/**
 * Measures a path: arc length by Gauss–Legendre for cubics, in closed form for lines and arcs.
 *
 * @param path segments in mm; non-finite coordinates are a programmer's error (validate before)
 * @param toleranceMm wanted agreement of the quadrature with its refinement, for each cubic (default 1e-9 mm)
 * @returns lengths and turnings. A path of no length has no spans and a problem with the code `zero-length`;
 *   a cusp or a corner is not a problem: the turning includes it.
 */
export function measurePath(path: Path, toleranceMm = 1e-9): MeasuredPath {
  const drafts: Draft[] = [];
  for (const segment of path.segments) {
    const ends = [startPoint(segment), endPoint(segment)];
    if (!ends.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y))) {
      throw new ProgrammerError('not-finite', 'A path was measured with coordinates that are not numbers.', segment);
    }
    measureSegment(segment, toleranceMm, drafts);
  }
  const startDistance = new Float64Array(drafts.length + 1);
  const startTurning = new Float64Array(drafts.length + 1);
  let s = 0;
  let turning = 0;
  let curvatureMin = Infinity;
  let curvatureMax = -Infinity;
  const turn = (rad: number): void => {
    turning += rad;
    cornerMin = Math.min(cornerMin, rad);
    cornerMax = Math.max(cornerMax, rad);
  };
  let cornerMin = 0;
  let cornerMax = 0;
  drafts.forEach((draft, i) => {
    // A corner turns the tangent at one point: it belongs to the span that follows.
    if (i > 0) turn(turnBetween(endTangent(drafts[i - 1]!), draft.span.startTangent));
    startDistance[i] = s;
    startTurning[i] = turning;
    s += draft.length;
    turning += draft.turning;
    curvatureMin = Math.min(curvatureMin, draft.span.curvature0, draft.span.curvature1);
    curvatureMax = Math.max(curvatureMax, draft.span.curvature0, draft.span.curvature1);
  });
  if (path.closed && drafts.length > 0) {
    turn(turnBetween(endTangent(drafts[drafts.length - 1]!), drafts[0]!.span.startTangent));
  }
  startDistance[drafts.length] = s;
  startTurning[drafts.length] = turning;
  const problems: Problem[] =
    drafts.length > 0
      ? []
      : [{ code: 'zero-length', message: 'This curve has no length. Give it a size so that lettering can sit on it.' }];
  return {
    path,
    lengthMm: s,
    turningRad: turning,
    spans: drafts.map((d) => d.span),
    startDistance,
    startTurning,
    spanTurning: Float64Array.from(drafts, (d) => d.turning),
    cornersSafe: (k) => k * cornerMin > -1e-6 && k * cornerMax > -1e-6,
    curvatureMin: drafts.length ? curvatureMin : 0,
    curvatureMax: drafts.length ? curvatureMax : 0,
    problems,
  };
}
