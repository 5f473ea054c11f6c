import type { Track } from '../../shapes/kind';
import type { Alignment, Bookends, Lettering, Seat, SeatedBy, Side, Tops } from '../../piece/types';
import type { FaceMetrics } from '../../type/face';
import type { HeldLine } from './hold';

/** A stretch of a letter's height, mm above its baseline. */
export interface Heights {
  readonly lowerMm: number;
  readonly upperMm: number;
}

/**
 * The stretch of the letters' height that a seat goes by.
 *
 * @param scale mm in a font unit
 * @param ink lowest and highest ink of the wording, mm above the baseline
 */
export function heightsOf(by: SeatedBy, metrics: FaceMetrics, scale: number, ink: Heights): Heights {
  switch (by) {
    case 'caps':
      return { lowerMm: 0, upperMm: metrics.capHeight * scale };
    case 'x-height':
      return { lowerMm: 0, upperMm: metrics.xHeight * scale };
    case 'extents':
      return { lowerMm: metrics.descender * scale, upperMm: metrics.ascender * scale };
    case 'ink':
      return ink;
  }
}

/** Distance of the baseline from the line at which a hold puts the letters, mm, positive towards their tops. */
export function heldBaseline(
  { baselineShiftMm }: Seat,
  { edge, distanceMm }: HeldLine,
  { lowerMm, upperMm }: Heights,
): number {
  return (
    baselineShiftMm + distanceMm - (edge === 'middle' ? (lowerMm + upperMm) / 2 : edge === 'upper' ? upperMm : lowerMm)
  );
}

/**
 * A seat that no other curve holds, with the letters where the hold has them at the anchor: its edge or middle is put
 * by `side`, the distance goes into the shift, whatever the height of the letters. A hold that cannot be had holds
 * nothing.
 *
 * @param line where the hold puts the letters, with the own curve for its track; null where it cannot
 */
export function released(seat: Seat, line: Pick<HeldLine, 'distanceMm' | 'edge'> | null): Seat {
  const free = { ...seat, hold: null };
  if (!line) return free;
  const baselineShiftMm = seat.baselineShiftMm + line.distanceMm;
  if (line.edge === 'middle') return { ...free, side: 'on', baselineShiftMm };
  return {
    ...free,
    side: (line.edge === 'upper') === (seat.tops === 'outward') ? 'inside' : 'outside',
    baselineShiftMm,
  };
}

/**
 * Distance of the baseline from the curve in mm, positive towards the tops of the letters, by the seat's side.
 *
 * Outside, the near edge of the band of the letters lies on the curve and the band beyond it; on, its middle does;
 * inside, its far edge. The baseline shift comes on top.
 */
export function baselineDistance({ tops, side, baselineShiftMm }: Seat, { lowerMm, upperMm }: Heights): number {
  if (side === 'on') return baselineShiftMm - (lowerMm + upperMm) / 2;
  return baselineShiftMm - ((side === 'outside') === (tops === 'outward') ? lowerMm : upperMm);
}

/** +1 where the lettering is read in the curve's own direction, −1 where it is read against it. */
export const readingDirection = (track: Track, tops: Tops): 1 | -1 =>
  (track.outwardSign * (tops === 'outward' ? 1 : -1)) as 1 | -1;

const acrossSide: Readonly<Record<Side, Side>> = { outside: 'inside', on: 'on', inside: 'outside' };

/**
 * The seat after another of the six pictures was chosen. Turned over, the letters stay in the band they were in: the
 * shift keeps its outward distance. With `keepBand` off they turn over about their baseline, across the curve.
 * Another side, or the same one again, puts the band where the picture shows it, without a shift; another side lets go
 * of what held it.
 */
function reseat(seat: Seat, tops: Tops, side: Side, keepBand = true): Seat {
  const over = tops !== seat.tops;
  const sameSide = side === seat.side;
  return {
    ...seat,
    tops,
    hold: sameSide ? seat.hold : null,
    side: over && sameSide && !keepBand ? acrossSide[side] : side,
    baselineShiftMm: !sameSide ? 0 : over ? 0 - seat.baselineShiftMm : seat.hold ? seat.baselineShiftMm : 0,
  };
}

/** Bookends in reading order for the other way of reading. */
const turnBookends = ({ startU, endU }: Bookends): Bookends => ({ startU: endU, endU: startU });

const turnedAlign: Readonly<Record<Alignment, Alignment>> = {
  start: 'end',
  centre: 'centre',
  end: 'start',
  filled: 'filled',
};

/**
 * A lettering with another of the six pictures chosen: seat, bookends, and the start offset and alignment,
 * which count in the reading direction, so that the lettering stays where it is on the curve.
 */
export function reseatLettering(lettering: Lettering, tops: Tops, side: Side, keepBand = true): Lettering {
  const seat = reseat(lettering.seat, tops, side, keepBand);
  if (tops === lettering.seat.tops) return { ...lettering, seat };
  const { anchor } = lettering;
  return {
    ...lettering,
    seat,
    bookends: turnBookends(lettering.bookends),
    anchor: {
      ...anchor,
      align: turnedAlign[anchor.align],
      startOffsetMm: anchor.startOffsetMm === 0 ? 0 : -anchor.startOffsetMm,
    },
  };
}
