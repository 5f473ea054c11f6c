import type { Track } from '../../shapes/kind';
import { fitHermite } from '../../geometry/hermite';
import { measurePath } from '../../geometry/measuredPath';
import { nearest } from '../../geometry/nearest';
import type { Vec } from '../../geometry/vec';
import { frameAt } from '../../geometry/walk';
import type { Seat, SeatHold } from '../../piece/types';
import { hasCorners } from './corners';

/** The line that a hold asks for is met within this, mm. */
const MEETS_MM = 1e-9;
const STEPS = 40;
/**
 * Where the holding curve runs steeper than this to the own one (cosine of the angle between them), nothing is held
 * there.
 */
const STEEPEST = 0.2;
/** Places of the own curve that are looked at first. */
const PLACES = 64;
/**
 * A line that lies at one distance within this, mm, is that of the own curve; one that varies more is a line of its
 * own.
 */
const ALIKE_MM = 0.002;
/** How near the cubics of such a line come to it, mm. */
const FIT_MM = 5e-4;

/** The line that a hold puts the letters at: their edge beside one curve, or their middle between two. */
export interface HeldLine {
  /** What the letters run on: the own curve, or the line itself where its distance from that varies. */
  readonly track: Track;
  /** Distance of the line from the track towards the tops, mm. */
  readonly distanceMm: number;
  /** Which edge of the letters lies on the line. */
  readonly edge: 'upper' | 'lower' | 'middle';
  /**
   * Stretch of the own curve, mm, beyond which nothing is held and the last distance goes on; null where all of it is
   * held.
   */
  readonly only: { readonly from: number; readonly to: number } | null;
}

const dot = (a: Vec, b: Vec): number => a.x * b.x + a.y * b.y;

/** How far a point lies beyond a curve in a direction, mm, and the curve's normal there. */
function beyond(curve: Track, point: Vec, up: Vec): { readonly mm: number; readonly normal: Vec } | null {
  const foot = nearest(curve.path, point);
  if (!foot) return null;
  const away = { x: point.x - foot.point.x, y: point.y - foot.point.y };
  const { tangent } = frameAt(curve.path, foot.s);
  let normal = { x: tangent.y, y: -tangent.x };
  // Past an open end the nearest place lies askew; there the way from it counts.
  const askew = foot.distanceMm > 1e-6 && Math.abs(dot(away, tangent)) > 1e-4 * foot.distanceMm;
  if (askew) normal = { x: away.x / foot.distanceMm, y: away.y / foot.distanceMm };
  if (dot(normal, up) < 0) normal = { x: -normal.x, y: -normal.y };
  return { mm: dot(away, normal), normal };
}

/** What a hold asks for at one place. */
interface Asked {
  readonly curves: readonly Track[];
  readonly beyondMm: number;
}

interface Solved {
  readonly t: number;
  readonly normal: Vec;
}

/**
 * How far from a place of the own curve, towards the tops, the line lies: where the point is as far beyond the curves,
 * on the mean, as asked. Newton's steps.
 */
function solveAt({ curves, beyondMm }: Asked, point: Vec, up: Vec, guess: number): Solved | null {
  let t = guess;
  for (let i = 0; i < STEPS; i++) {
    const at = { x: point.x + up.x * t, y: point.y + up.y * t };
    let mm = 0,
      x = 0,
      y = 0;
    for (const curve of curves) {
      const one = beyond(curve, at, up);
      if (!one || dot(one.normal, up) < STEEPEST) return null;
      mm += one.mm / curves.length;
      x += one.normal.x / curves.length;
      y += one.normal.y / curves.length;
    }
    const by = (beyondMm - mm) / (x * up.x + y * up.y);
    t += by;
    if (Math.abs(by) < MEETS_MM) return { t, normal: { x, y } };
  }
  return null;
}

/**
 * What the hold of a seat asks for, and which edge of the letters it puts there. Null where a curve that holds has no
 * track.
 */
