import { STANCES } from '../../stances';
import type { MeasuredPath } from '../../geometry/measuredPath';
import { hypot } from '../../hypot';
import { pointAt, tangentAt } from '../../geometry/segment';
import { frameAt } from '../../geometry/walk';
import type { Vec } from '../../geometry/vec';
import { fromStretch } from '../../geometry/outlines/closest';
import { linesOf, type SetLettering } from '../line/set';

/** A place off a curve, with the direction in which a lettering is read there. */
export interface GuidePlace {
  readonly point: Vec;
  /** Unit vectors: the reading direction, and towards the tops of the letters. */
  readonly along: Vec;
  readonly up: Vec;
}

/** The place at distance s along a curve, `heightMm` towards the tops of what is read in `direction`. */
export function placeOff(path: MeasuredPath, s: number, direction: 1 | -1, heightMm: number): GuidePlace {
  const { point, tangent } = frameAt(path, s);
  const along = { x: tangent.x * direction, y: tangent.y * direction };
  const up = { x: along.y, y: -along.x };
  return { point: { x: point.x + up.x * heightMm, y: point.y + up.y * heightMm }, along, up };
}

/**
 * A place that a line goes to from the one before it: straight, or as a quadratic Bézier with the control point `via`.
 */
export interface LinePlace extends Vec {
  readonly via?: Vec;
}

/**
 * The most that one part turns at first, rad: where tangents are nearly at right angles a parabola is no arc any more.
 */
const FIRST_BEND_RAD = Math.PI / 4;
const MOST_FIRST = 64;
/** How often a part is halved, at most. */
const MOST_HALVINGS = 10;
/** Spans that follow one another smoothly meet within this, mm. */
const SAME_MM = 1e-6;

/**
 * Where a chord is looked at: a wave has its ends and its middle on one line, and a cusp sticks out beyond both ends.
 */
const ALONG = [0.25, 0.5, 0.8] as const;

interface Stop extends Vec {
  readonly t: number;
  readonly tangent: Vec;
}

/**
 * The whole of a parallel of a curve, of straight lines and quadratic Béziers that touch it at both ends: as few as
 * stay near it, and every corner. Parts are halved until the middle of each lies near enough.
 *
 * @param heightMm towards the tops of what is read in `direction`
 * @param flatMm how far the line may lie from the parallel, mm
 */
export function parallelLine(
  { spans, spanTurning }: MeasuredPath,
  direction: 1 | -1,
  heightMm: number,
  flatMm: number,
): LinePlace[] {
  const places: LinePlace[] = [];
  const near = flatMm / 2;
  spans.forEach(({ segment, t0, t1 }, i) => {
    const stop = (t: number): Stop => {
      const tangent = tangentAt(segment, t),
        { x, y } = pointAt(segment, t);
      return { x: x + tangent.y * direction * heightMm, y: y - tangent.x * direction * heightMm, t, tangent };
    };
    const part = (a: Stop, b: Stop, halvings: number): void => {
      const bend = bendOf(a, b, near);
      if (
        bend === 'straight' &&
        (segment.kind === 'line' || ALONG.every((share) => offChord(a, b, stop(a.t + (b.t - a.t) * share)) <= near))
      ) {
        places.push({ x: b.x, y: b.y });
        return;
      }
      const middle = stop((a.t + b.t) / 2);
      if (typeof bend === 'object' && offBend(a, bend, b, middle) <= near) places.push({ x: b.x, y: b.y, via: bend });
      else if (halvings === 0) places.push({ x: b.x, y: b.y });
      else {
        part(a, middle, halvings - 1);
        part(middle, b, halvings - 1);
      }
    };
    const first = Math.min(Math.max(Math.ceil(Math.abs(spanTurning[i]!) / FIRST_BEND_RAD), 1), MOST_FIRST);
    let last = stop(t0);
    const before = places.at(-1);
    if (!before || hypot(last.x - before.x, last.y - before.y) > SAME_MM) places.push({ x: last.x, y: last.y });
    for (let n = 1; n <= first; n++) {
      const next = stop(t0 + ((t1 - t0) * n) / first);
      part(last, next, MOST_HALVINGS);
      last = next;
    }
  });
  return places;
}

