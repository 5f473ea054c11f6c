import { hypot } from '../../hypot';
import type { Vec } from '../vec';
import { directionOn, onCubic, partOf, type CubicPoints } from './edges';
import type { DrawnLine } from './lines';

/**
 * A corner of a line of straight pieces and arcs, and what leads to the next one: the tangent of a quarter of the
 * angle through which the arc turns, above 0 clockwise on the sheet; 0 for a straight line.
 */
export interface ArcCorner {
  readonly x: number;
  readonly y: number;
  readonly bulge: number;
}

interface Piece {
  readonly from: Vec;
  readonly to: Vec;
  /** The angle through which it turns, radians, clockwise above 0; 0 for a straight line. */
  readonly sweep: number;
}

/** An arc that turns by less is a straight line, radians. */
const STRAIGHT = 1e-6;
/** No arc turns by more than half a turn: some readers mistake larger ones. */
const MOST_SWEEP = Math.PI + 1e-9;
/** Places on a cubic at which it is held against its arcs. */
const LOOKS = 12;
const DEEPEST = 14;

const angleBetween = (a: Vec, b: Vec): number => Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y);
const minus = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, y: a.y - b.y });

/** Centre and radius of an arc; null for a straight line. */
function circleOf({
  from,
  to,
  sweep,
}: Piece): { readonly x: number; readonly y: number; readonly radius: number } | null {
  if (Math.abs(sweep) < STRAIGHT) return null;
  const chord = minus(to, from),
    // From the middle of the chord to the centre, as a share of half the chord.
    share = 1 / Math.tan(sweep / 2);
  const x = (from.x + to.x - chord.y * share) / 2,
    y = (from.y + to.y + chord.x * share) / 2;
  return { x, y, radius: hypot(from.x - x, from.y - y) };
}

/** How far a place is from the line or circle of a piece, mm. */
function offPiece(piece: Piece, { x, y }: Vec): number {
  const circle = circleOf(piece);
  if (circle) return Math.abs(hypot(x - circle.x, y - circle.y) - circle.radius);
  const chord = minus(piece.to, piece.from),
    length = hypot(chord.x, chord.y);
  if (length < 1e-12) return hypot(x - piece.from.x, y - piece.from.y);
  return Math.abs((x - piece.from.x) * chord.y - (y - piece.from.y) * chord.x) / length;
}

/**
 * Two arcs that lead from one place and direction to another, smooth where they meet, with handles of one length (K. M.
 * Bolton, "Biarc curves", Computer-Aided Design 7, 1975); null where there are none.
 */
function biarc(from: Vec, ahead: Vec, to: Vec, into: Vec): readonly [Piece, Piece] | null {
  const v = minus(to, from),
    t = { x: ahead.x + into.x, y: ahead.y + into.y };
  const vt = v.x * t.x + v.y * t.y,
    vv = v.x * v.x + v.y * v.y,
    bend = 2 * (1 - (ahead.x * into.x + ahead.y * into.y));
  const handle = bend < 1e-9 ? vv / (2 * vt) : (Math.sqrt(vt * vt + bend * vv) - vt) / bend;
  if (!(handle > 0) || !Number.isFinite(handle)) return null;
  const middle = {
    x: (from.x + to.x + handle * (ahead.x - into.x)) / 2,
    y: (from.y + to.y + handle * (ahead.y - into.y)) / 2,
  };
  return [
    { from, to: middle, sweep: 2 * angleBetween(ahead, minus(middle, from)) },
    { from: middle, to, sweep: 2 * angleBetween(minus(to, middle), into) },
  ];
}

/** Arcs along a cubic, halved until they are near enough. */
function alongCubic(points: CubicPoints, toleranceMm: number, depth = 0): Piece[] {
  const from = { x: points[0], y: points[1] },
    to = { x: points[6], y: points[7] };
  const pair = biarc(from, directionOn(points, 0), to, directionOn(points, 1));
  const fits = pair?.every(({ sweep }) => Math.abs(sweep) < Math.PI / 2) && near(points, pair, toleranceMm);
  if (pair && fits) return [...pair];
  if (depth >= DEEPEST) return [{ from, to, sweep: 0 }];
  return [
    ...alongCubic(partOf(points, 0, 0.5), toleranceMm, depth + 1),
    ...alongCubic(partOf(points, 0.5, 1), toleranceMm, depth + 1),
  ];
}

function near(points: CubicPoints, [first, second]: readonly [Piece, Piece], toleranceMm: number): boolean {
  // A place belongs to the first arc as long as it lies before the line across the joint.
  const across = minus(second.to, first.from);
  for (let i = 1; i < LOOKS; i++) {
    const at = onCubic(points, i / LOOKS);
    const off = minus(at, first.to);
    const piece = off.x * across.x + off.y * across.y < 0 ? first : second;
    if (offPiece(piece, at) > toleranceMm) return false;
  }
  return true;
}

/** Two pieces as one, where they lie on one circle or one line; null where they do not. */
function joined(a: Piece, b: Piece, toleranceMm: number): Piece | null {
  const [one, other] = [circleOf(a), circleOf(b)];
  if (!one || !other) {
    const chord = { from: a.from, to: b.to, sweep: 0 };
    const along = minus(a.to, a.from),
      next = minus(b.to, b.from);
    const straight = !one && !other && along.x * next.x + along.y * next.y > 0;
    return straight && offPiece(chord, a.to) < toleranceMm / 10 ? chord : null;
  }
  const sweep = a.sweep + b.sweep;
  if (Math.sign(a.sweep) !== Math.sign(b.sweep) || Math.abs(sweep) > MOST_SWEEP) return null;
  if (Math.abs(one.radius - other.radius) > toleranceMm || hypot(one.x - other.x, one.y - other.y) > toleranceMm)
    return null;
  // The arc that stands for both must go through where they met.
  const whole = { from: a.from, to: b.to, sweep };
  return offPiece(whole, a.to) < toleranceMm / 10 ? whole : null;
}

/**
 * A line as straight pieces and arcs, as tools follow it: cubics by pairs of arcs that meet smoothly, what lies on one
 * circle as one arc of half a turn at most.
 *
 * @param toleranceMm how far it may be from the line
 * @returns its corners; of one with ends the last one too
 */
export function arcsAlong({ edges, closed }: DrawnLine, toleranceMm: number): ArcCorner[] {
  const pieces: Piece[] = [];
  for (const { kind, points } of edges) {
    const own =
      kind === 'line'
        ? [{ from: { x: points[0], y: points[1] }, to: { x: points[6], y: points[7] }, sweep: 0 }]
        : alongCubic(points, toleranceMm / 2);
    for (const piece of own) {
      const last = pieces.at(-1);
      const whole = last ? joined(last, piece, toleranceMm / 2) : null;
      if (whole) pieces[pieces.length - 1] = whole;
      else pieces.push(piece);
    }
  }
  const corners = pieces.map(({ from, sweep }): ArcCorner => ({ ...from, bulge: Math.tan(sweep / 4) }));
  const end = pieces.at(-1)?.to;
  return closed || !end ? corners : [...corners, { ...end, bulge: 0 }];
}
