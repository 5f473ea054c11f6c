import { measurePath, type MeasuredPath } from '../geometry/measuredPath';
import type { CurveKindName, CurvePlace, CurveShape } from '../piece/types';
import { arc } from './arc';
import { circle } from './circle';
import type { CurveKind } from './kind';

/** One line a kind. */
const KINDS: { readonly [K in CurveKindName]: CurveKind<any> } = { circle, arc };

/** The operations of the kind that a shape belongs to. */
export const curveKind = (shape: CurveShape): CurveKind<CurveShape> => KINDS[shape.kind] as CurveKind<CurveShape>;

const measured = new WeakMap<CurveShape, MeasuredPath>();

/** The measured path of a shape, in mm. Kept for as long as the shape itself: the same shape, the same path. */
export function measuredCurve(shape: CurveShape): MeasuredPath {
  let path = measured.get(shape);
  if (!path) {
    path = measurePath(curveKind(shape).path(shape));
    measured.set(shape, path);
  }
  return path;
}

/** A place on a curve as a fraction of its length, 0 ≤ u ≤ 1 for places on it. */
export const fractionOf = (shape: CurveShape, place: CurvePlace): number =>
  place.kind === 'clock' ? curveKind(shape).fractionAtClock(shape, place.deg) : place.u;