function askedBy(
  hold: SeatHold,
  own: Track,
  held: readonly (Track | null)[],
  s: number,
  direction: 1 | -1,
): { readonly asked: Asked; readonly edge: HeldLine['edge'] } | null {
  const curves = held.filter((track) => track !== null);
  if (hold.kind === 'band') return curves.length === 2 ? { asked: { curves, beyondMm: 0 }, edge: 'middle' } : null;
  if (curves.length !== 1) return null;
  const { point, tangent } = frameAt(own.path, s);
  const up = { x: tangent.y * direction, y: -tangent.x * direction };
  const own0 = beyond(curves[0]!, point, up);
  if (!own0) return null;
  // The own curve lies below the one that holds, or above it.
  return own0.mm <= 0
    ? { asked: { curves, beyondMm: -hold.gapMm }, edge: 'upper' }
    : { asked: { curves, beyondMm: hold.gapMm }, edge: 'lower' };
}

type Known = Map<string, { readonly held: readonly (Track | null)[]; readonly line: HeldLine | null }>;
const known = new WeakMap<Track, Known>();

/**
 * The line at which a seat is held, by true distances: along the whole own curve the edge of the letters is as far from
 * the curve that holds as the gap says, or their middle as far from the one as from the other.
 *
 * @param anchorMm place of the anchor on the own curve
 * @param direction +1 where the lettering is read in the curve's own direction
 * @returns null where the curves make it impossible at the anchor: they have no track, or run too steeply to each other
 */
export function heldLine(
  own: Track,
  { hold }: Pick<Seat, 'hold'>,
  held: readonly (Track | null)[],
  anchorMm: number,
  direction: 1 | -1,
): HeldLine | null {
  if (!hold) return null;
  let all = known.get(own);
  if (!all) known.set(own, (all = new Map()));
  const key = `${direction} ${hold.kind} ${hold.kind === 'touching' ? hold.gapMm : ''}`;
  const before = all.get(key);
  if (before && before.line && before.held.every((track, i) => track === held[i])) {
    const { line } = before;
    // One distance from the own curve: only that at the anchor is looked at anew.
    if (line.track === own) {
      const now = heldAt(own, hold, held, anchorMm, direction);
      return now && { ...line, ...now };
    }
    if (!line.only || (anchorMm >= line.only.from && anchorMm <= line.only.to)) return line;
  }
  const line = findLine(own, hold, held, anchorMm, direction);
  all.set(key, { held, line });
  return line;
}

/** How far from the own curve a hold puts the letters at the anchor, and which edge of them; null where it cannot. */
export function heldAt(
  own: Track,
  hold: SeatHold,
  held: readonly (Track | null)[],
  anchorMm: number,
  direction: 1 | -1,
): Pick<HeldLine, 'distanceMm' | 'edge'> | null {
  const what = askedBy(hold, own, held, anchorMm, direction);
  const { point, tangent } = frameAt(own.path, anchorMm);
  const solved = what && solveAt(what.asked, point, { x: tangent.y * direction, y: -tangent.x * direction }, 0);
  return solved && { distanceMm: solved.t, edge: what.edge };
}

