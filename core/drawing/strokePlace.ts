import type { Track } from '../curves';
import { offsetPath } from '../geometry/offset';
import type { Path } from '../geometry/segment';
import type { StrokePlace } from '../piece/inks';

/**
 * Where a stroke's middle runs that is to lie wholly inside or outside of a closed curve: half its width beside it.
 *
 * @returns null where nothing of the curve is left so far inside; the stroke is then centred
 */
export function asOffset(track: Track, place: Exclude<StrokePlace, 'centre'>, widthMm: number): Path | null {
  const made = offsetPath(track.path, track.outwardSign * (place === 'outside' ? 1 : -1) * (widthMm / 2));
  return made.ok ? made.value : null;
}
