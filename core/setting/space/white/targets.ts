import { spreadOf } from './spread';

/** A pair of a line as evening out reckons with it; lengths in mm. */
export interface Pair {
  /** Its white as it is, and its aim but for the common amount. */
  readonly mm: number;
  readonly aimMm: number;
  /** By how much its white grows with a mm of the line. */
  readonly slope: number;
}

/**
 * What pairs that stop at each other may leave uneven before the others are opened for them: in heights of the letters,
 * or less, a share of what was uneven before; and what nobody sees.
 */
const LEFT_UNEVEN = { ofHeight: 0.012, ofBefore: 0.35, unseen: 0.003 } as const;

/** The common amount by which pairs together take as much of the line as they do now. */
function levelOf(pairs: readonly Pair[]): number {
  let sum = 0,
    all = 0;
  for (const { mm, aimMm, slope } of pairs) {
    sum += (mm - aimMm) / slope;
    all += 1 / slope;
  }
  return all > 0 ? sum / all : 0;
}

/** Every pair at its aim and a common amount, so that the line keeps its length. */
export function plainTargets(pairs: readonly Pair[]): number[] {
  const level = levelOf(pairs);
  return pairs.map(({ aimMm }) => aimMm + level);
}

/**
 * Where the pairs of a line are to come to, some of them bound. A bound pair stops where it is bound and leaves the
 * reckoning: the others keep their length among themselves. Where bound pairs then stand out as too wide, the others
 * are opened for them, until little is left uneven or the line has grown as far as it may. So a line grows by no more
 * than it may, but for what pairs that would touch must be opened by; the others are never squeezed for it.
 *
 * @param bounds the white that a pair cannot go below; null for a pair that is not bound
 * @param given the height of the letters, and by how much the line may grow
 */
export function targetsFor(
  pairs: readonly Pair[],
  bounds: readonly (number | null)[],
  { heightMm, growthMm }: { readonly heightMm: number; readonly growthMm: number },
): number[] {
  const at = (level: number): number[] => pairs.map(({ aimMm }, i) => Math.max(aimMm + level, bounds[i] ?? -Infinity));
  const grown = (mms: readonly number[]): number =>
    mms.reduce((sum, mm, i) => sum + (mm - pairs[i]!.mm) / pairs[i]!.slope, 0);
  const bound = new Set<number>();
  let level = levelOf(pairs);
  // Which pairs stop depends on how close the others are, so those that do are found one after the other; none is let
  // go again.
  for (let size = -1; size !== bound.size;) {
    size = bound.size;
    pairs.forEach(({ aimMm }, i) => {
      if ((bounds[i] ?? -Infinity) > aimMm + level) bound.add(i);
    });
    const free = pairs.filter((_, i) => !bound.has(i));
    if (free.length > 0) level = levelOf(free);
  }
  // Opened with the others where there is room, else just as far as it must be.
  const plain = at(level);
  if (grown(plain) > growthMm) return pairs.map(({ aimMm }, i) => (bound.has(i) ? bounds[i]! : aimMm + level));
  const before = spreadOf(pairs.map(({ mm, aimMm }) => mm - aimMm));
  const most = Math.max(
    Math.min(LEFT_UNEVEN.ofHeight * heightMm, LEFT_UNEVEN.ofBefore * before),
    LEFT_UNEVEN.unseen * heightMm,
  );
  const uneven = (one: number): number => spreadOf(at(one).map((mm, i) => mm - pairs[i]!.aimMm));
  const settles = (one: number): boolean => uneven(one) <= most || grown(at(one)) >= growthMm;
  if (settles(level)) return plain;
  let low = level,
    high = Math.max(level, ...bounds.map((bound, i) => (bound === null ? -Infinity : bound - pairs[i]!.aimMm)));
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (settles(middle)) high = middle;
    else low = middle;
  }
  return at(high);
}
