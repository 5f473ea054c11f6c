import type { Track } from '../curves/kind';
import { nearest } from '../geometry/nearest';
import { frameAt } from '../geometry/walk';
import type { Alignment, Bookends, Lettering, Seat, SeatedBy, Side, Tops } from '../piece/types';
import type { FaceMetrics } from '../type/face';

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
    case 'caps': return { lowerMm: 0, upperMm: metrics.capHeight * scale };
    case 'x-height': return { lowerMm: 0, upperMm: metrics.xHeight * scale };
    case 'extents': return { lowerMm: metrics.descender * scale, upperMm: metrics.ascender * scale };
    case 'ink': return ink;
  }
}

/** The curves that hold a seat, and where the lettering stands on its own. */
export interface Holders {
  readonly own: Track;
  /** Place of the anchor on its own curve, mm. */
  readonly anchorMm: number;
  /** Tracks of the curves named by the hold, in its order; null where one has none. */
  readonly held: readonly (Track | null)[];
}

/** Distance of another curve from a place of one, mm, positive outward. */
export function outwardTo(own: Track, anchorMm: number, other: Track): number {
  const { point, tangent } = frameAt(own.path, anchorMm);
  const foot = nearest(other.path, point);
  if (!foot) return 0;
  const outward = own.outwardSign * ((foot.point.x - point.x) * tangent.y - (foot.point.y - point.y) * tangent.x);
  return outward < 0 ? -foot.distanceMm : foot.distanceMm;
}

/**
 * A seat that no other curve holds, with the letters where the hold has them: its edge or middle is put by `side`, the
 * distance goes into the shift, whatever the height of the letters. A hold whose curve has no track holds nothing.
 */
export function released(seat: Seat, holders: Holders): Seat {
  const { tops, side, hold, baselineShiftMm } = seat;
  const [first, second] = holders.held.map((track) => (track ? outwardTo(holders.own, holders.anchorMm, track) * (tops === 'outward' ? 1 : -1) : null));
  const free = { ...seat, hold: null };
  if (hold?.kind === 'touching' && first !== null && first !== undefined) {
    const upper = first === 0 ? (side === 'inside') === (tops === 'outward') : first > 0;
    return { ...free, side: upper === (tops === 'outward') ? 'inside' : 'outside', baselineShiftMm: baselineShiftMm + first + (upper ? -hold.gapMm : hold.gapMm) };
  }
  if (hold?.kind === 'band' && first !== null && first !== undefined && second !== null && second !== undefined) {
    return { ...free, side: 'on', baselineShiftMm: baselineShiftMm + (first + second) / 2 };
  }
  return free;
}

/**
 * Distance of the baseline from the curve in mm, positive towards the tops of the letters.
 *
 * Outside, the near edge of the band of the letters lies on the curve and the band beyond it; on, its middle does;
 * inside, its far edge. A hold puts an edge of the band at its gap from another curve, the upper one where that curve
 * lies towards the tops, or the band's middle midway between two. The baseline shift comes on top of either.
 */
export function baselineDistance(seat: Seat, { lowerMm, upperMm }: Heights, holders: Holders): number {
  const { tops, side, baselineShiftMm } = seat.hold ? released(seat, holders) : seat;
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
 * Another side moves the band as a whole, and lets go of what held it.
 */
export function reseat(seat: Seat, tops: Tops, side: Side, keepBand = true): Seat {
  const over = tops !== seat.tops;
  const sameSide = side === seat.side;
  return {
    ...seat, tops, hold: sameSide ? seat.hold : null,
    side: over && sameSide && !keepBand ? acrossSide[side] : side,
    baselineShiftMm: over && seat.baselineShiftMm !== 0 ? -seat.baselineShiftMm : seat.baselineShiftMm,
  };
}

/** Bookends in reading order for the other way of reading. */
export const turnBookends = ({ startU, endU }: Bookends): Bookends => ({ startU: endU, endU: startU });

const turnedAlign: Readonly<Record<Alignment, Alignment>> = { start: 'end', centre: 'centre', end: 'start', filled: 'filled' };

/**
 * A lettering with another of the six pictures chosen: seat, bookends, and the start offset and alignment,
 * which count in the reading direction, so that the lettering stays where it is on the curve.
 */
export function reseatLettering(lettering: Lettering, tops: Tops, side: Side, keepBand = true): Lettering {
  const seat = reseat(lettering.seat, tops, side, keepBand);
  if (tops === lettering.seat.tops) return { ...lettering, seat };
  const { anchor } = lettering;
  return {
    ...lettering, seat,
    bookends: turnBookends(lettering.bookends),
    anchor: { ...anchor, align: turnedAlign[anchor.align], startOffsetMm: anchor.startOffsetMm === 0 ? 0 : -anchor.startOffsetMm },
  };
}