/**
 * Where the tangents at both ends of a bend meet; `straight` where a chord does, `none` where it turns back or bends to
 * both sides.
 */
function bendOf(a: Stop, b: Stop, nearMm: number): Vec | 'straight' | 'none' {
  const dx = b.x - a.x,
    dy = b.y - a.y;
  const from = dx * b.tangent.y - dy * b.tangent.x,
    to = a.tangent.x * dy - a.tangent.y * dx;
  if (Math.abs(from) <= nearMm && Math.abs(to) <= nearMm) return 'straight';
  const turn = a.tangent.x * b.tangent.y - a.tangent.y * b.tangent.x;
  const ahead = from / turn;
  return ahead * (to / turn) > 0 ? { x: a.x + a.tangent.x * ahead, y: a.y + a.tangent.y * ahead } : 'none';
}

/** How far a place lies from the chord between two, mm. */
const offChord = (a: Vec, b: Vec, { x, y }: Vec): number => Math.sqrt(fromStretch(x, y, a.x, a.y, b.x, b.y));

/** How far a place with its tangent lies from the place of a quadratic Bézier that has the same tangent, mm. */
function offBend(a: Vec, via: Vec, b: Vec, place: Stop): number {
  const { x, y } = place.tangent;
  const start = (via.x - a.x) * y - (via.y - a.y) * x,
    end = (b.x - via.x) * y - (b.y - via.y) * x;
  const t = start / (start - end);
  if (!(t >= 0 && t <= 1)) return Infinity;
  const m = 1 - t;
  return hypot(
    m * m * a.x + 2 * m * t * via.x + t * t * b.x - place.x,
    m * m * a.y + 2 * m * t * via.y + t * t * b.y - place.y,
  );
}

/** For pointing at, not for looking at. */
const COVER_STEP_MM = 1.5;

/** Points along a stretch of a parallel of a curve, for pointing at. */
function stretchPoints(path: MeasuredPath, from: number, to: number, direction: 1 | -1, heightMm: number): Vec[] {
  const count = Math.min(720, Math.max(12, Math.ceil(Math.abs(to - from) / COVER_STEP_MM)));
  return Array.from(
    { length: count + 1 },
    (_, i) => placeOff(path, from + ((to - from) * i) / count, direction, heightMm).point,
  );
}

/**
 * The outline of the strip of the sheet that a lettering's ink covers, for pointing at it: from the baseline of its
 * last line to the cap line of its first.
 */
export function coverOf(set: SetLettering): readonly Vec[] {
  let cover = covers.get(set);
  if (!cover) covers.set(set, (cover = findCover(set)));
  return cover;
}
const covers = new WeakMap<SetLettering, readonly Vec[]>();

function findCover(set: SetLettering): Vec[] {
  const { direction, path, baselineMm, capMm, stance } = set;
  const lines = linesOf(set);
  const inked = lines.filter((line) => line.overset.inkMm > 0);
  const margin = inked.length > 0 ? 0 : capMm;
  const among = inked.length > 0 ? inked : lines;
  const from = direction * (Math.min(...among.map((line) => line.overset.inkStart)) - margin);
  const to = direction * (Math.max(...among.map((line) => line.overset.inkEnd)) + margin);
  // Stacked letters stand to both sides of their line.
  const [low, high] = STANCES[stance.kind].stacked
    ? [baselineMm - capMm / 2, baselineMm + capMm / 2]
    : [lines.at(-1)!.baselineMm, baselineMm + capMm];
  return [...stretchPoints(path, from, to, direction, low), ...stretchPoints(path, to, from, direction, high)];
}
