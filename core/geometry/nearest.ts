import { hypot } from '../hypot';
import type { MeasuredPath, Span } from './measuredPath';
import { isSmooth, pointAt, smoothDerivatives, type SmoothSegment } from './segment';
import { smoothLength } from './gaussLegendre';
import type { Vec } from './vec';

export interface Nearest {
  /** Distance along the path, mm, of the foot. */
  readonly s: number;
  /** Distance from the point to the path, mm, ≥ 0. */
  readonly distanceMm: number;
  readonly point: Vec;
}

const clamp = (value: number, low: number, high: number): number => Math.min(Math.max(value, low), high);
const scratch = new Float64Array(4);

/** Nearest parameter of a cubic span: the best of nine samples, then Newton on (P − Q)·P' held within the span. */
function nearestOnSmooth(span: Span, c: SmoothSegment, to: Vec): number {
  let best = span.t0;
  let bestDistance = Infinity;
  const width = span.t1 - span.t0;
  for (let i = 0; i <= 8; i++) {
    const t = span.t0 + (width * i) / 8;
    const p = pointAt(c, t);
    const d = (p.x - to.x) ** 2 + (p.y - to.y) ** 2;
    if (d < bestDistance) {
      bestDistance = d;
      best = t;
    }
  }
  let low = Math.max(span.t0, best - width / 8);
  let high = Math.min(span.t1, best + width / 8);
  let t = best;
  for (let i = 0; i < 40; i++) {
    const p = pointAt(c, t);
    smoothDerivatives(c, t, scratch);
    const rx = p.x - to.x,
      ry = p.y - to.y;
    const g = rx * scratch[0]! + ry * scratch[1]!;
    if (g > 0) high = t;
    else low = t;
    const h = scratch[0]! ** 2 + scratch[1]! ** 2 + rx * scratch[2]! + ry * scratch[3]!;
    const next = h > 0 ? t - g / h : Number.NaN;
    const following = next >= low && next <= high ? next : (low + high) / 2;
    if (Math.abs(following - t) < 1e-14) {
      t = following;
      break;
    }
    t = following;
  }
  return t;
}

function nearestOnSpan(path: MeasuredPath, index: number, to: Vec): Nearest {
  const span = path.spans[index]!;
  const { segment } = span;
  let t: number;
  if (segment.kind === 'line') {
    const dx = segment.to.x - segment.from.x,
      dy = segment.to.y - segment.from.y;
    t = clamp(((to.x - segment.from.x) * dx + (to.y - segment.from.y) * dy) / (dx * dx + dy * dy), 0, 1);
  } else if (segment.kind === 'arc') {
    const full = Math.PI * 2;
    const a = Math.atan2(to.y - segment.centre.y, to.x - segment.centre.x);
    const direction = segment.sweepRad < 0 ? -1 : 1;
    const turned = ((((a - segment.startRad) * direction) % full) + full) % full;
    const sweep = Math.abs(segment.sweepRad);
    // Off the arc the nearer end counts; at the centre every place is as near, and the start is taken.
    t = turned <= sweep ? turned / sweep : turned - sweep < full - turned ? 1 : 0;
  } else {
    t = nearestOnSmooth(span, segment, to);
  }
  const point = pointAt(segment, t);
  const along = isSmooth(segment)
    ? smoothLength(segment, span.t0, t)
    : t * (path.startDistance[index + 1]! - path.startDistance[index]!);
  return { s: path.startDistance[index]! + along, distanceMm: hypot(point.x - to.x, point.y - to.y), point };
}

/** The middles of the spans of a path, two numbers each. No point of a span is farther from it than the span is long. */
const middles = new WeakMap<MeasuredPath, Float64Array>();

function middlesOf(path: MeasuredPath): Float64Array {
  let known = middles.get(path);
  if (!known) {
    known = new Float64Array(path.spans.length * 2);
    path.spans.forEach(({ segment, t0, t1 }, i) => {
      const { x, y } = pointAt(segment, (t0 + t1) / 2);
      known!.set([x, y], i * 2);
    });
    middles.set(path, known);
  }
  return known;
}

/**
 * Whether a path comes nearer to a point than a distance, mm. Where most of it is far away this is known much sooner than
 * its nearest place is.
 */
export function comesNearer(path: MeasuredPath, to: Vec, mm: number): boolean {
  const { spans, startDistance } = path,
    middle = middlesOf(path);
  for (let i = 0; i < spans.length; i++) {
    const x = middle[i * 2]! - to.x,
      y = middle[i * 2 + 1]! - to.y,
      far = mm + startDistance[i + 1]! - startDistance[i]!;
    if (x * x + y * y <= far * far && nearestOnSpan(path, i, to).distanceMm < mm) return true;
  }
  return false;
}

/** Fewer spans than this are looked at as they are. */
const FEW = 4;
/** Far below what is told apart. */
const SURELY_MM = 1e-9;

/**
 * The place on a path nearest to a point. Where several are equally near, the one that comes first along the
 * path is given.
 *
 * @returns null for a path without length
 */
export function nearest(path: MeasuredPath, to: Vec): Nearest | null {
  const { spans, startDistance } = path;
  // Spans that are surely farther than the one whose middle is nearest are left out.
  let reach = Infinity;
  const middle = spans.length > FEW ? middlesOf(path) : null;
  const fromMiddle = (i: number): number => hypot(middle![i * 2]! - to.x, middle![i * 2 + 1]! - to.y);
  if (middle) {
    let at = 0,
      least = Infinity;
    for (let i = 0; i < spans.length; i++) {
      const mm = fromMiddle(i);
      if (mm < least) [at, least] = [i, mm];
    }
    reach = nearestOnSpan(path, at, to).distanceMm + SURELY_MM;
  }
  let best: Nearest | null = null;
  for (let i = 0; i < spans.length; i++) {
    if (middle && fromMiddle(i) - (startDistance[i + 1]! - startDistance[i]!) > reach) continue;
    const found = nearestOnSpan(path, i, to);
    if (!best || found.distanceMm < best.distanceMm - 1e-12) best = found;
  }
  return best;
}
