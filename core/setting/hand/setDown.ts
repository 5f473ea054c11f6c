import { clockAtFraction } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { frameAt } from '../../geometry/walk';
import { normaliseDeg, type Vec } from '../../geometry/vec';
import { makeLettering } from '../../piece/make';
import type { Curve, InkId, Lettering } from '../../piece/types';
import { isClosed, nearestNamed, placeAtFraction } from '../line/anchorPlaces';
import { seenFromCurve } from './grips';
import { roundingFor } from '../line/corners';
import { readingDirection } from '../line/seat';

/**
 * How large a curve is for lettering: its mean radius, a third of its length, or what fits between the turns of a
 * spiral.
 */
function sizeOf({ shape }: Curve, track: Track): number {
  const { lengthMm } = track.path;
  if (shape.kind === 'spiral')
    return Math.min(
      lengthMm / 3,
      (Math.abs(shape.endRadiusMm - shape.startRadiusMm) / Math.max(Math.abs(shape.turns), 1)) * 3,
    );
  return lengthMm / (isClosed(track) ? 2 * Math.PI : 3);
}

/** On a curve with ends the words begin where they are set down, but for its middle and its end. */
function alignAt(u: number, forward: boolean): Lettering['anchor']['align'] {
  const left = forward ? 1 - u : u;
  return u === 0.5 ? 'centre' : left === 0 ? 'end' : 'start';
}

/**
 * A new lettering where a person points at a curve: outside or inside as the point lies, tops so that it reads
 * upright there, anchored at a named place when one is near. On a curve with ends they begin there.
 *
 * @param like another lettering of the curve to take after, or null
 * @param snapMm how near, along the curve, a named place draws the anchor
 * @param ink what it is filled with where there is none to take after
 */
export function setDown(
  id: string,
  curve: Curve,
  track: Track,
  at: Vec,
  like: Lettering | null,
  snapMm: number,
  ink: InkId | null,
): Lettering {
  const seen = seenFromCurve(track, at);
  const near = nearestNamed(track, seen.u);
  const u = near.mm <= snapMm ? near.place.u : seen.u;
  const clock = normaliseDeg(clockAtFraction(track, u));
  // On a closed curve and on arcs the lower half reads upright with tops inward; elsewhere above is upright unless
  // the curve runs to the left there.
  const round = isClosed(track) || curve.shape.kind === 'arc' || curve.shape.kind === 'spiral';
  const lower = round ? clock > 90.5 && clock < 269.5 : frameAt(track.path, u * track.path.lengthMm).tangent.x < -1e-9;
  const tops = lower ? 'inward' : 'outward';
  const forward = readingDirection(track, tops) > 0;
  const opposite = (u + 0.5) % 1;
  const made = makeLettering({
    ink,
    id,
    curve,
    sizeMm: sizeOf(curve, track),
    tops,
    like,
    side: seen.outwardMm >= 0 ? 'outside' : 'inside',
    at: placeAtFraction(track, u),
    bookends: isClosed(track)
      ? { startU: opposite, endU: opposite }
      : { startU: forward ? 0 : 1, endU: forward ? 1 : 0 },
  });
  const fits = withRoundedInside(made, track);
  return isClosed(track) ? fits : { ...fits, anchor: { ...fits.anchor, align: alignAt(u, forward) } };
}

/** The same with corners that are rounded enough for its letters where these stand inside of them. */
function withRoundedInside(made: Lettering, track: Track): Lettering {
  const { corners, seat, size } = made;
  if (corners.kind !== 'round' || size.by !== 'cap') return made;
  const above = (seat.side === 'outside') === (seat.tops === 'outward');
  const radiusMm = roundingFor(track, readingDirection(track, seat.tops), [above ? size.mm : -size.mm], size.mm);
  return radiusMm > corners.radiusMm ? { ...made, corners: { kind: 'round', radiusMm } } : made;
}
