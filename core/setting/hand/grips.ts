import { fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { nearest } from '../../geometry/nearest';
import { frameAt } from '../../geometry/walk';
import type { Vec } from '../../geometry/vec';
import type { Anchor, Bookends, Lettering } from '../../piece/types';
import { isClosed, nearestNamed, placeAtFraction, placeName } from '../line/anchorPlaces';
import { readingDirection } from '../line/seat';

/** What a drag comes to, and what to tell while it lasts. */
export interface Grip<T> {
  readonly value: T;
  readonly label: string;
  readonly snapped: boolean;
}

/** Where a point lies as seen from a curve. */
export interface CurvePoint {
  /** Fraction of the length of the nearest place. */
  readonly u: number;
  /** Distance from the curve, mm, positive outward. */
  readonly outwardMm: number;
}

/** The nearest place on a curve to a point, and on which side the point lies. */
export function seenFromCurve(track: Track, to: Vec): CurvePoint {
  const { path } = track;
  const foot = nearest(path, to);
  if (!foot) return { u: 0, outwardMm: 0 };
  const { point, tangent } = frameAt(path, foot.s);
  const left = (to.x - point.x) * tangent.y - (to.y - point.y) * tangent.x;
  const sign = left * track.outwardSign < 0 ? -1 : 1;
  return { u: foot.s / path.lengthMm, outwardMm: sign * foot.distanceMm };
}

/** Whether a drag from one point to another goes along the curve rather than off it. */
export function goesAlong(track: Track, from: Vec, to: Vec): boolean {
  const { path } = track;
  const { tangent } = frameAt(path, seenFromCurve(track, from).u * path.lengthMm);
  const dx = to.x - from.x,
    dy = to.y - from.y;
  return Math.abs(dx * tangent.x + dy * tangent.y) >= Math.abs(dx * tangent.y - dy * tangent.x);
}

/** The fraction at which a lettering is anchored, start offset included. */
export function anchoredAt(lettering: Lettering, track: Track): number {
  const { path } = track;
  const direction = readingDirection(track, lettering.seat.tops);
  return fractionOf(track, lettering.anchor.at) + (direction * lettering.anchor.startOffsetMm) / path.lengthMm;
}

const wrapHalf = (u: number): number => u - Math.round(u);

/** Snaps a fraction to a named place nearer than `snapMm`; else rounds it to a tenth of a degree or per mille. */
function settle(track: Track, u: number, snapMm: number): { u: number; snapped: boolean } {
  const near = nearestNamed(track, u);
  if (near.mm <= snapMm) return { u: near.place.u, snapped: true };
  const steps = isClosed(track) ? 3600 : 1000;
  return { u: Math.round(u * steps) / steps, snapped: false };
}

/**
 * Slides a lettering along its curve by a drag. A start offset is taken up into the anchor, so that the label
 * and the snapping speak of where the lettering stands.
 */
export function slideAlong(lettering: Lettering, track: Track, from: Vec, to: Vec, snapMm: number): Grip<Anchor> {
  const moved = seenFromCurve(track, to).u - seenFromCurve(track, from).u;
  return slideTo(lettering, track, anchoredAt(lettering, track) + (isClosed(track) ? wrapHalf(moved) : moved), snapMm);
}

/** Moves a bookend to the place on the curve nearest to a point. */
export function moveBookend(
  lettering: Lettering,
  track: Track,
  which: 'start' | 'end',
  to: Vec,
  snapMm: number,
): Grip<Bookends> {
  return bookendAt(lettering, track, which, seenFromCurve(track, to).u, snapMm);
}

/** Moves a bookend to a fraction of the curve. */
export function bookendAt(
  lettering: Lettering,
  track: Track,
  which: 'start' | 'end',
  u: number,
  snapMm: number,
): Grip<Bookends> {
  const wrapped = isClosed(track) ? u - Math.floor(u) : Math.min(Math.max(u, 0), 1);
  const settled = settle(track, wrapped, snapMm);
  const bounded = isClosed(track) ? settled.u - Math.floor(settled.u) : settled.u;
  const value =
    which === 'start' ? { ...lettering.bookends, startU: bounded } : { ...lettering.bookends, endU: bounded };
  return {
    value,
    label: `${which === 'start' ? 'start' : 'end'} at ${placeName(track, bounded)}`,
    snapped: settled.snapped,
  };
}

/** Slides a lettering so that it is anchored at a fraction of its curve, unwrapped; snaps like a drag. */
export function slideTo(lettering: Lettering, track: Track, u: number, snapMm: number): Grip<Anchor> {
  const settled = settle(track, isClosed(track) ? u - Math.floor(u) : u, snapMm);
  return {
    value: { ...lettering.anchor, at: placeAtFraction(track, settled.u), startOffsetMm: 0 },
    label: placeName(track, settled.u),
    snapped: settled.snapped,
  };
}
