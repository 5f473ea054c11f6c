import { curveKind, fractionOf, measuredCurve } from '../curves';
import { nearest } from '../geometry/nearest';
import { frameAt } from '../geometry/walk';
import type { Vec } from '../geometry/vec';
import type { Anchor, Bookends, Curve, CurveShape, Lettering } from '../piece/types';
import { isClosed, nearestNamed, placeAtFraction, placeName } from './anchorPlaces';
import { readingDirection } from './seat';

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
export function seenFromCurve(shape: CurveShape, to: Vec): CurvePoint {
  const path = measuredCurve(shape);
  const foot = nearest(path, to);
  if (!foot) return { u: 0, outwardMm: 0 };
  const { point, tangent } = frameAt(path, foot.s);
  const left = (to.x - point.x) * tangent.y - (to.y - point.y) * tangent.x;
  const sign = left * curveKind(shape).outwardSign(shape) < 0 ? -1 : 1;
  return { u: foot.s / path.lengthMm, outwardMm: sign * foot.distanceMm };
}

/** Whether a drag from one point to another goes along the curve rather than off it. */
export function goesAlong(shape: CurveShape, from: Vec, to: Vec): boolean {
  const path = measuredCurve(shape);
  const { tangent } = frameAt(path, seenFromCurve(shape, from).u * path.lengthMm);
  const dx = to.x - from.x, dy = to.y - from.y;
  return Math.abs(dx * tangent.x + dy * tangent.y) >= Math.abs(dx * tangent.y - dy * tangent.x);
}

/** The fraction at which a lettering is anchored, start offset included. */
export function anchoredAt(lettering: Lettering, shape: CurveShape): number {
  const path = measuredCurve(shape);
  const direction = readingDirection(shape, lettering.seat.tops);
  return fractionOf(shape, lettering.anchor.at) + (direction * lettering.anchor.startOffsetMm) / path.lengthMm;
}

const wrapHalf = (u: number): number => u - Math.round(u);

/** Snaps a fraction to a named place nearer than `snapMm`; else rounds it to a tenth of a degree or per mille. */
function settle(shape: CurveShape, u: number, snapMm: number): { u: number; snapped: boolean } {
  const near = nearestNamed(shape, u);
  if (near.mm <= snapMm) return { u: near.place.u, snapped: true };
  const steps = isClosed(shape) ? 3600 : 1000;
  return { u: Math.round(u * steps) / steps, snapped: false };
}

/**
 * Slides a lettering along its curve by a drag. A start offset is taken up into the anchor, so that the label
 * and the snapping speak of where the lettering stands.
 */
export function slideAlong(lettering: Lettering, curve: Curve, from: Vec, to: Vec, snapMm: number): Grip<Anchor> {
  const { shape } = curve;
  const moved = seenFromCurve(shape, to).u - seenFromCurve(shape, from).u;
  return slideTo(lettering, curve, anchoredAt(lettering, shape) + (isClosed(shape) ? wrapHalf(moved) : moved), snapMm);
}

/** Shifts the baseline of a lettering by a drag off its curve; near 0 it comes to rest there. */
export function shiftOff(lettering: Lettering, curve: Curve, from: Vec, to: Vec, snapMm: number): Grip<number> {
  const outward = seenFromCurve(curve.shape, to).outwardMm - seenFromCurve(curve.shape, from).outwardMm;
  const raw = lettering.seat.baselineShiftMm + (lettering.seat.tops === 'outward' ? outward : -outward);
  const snapped = Math.abs(raw) <= snapMm;
  const value = snapped ? 0 : Math.round(raw * 100) / 100;
  return { value, label: snapped ? 'no baseline shift' : `baseline shift ${value.toFixed(2)} mm`, snapped };
}

/** Moves a bookend to the place on the curve nearest to a point. */
export function moveBookend(lettering: Lettering, curve: Curve, which: 'start' | 'end', to: Vec, snapMm: number): Grip<Bookends> {
  return bookendAt(lettering, curve, which, seenFromCurve(curve.shape, to).u, snapMm);
}

/** Moves a bookend to a fraction of the curve. */
export function bookendAt(lettering: Lettering, curve: Curve, which: 'start' | 'end', u: number, snapMm: number): Grip<Bookends> {
  const { shape } = curve;
  const wrapped = isClosed(shape) ? u - Math.floor(u) : Math.min(Math.max(u, 0), 1);
  const settled = settle(shape, wrapped, snapMm);
  const bounded = isClosed(shape) ? settled.u - Math.floor(settled.u) : settled.u;
  const value = which === 'start' ? { ...lettering.bookends, startU: bounded } : { ...lettering.bookends, endU: bounded };
  return { value, label: `${which === 'start' ? 'start' : 'end'} at ${placeName(shape, bounded)}`, snapped: settled.snapped };
}

/** Slides a lettering so that it is anchored at a fraction of its curve, unwrapped; snaps like a drag. */
export function slideTo(lettering: Lettering, curve: Curve, u: number, snapMm: number): Grip<Anchor> {
  const settled = settle(curve.shape, isClosed(curve.shape) ? u - Math.floor(u) : u, snapMm);
  return {
    value: { ...lettering.anchor, at: placeAtFraction(curve.shape, settled.u), startOffsetMm: 0 },
    label: placeName(curve.shape, settled.u), snapped: settled.snapped,
  };
}
