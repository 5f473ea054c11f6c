import { curveKind } from '../curves';
import { normaliseDeg, type Vec } from '../geometry/vec';
import { makeLettering } from '../piece/make';
import type { Curve, Lettering } from '../piece/types';
import { isClosed, nearestNamed, placeAtFraction } from './anchorPlaces';
import { seenFromCurve } from './grips';
import { readingDirection } from './seat';

/**
 * A new lettering where a person points at a curve: outside or inside as the point lies, tops so that it reads
 * upright there, anchored at a named place when one is near.
 *
 * @param like another lettering of the curve to take after, or null
 * @param snapMm how near, along the curve, a named place draws the anchor
 */
export function setDown(id: string, curve: Curve, at: Vec, like: Lettering | null, snapMm: number): Lettering {
  const { shape } = curve;
  const seen = seenFromCurve(shape, at);
  const near = nearestNamed(shape, seen.u);
  const u = near.mm <= snapMm ? near.place.u : seen.u;
  const clock = normaliseDeg(curveKind(shape).clockAtFraction(shape, u));
  const tops = clock > 90.5 && clock < 269.5 ? 'inward' : 'outward';
  const forward = readingDirection(shape, tops) > 0;
  const opposite = (u + 0.5) % 1;
  return makeLettering({
    id, curve, tops, like,
    side: seen.outwardMm >= 0 ? 'outside' : 'inside',
    at: placeAtFraction(shape, u),
    bookends: isClosed(shape) ? { startU: opposite, endU: opposite } : { startU: forward ? 0 : 1, endU: forward ? 1 : 0 },
  });
}
