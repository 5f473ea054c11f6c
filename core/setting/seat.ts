import type { Track } from '../curves/kind';
import type { Bookends, Lettering, Seat, Side, Tops } from '../piece/types';

/** A band on the curve, in mm outward from it: capitals stand between its two edges. */
export interface Band {
  readonly innerMm: number;
  readonly outerMm: number;
}

const bandBefore = (side: Side, capMm: number): Band => {
  switch (side) {
    case 'outside': return { innerMm: 0, outerMm: capMm };
    case 'on': return { innerMm: -capMm / 2, outerMm: capMm / 2 };
    case 'inside': return { innerMm: -capMm, outerMm: 0 };
  }
};

/** The band between baseline and cap line, baseline shift included. */
export function bandOf(seat: Seat, capMm: number): Band {
  const { innerMm, outerMm } = bandBefore(seat.side, capMm);
  const outward = seat.tops === 'outward' ? seat.baselineShiftMm : -seat.baselineShiftMm;
  return { innerMm: innerMm + outward, outerMm: outerMm + outward };
}

/** Distance of the baseline from the curve in mm, positive towards the tops of the letters. */
export function baselineDistance(seat: Seat, capMm: number): number {
  const band = bandOf(seat, capMm);
  return seat.tops === 'outward' ? band.innerMm : -band.outerMm;
}

/** +1 where the lettering is read in the curve's own direction, −1 where it is read against it. */
export const readingDirection = (track: Track, tops: Tops): 1 | -1 =>
  (track.outwardSign * (tops === 'outward' ? 1 : -1)) as 1 | -1;

/**
 * The seat after another of the six pictures was chosen. The shift keeps its outward distance, so that
 * turning the letters over leaves them in the band they were in, and another side moves the band as a whole.
 */
export const reseat = (seat: Seat, tops: Tops, side: Side): Seat => ({
  tops,
  side,
  baselineShiftMm: tops === seat.tops || seat.baselineShiftMm === 0 ? seat.baselineShiftMm : -seat.baselineShiftMm,
});

/** Bookends in reading order for the other way of reading. */
export const turnBookends = ({ startU, endU }: Bookends): Bookends => ({ startU: endU, endU: startU });

/**
 * A lettering with another of the six pictures chosen: seat, bookends, and the start offset and alignment,
 * which count in the reading direction, so that the lettering stays where it is on the curve.
 */
export function reseatLettering(lettering: Lettering, tops: Tops, side: Side): Lettering {
  if (tops === lettering.seat.tops) return { ...lettering, seat: reseat(lettering.seat, tops, side) };
  const { anchor } = lettering;
  const align = anchor.align === 'centre' ? 'centre' : anchor.align === 'start' ? 'end' : 'start';
  return {
    ...lettering,
    seat: reseat(lettering.seat, tops, side),
    bookends: turnBookends(lettering.bookends),
    anchor: { ...anchor, align, startOffsetMm: anchor.startOffsetMm === 0 ? 0 : -anchor.startOffsetMm },
  };
}
