import type { Track } from '../../shapes/kind';
import { measurePath } from '../../geometry/measuredPath';
import { endPoint, pointAt, tangentAt, type Segment } from '../../geometry/segment';
import { subPath } from '../../geometry/subPath';
import { distance, type Vec } from '../../geometry/vec';
import { frameAt } from '../../geometry/walk';
import type { Corners } from '../../piece/types';

/** A turn of less than this is no corner, radians: half a degree. */
const LEAST_TURN = Math.PI / 360;

const turnBetween = (a: Vec, b: Vec): number => Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y);

interface Corner {
  readonly s: number;
  readonly turn: number;
  readonly before: number;
  readonly after: number;
}

const found = new WeakMap<Track, readonly Corner[]>();

/** Corners of a path: where they are, and how much of the path lies before and after each, up to the next. */
export function cornersOf(track: Track): readonly Corner[] {
  let corners = found.get(track);
  if (!corners) found.set(track, (corners = findCorners(track)));
  return corners;
}

function findCorners({ path }: Track): Corner[] {
  const { segments, closed } = path.path;
  const before = (i: number): number => (i > 0 ? i - 1 : closed ? segments.length - 1 : -1);
  const turns = segments.map((segment, i) =>
    before(i) >= 0 && segments.length > 1 ? turnBetween(tangentAt(segments[before(i)]!, 1), tangentAt(segment, 0)) : 0,
  );
  // Most curves are smooth: nothing of them is measured.
  if (!turns.some((turn) => Math.abs(turn) > LEAST_TURN)) return [];
  const lengths = segments.map((segment) => measurePath({ segments: [segment], closed: false }).lengthMm);
  let s = 0;
  return turns.flatMap((turn, i) => {
    const at = s;
    s += lengths[i]!;
    return Math.abs(turn) > LEAST_TURN ? [{ s: at, turn, before: lengths[before(i)]!, after: lengths[i]! }] : [];
  });
}

/** What goes round a corner: an arc between straight sides, else a cubic that meets both sides in their direction. */
function round(from: Vec, to: Vec, a: Vec, b: Vec, straight: boolean): Segment {
  const turn = turnBetween(a, b);
  const chord = distance(from, to);
  const radius = chord / (2 * Math.sin(Math.abs(turn) / 2) || 1);
  if (straight && Math.abs(turn) < Math.PI - 1e-6) {
    const side = Math.sign(turn);
    const centre = { x: from.x - side * a.y * radius, y: from.y + side * a.x * radius };
    return { kind: 'arc', centre, radius, startRad: Math.atan2(from.y - centre.y, from.x - centre.x), sweepRad: turn };
  }
  const handle = Math.min((4 / 3) * Math.tan(Math.abs(turn) / 4) * radius, chord * 1.5);
  return {
    kind: 'cubic',
    p0: from,
    p1: { x: from.x + a.x * handle, y: from.y + a.y * handle },
    p2: { x: to.x - b.x * handle, y: to.y - b.y * handle },
    p3: to,
  };
}

function roundCorners(track: Track, radiusMm: number): Track {
  const corners = cornersOf(track);
  if (corners.length === 0 || radiusMm <= 0) return track;
  const { path } = track;
  const { lengthMm } = path;
  const { closed } = path.path;
  // How far back from each corner the rounding begins: half of the shorter neighbour at most.
  const cuts = corners.map(({ s, turn, before, after }) => ({
    s,
    reach: Math.min(radiusMm * Math.tan(Math.min(Math.abs(turn), Math.PI - 0.02) / 2), before * 0.499, after * 0.499),
  }));
  const segments: Segment[] = [];
  const add = (from: number, to: number): void => {
    if (to - from > 1e-9) segments.push(...subPath(path, from, to).segments);
  };
  const bridge = (from: Segment, to: Segment, s: number, reach: number): void => {
    const a = frameAt(path, s - reach).tangent,
      b = frameAt(path, s + reach).tangent;
    segments.push(round(endPoint(from), pointAt(to, 0), a, b, from.kind === 'line' && to.kind === 'line'));
  };
  const seam = closed && cuts[0]!.s === 0 ? cuts.shift()! : null;
  let at = seam ? seam.reach : 0;
  cuts.forEach(({ s, reach }, i) => {
    add(at, s - reach);
    at = s + reach;
    const until = i + 1 < cuts.length ? cuts[i + 1]!.s - cuts[i + 1]!.reach : seam ? lengthMm - seam.reach : lengthMm;
    bridge(segments.at(-1)!, subPath(path, at, Math.max(until, at + 1e-6)).segments[0]!, s, reach);
  });
  add(at, seam ? lengthMm - seam.reach : lengthMm);
  if (seam) bridge(segments.at(-1)!, segments[0]!, lengthMm, seam.reach);
  const rounded = measurePath({ segments, closed });
  return rounded.spans.length > 0 ? { ...track, path: rounded } : track;
}

const withRoundCorners = new WeakMap<Track, Map<number, Track>>();

/**
 * The track that lettering runs on: that of its curve, with sharp corners rounded when the lettering asks for it.
 * The same track and radius give the same object. A curve without corners gives itself back.
 */
export function letteringTrack(track: Track, corners: Corners): Track {
  if (corners.kind !== 'round') return track;
  let known = withRoundCorners.get(track);
  if (!known) withRoundCorners.set(track, (known = new Map()));
  let rounded = known.get(corners.radiusMm);
  if (!rounded) known.set(corners.radiusMm, (rounded = roundCorners(track, corners.radiusMm)));
  return rounded;
}

/** Letters that only just do not fold leave no white between their tops: a share of their height is added. */
const WHITE = 0.25;

/**
 * The radius by which corners must be rounded so that letters do not fold over each other within them, and some white
 * is left: how far they reach to the side to which a corner turns, and more. In mm, to the tenth upwards; 0 where they
 * reach to no such side.
 *
 * @param heightsMm how far the letters reach, mm towards their tops from the curve
 */
export function roundingFor(track: Track, direction: 1 | -1, heightsMm: readonly number[], capMm: number): number {
  const reach = cornersOf(track).flatMap(({ turn }) =>
    heightsMm.map((height) => -Math.sign(turn) * direction * height),
  );
  const least = Math.max(0, ...reach);
  return least === 0 ? 0 : Math.ceil((least + WHITE * capMm) * 10) / 10;
}

/** Whether a curve has sharp corners that lettering has to get round. */
export const hasCorners = (track: Track): boolean => cornersOf(track).length > 0;
