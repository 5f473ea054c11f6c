import { clockAtFraction, fractionAtClock, fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { normaliseDeg } from '../../geometry/vec';
import type { CurvePlace } from '../../piece/types';
import { frameAt } from '../../geometry/walk';
import { cornersOf } from './corners';

/** A place on a curve that has a name: what anchors and bookends snap to. */
export interface NamedPlace {
  readonly name: string;
  /** Fraction of the curve's length, 0 ≤ u ≤ 1. */
  readonly u: number;
}

const HOURS = [
  '12 o’clock',
  'half past 1',
  '3 o’clock',
  'half past 4',
  '6 o’clock',
  'half past 7',
  '9 o’clock',
  'half past 10',
];

export const isClosed = (track: Track): boolean => track.path.path.closed;

const ON_OPEN: readonly NamedPlace[] = [
  { name: 'start of the curve', u: 0 },
  { name: 'first quarter', u: 0.25 },
  { name: 'middle', u: 0.5 },
  { name: 'third quarter', u: 0.75 },
  { name: 'end of the curve', u: 1 },
];
const onClosed = new WeakMap<Track, readonly NamedPlace[]>();

/** The eight clock points of a closed curve; ends, quarters and middle of an open one. */
export function namedPlaces(track: Track): readonly NamedPlace[] {
  if (!isClosed(track)) return ON_OPEN;
  let places = onClosed.get(track);
  if (!places) onClosed.set(track, (places = HOURS.map((name, i) => ({ name, u: fractionAtClock(track, i * 45) }))));
  return places;
}

const withCorners = new WeakMap<Track, readonly NamedPlace[]>();

/** A corner's name by the side of the centre on which it lies; by its number where there are more than four. */
function cornerName(track: Track, s: number, n: number, of: number): string {
  const { point } = frameAt(track.path, s);
  const [x, y] = [point.x - track.centre.x, point.y - track.centre.y];
  if (of === 1) return 'the corner';
  if (of > 4) return `corner ${n + 1} of ${of}`;
  const flat = Math.min(Math.abs(x), Math.abs(y)) < 0.1 * Math.max(Math.abs(x), Math.abs(y));
  const [upright, level] = [y < 0 ? 'upper' : 'lower', x < 0 ? 'left' : 'right'];
  if (!flat) return `${upright} ${level} corner`;
  return Math.abs(x) > Math.abs(y) ? `${level} corner` : `${upright} corner`;
}

/** The named places of a curve, and its corners: all that a drag comes to rest on. */
function restingPlaces(track: Track): readonly NamedPlace[] {
  let places = withCorners.get(track);
  if (places) return places;
  const corners = cornersOf(track).filter(({ s }) => isClosed(track) || (s > 0 && s < track.path.lengthMm));
  places = [
    ...namedPlaces(track),
    ...corners.map(({ s }, n) => ({ name: cornerName(track, s, n, corners.length), u: s / track.path.lengthMm })),
  ];
  withCorners.set(track, places);
  return places;
}

/**
 * The anchor place for a fraction of a curve: a clock angle on a closed curve, a fraction, clamped to the curve,
 * on an open one.
 */
export function placeAtFraction(track: Track, u: number): CurvePlace {
  if (!isClosed(track)) return { kind: 'fraction', u: Math.min(Math.max(u, 0), 1) };
  return { kind: 'clock', deg: normaliseDeg(clockAtFraction(track, u)) };
}

/** A place moved by mm along the curve, in the curve's own direction. */
export const placeMovedBy = (track: Track, place: CurvePlace, mm: number): CurvePlace =>
  placeAtFraction(track, fractionOf(track, place) + mm / track.path.lengthMm);

/** The named place nearest to u, and how far away it is, in mm along the curve. */
export function nearestNamed(track: Track, u: number): { readonly place: NamedPlace; readonly mm: number } {
  const { lengthMm, path } = track.path;
  const gap = (a: number): number => {
    const raw = Math.abs(a - u);
    return path.closed ? Math.min(raw % 1, 1 - (raw % 1)) : raw;
  };
  let best = restingPlaces(track)[0]!;
  for (const place of restingPlaces(track)) if (gap(place.u) < gap(best.u)) best = place;
  return { place: best, mm: gap(best.u) * lengthMm };
}

/** What a person calls a place: its name where it has one, else its angle or its share of the length. */
export function placeName(track: Track, u: number): string {
  const { place, mm } = nearestNamed(track, u);
  if (mm < 1e-6) return place.name;
  return isClosed(track) ? `${clockAtFraction(track, u).toFixed(1)}°` : `${(u * 100).toFixed(1)} % along`;
}
