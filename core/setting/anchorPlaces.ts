import { curveKind, fractionOf, measuredCurve } from '../curves';
import { normaliseDeg } from '../geometry/vec';
import type { CurvePlace, CurveShape } from '../piece/types';

/** A place on a curve that has a name: what anchors and bookends snap to. */
export interface NamedPlace {
  readonly name: string;
  /** Fraction of the curve's length, 0 ≤ u ≤ 1. */
  readonly u: number;
}

const HOURS = ['12 o’clock', 'half past 1', '3 o’clock', 'half past 4', '6 o’clock', 'half past 7', '9 o’clock', 'half past 10'];

export const isClosed = (shape: CurveShape): boolean => measuredCurve(shape).path.closed;

/** The eight clock points of a closed curve; ends, quarters and middle of an open one. */
export function namedPlaces(shape: CurveShape): readonly NamedPlace[] {
  if (isClosed(shape)) {
    return HOURS.map((name, i) => ({ name, u: curveKind(shape).fractionAtClock(shape, i * 45) }));
  }
  return [
    { name: 'start of the curve', u: 0 }, { name: 'first quarter', u: 0.25 }, { name: 'middle', u: 0.5 },
    { name: 'third quarter', u: 0.75 }, { name: 'end of the curve', u: 1 },
  ];
}

/**
 * The anchor place for a fraction of a curve: a clock angle on a closed curve, a fraction, clamped to the curve,
 * on an open one.
 */
export function placeAtFraction(shape: CurveShape, u: number): CurvePlace {
  if (!isClosed(shape)) return { kind: 'fraction', u: Math.min(Math.max(u, 0), 1) };
  return { kind: 'clock', deg: normaliseDeg(curveKind(shape).clockAtFraction(shape, u)) };
}

/** A place moved by mm along the curve, in the curve's own direction. */
export const placeMovedBy = (shape: CurveShape, place: CurvePlace, mm: number): CurvePlace =>
  placeAtFraction(shape, fractionOf(shape, place) + mm / measuredCurve(shape).lengthMm);

/** The named place nearest to u, and how far away it is, in mm along the curve. */
export function nearestNamed(shape: CurveShape, u: number): { readonly place: NamedPlace; readonly mm: number } {
  const { lengthMm, path } = measuredCurve(shape);
  const gap = (a: number): number => {
    const raw = Math.abs(a - u);
    return path.closed ? Math.min(raw % 1, 1 - (raw % 1)) : raw;
  };
  let best = namedPlaces(shape)[0]!;
  for (const place of namedPlaces(shape)) if (gap(place.u) < gap(best.u)) best = place;
  return { place: best, mm: gap(best.u) * lengthMm };
}

/** What a person calls a place: its name where it has one, else its angle or its share of the length. */
export function placeName(shape: CurveShape, u: number): string {
  const { place, mm } = nearestNamed(shape, u);
  if (mm < 1e-6) return place.name;
  return isClosed(shape) ? `${curveKind(shape).clockAtFraction(shape, u).toFixed(1)}°` : `${(u * 100).toFixed(1)} % along`;
}