function findLine(
  own: Track,
  hold: SeatHold,
  held: readonly (Track | null)[],
  anchorMm: number,
  direction: 1 | -1,
): HeldLine | null {
  const what = askedBy(hold, own, held, anchorMm, direction);
  if (!what) return null;
  const { asked, edge } = what;
  const { path } = own;
  const at = (
    s: number,
    guess: number,
  ): (Solved & { readonly point: Vec; readonly up: Vec; readonly tangent: Vec; readonly curvature: number }) | null => {
    const { point, tangent, curvature } = frameAt(path, s);
    const up = { x: tangent.y * direction, y: -tangent.x * direction };
    const solved = solveAt(asked, point, up, guess);
    return solved && { ...solved, point, up, tangent, curvature };
  };
  const anchor = at(anchorMm, 0);
  if (!anchor) return null;
  const straight: HeldLine = { track: own, distanceMm: anchor.t, edge, only: null };
  if (hasCorners(own)) return straight;
  // From the anchor both ways, each place from the one before it, until one cannot be held.
  const { lengthMm } = path;
  const step = lengthMm / PLACES;
  let alike = true;
  const reach = (sign: 1 | -1): number => {
    let guess = anchor.t,
      to = anchorMm;
    const end = path.path.closed ? anchorMm + (sign * lengthMm) / 2 : sign > 0 ? lengthMm : 0;
    for (let n = 1; sign * (end - to) > 1e-9; n++) {
      const s = sign * (end - anchorMm) < n * step ? end : anchorMm + sign * n * step;
      const here = at(s, guess);
      if (!here) break;
      if (Math.abs(here.t - anchor.t) > ALIKE_MM) alike = false;
      guess = here.t;
      to = s;
    }
    return to;
  };
  const to = reach(1),
    from = reach(-1);
  const whole = to - from > lengthMm - 1e-6;
  if (alike && whole) return straight;
  const track = lineAlong(own, at, anchorMm, anchor.t, from, to);
  return track && { track, distanceMm: 0, edge, only: whole ? null : { from, to } };
}

type Place = (
  s: number,
  guess: number,
) => (Solved & { readonly point: Vec; readonly up: Vec; readonly tangent: Vec; readonly curvature: number }) | null;

/**
 * The line as a track of its own, from end to end of the own curve: beyond the stretch that is held it goes on at the
 * last distance.
 */
function lineAlong(own: Track, at: Place, anchorMm: number, anchorT: number, from: number, to: number): Track | null {
  const { path } = own;
  const found = new Map<number, number>([[anchorMm, anchorT]]);
  const guessAt = (s: number): number => {
    let best = anchorT,
      near = Infinity;
    for (const [place, t] of found)
      if (Math.abs(place - s) < near) {
        near = Math.abs(place - s);
        best = t;
      }
    return best;
  };
  // On a closed curve places count from the start of the curve; the stretch that is held lies about the anchor.
  const onto = (s: number): number => {
    if (!path.path.closed) return Math.min(Math.max(s, from), to);
    const turn = Math.round((s - anchorMm) / path.lengthMm);
    return Math.min(Math.max(s - turn * path.lengthMm, from), to);
  };
  let failed = false;
  const sample = (s: number): { readonly point: Vec; readonly derivative: Vec } => {
    const heldAt = onto(s);
    const solved = at(heldAt, guessAt(heldAt));
    const { point, tangent, curvature } = frameAt(path, s);
    if (!solved) {
      failed = true;
      return { point, derivative: tangent };
    }
    found.set(heldAt, solved.t);
    const frozen =
      Math.abs(
        ((((heldAt - s + path.lengthMm / 2) % path.lengthMm) + path.lengthMm) % path.lengthMm) - path.lengthMm / 2,
      ) > 1e-9;
    const left = { x: tangent.y, y: -tangent.x };
    const d = solved.t * (dot(solved.up, left) > 0 ? 1 : -1);
    const along = 1 + curvature * d;
    // Along the line its distance does not change: its direction lies across the normal.
    const rise = frozen ? 0 : (-along * dot(solved.normal, tangent)) / dot(solved.normal, left);
    return {
      point: { x: point.x + left.x * d, y: point.y + left.y * d },
      derivative: { x: tangent.x * along + left.x * rise, y: tangent.y * along + left.y * rise },
    };
  };
  const segments = fitHermite(sample, 0, path.lengthMm, FIT_MM, 1 / 16);
  if (failed) return null;
  const measured = measurePath({ segments, closed: path.path.closed });
  return measured.spans.length > 0 ? { path: measured, centre: own.centre, outwardSign: own.outwardSign } : null;
}
