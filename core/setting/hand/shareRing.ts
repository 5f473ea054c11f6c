import { wrap } from '../../geometry/wrap';
import type { Track } from '../../shapes/kind';
import type { Bookends, Tops } from '../../piece/types';
import { isClosed } from '../line/anchorPlaces';
import { anchoredAt } from './grips';
import { readingDirection } from '../line/seat';
import type { SetLettering } from '../line/set';

export interface SharedRing {
  /** For the new lettering. */
  readonly bookends: Bookends;
  /** For those that had the whole ring until now and have room enough in their share. */
  readonly others: readonly { readonly id: string; readonly bookends: Bookends }[];
}

/**
 * Shares a closed curve out between a new lettering and those that are set on it: each gets the room up to the
 * middles between its anchor and the neighbouring ones, so that their bookends meet between the words and not on
 * them. Bookends that somebody has placed are left alone, and so is a lettering whose ink needs more than its share.
 *
 * @param u where the new lettering is anchored, as a fraction
 * @returns null on an open curve, and where the new one is alone or stands on another's anchor
 */
export function shareRing(track: Track, u: number, tops: Tops, others: readonly SetLettering[]): SharedRing | null {
  const places = others.map((set) => wrap(anchoredAt(set.lettering, track)));
  const all = [...places, wrap(u)].sort((a, b) => a - b);
  if (!isClosed(track) || others.length === 0 || new Set(all).size < all.length) return null;
  const share = (place: number, facing: Tops): Bookends => {
    const index = all.indexOf(place),
      count = all.length;
    const before = all[(index + count - 1) % count]! - (index === 0 ? 1 : 0),
      after = all[(index + 1) % count]! + (index === count - 1 ? 1 : 0);
    const [low, high] = [wrap((before + place) / 2), wrap((place + after) / 2)];
    return readingDirection(track, facing) > 0 ? { startU: low, endU: high } : { startU: high, endU: low };
  };
  const fixed = others.flatMap((set, i) => {
    const { startU, endU } = set.lettering.bookends;
    if (startU !== endU) return [];
    const bookends = share(places[i]!, set.lettering.seat.tops);
    const { inkStart, inkEnd } = set.overset;
    // The ink as fractions forward along the curve, against the share on the same turn.
    const ink = [inkStart, inkEnd].map((mm) => (set.direction * mm) / set.path.lengthMm).sort((a, b) => a - b) as [
      number,
      number,
    ];
    const [low, high] = set.direction > 0 ? [bookends.startU, bookends.endU] : [bookends.endU, bookends.startU];
    const fits = wrap(ink[0] - low) + (ink[1] - ink[0]) <= wrap(high - low);
    return fits ? [{ id: set.lettering.id, bookends }] : [];
  });
  return { bookends: share(wrap(u), tops), others: fixed };
}
