import type { Path } from './segment';
import type { Vec } from './vec';

/** Angles and lengths of the same curve differ by no more than this share of them, where they were worked out anew. */
const SAME_SHARE = 1e-12;
/** Places that differ by less than this from having moved alike have, mm. */
export const SAME_MM = 1e-9;

/** Whether what is no place is the same of two segments. */
const isSame = (was: unknown, is: unknown): boolean =>
  typeof was === 'number' && typeof is === 'number'
    ? Math.abs(was - is) <= SAME_SHARE * Math.max(1, Math.abs(was))
    : was === is;

/**
 * The way by which a path as a whole lies elsewhere than another, mm; null where it was not only moved.
 */
export function wayBetween(before: Path, after: Path): Vec | null {
  const { segments } = before;
  if (segments.length !== after.segments.length || before.closed !== after.closed) return null;
  let way: Vec | null = null;
  for (const [i, segment] of segments.entries()) {
    const now = after.segments[i]! as unknown as Readonly<Record<string, unknown>>;
    for (const [name, was] of Object.entries(segment)) {
      const is = now[name];
      if (typeof was !== 'object' || typeof is !== 'object') {
        if (!isSame(was, is)) return null;
        continue;
      }
      const [from, to] = [was as Vec, is as Vec];
      // A length with a direction, of a wave, is no place.
      const [x, y] = [to.x - from.x, to.y - from.y],
        meant: Vec = name === 'along' ? { x: 0, y: 0 } : (way ??= { x, y });
      if (Math.abs(x - meant.x) > SAME_MM || Math.abs(y - meant.y) > SAME_MM) return null;
    }
  }
  return way;
}
