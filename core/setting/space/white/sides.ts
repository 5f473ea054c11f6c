/** How many levels stand in the height of the letters. */
const LEVELS = 32;

/**
 * Levels reach this far below the baseline and above it, in heights of the letters: what lies beyond is not felt in the
 * band.
 */
const REACH = { below: 1.6, above: 2.4 } as const;

/**
 * Steepness of the cones that stand on every point of a side: how fast what juts out is felt less, above and below it.
 * The gentle one is felt far, so that an arm or a tail outside the band counts; the steep one keeps bays open.
 */
export const CONES = [0.4, 1.6] as const;

/** Levels of equal height above a baseline, one upon the other; level 0 stands on the baseline. */
export interface Levels {
  readonly step: number;
  /** The lowest level, and how many there are. */
  readonly low: number;
  readonly count: number;
}

/**
 * The levels of a line.
 *
 * @param height that of its letters; `bottom` and `top` are the ends of its ink, in the same unit above the baseline
 */
export function levelsFor(height: number, bottom: number, top: number, perHeight = LEVELS): Levels {
  const step = height / perHeight;
  const low = Math.floor(Math.min(Math.max(bottom, -REACH.below * height), 0) / step);
  const high = Math.ceil(Math.max(Math.min(top, (1 + REACH.above) * height), height) / step);
  return { step, low, count: high - low };
}

/**
 * Where the ink of a letter begins and ends on each level, along the line; Infinity and −Infinity where it has none.
 */
export interface Extremes {
  readonly first: Float64Array;
  readonly last: Float64Array;
  /** Its first and its last place on any level. */
  front: number;
  edge: number;
}

export const noExtremes = ({ count }: Levels): Extremes => ({
  first: new Float64Array(count).fill(Infinity),
  last: new Float64Array(count).fill(-Infinity),
  front: Infinity,
  edge: -Infinity,
});

/**
 * What ends this near to the edge of a level, in levels, ends at it: else a rounding error would put an arm into one
 * more.
 */
const ON_EDGE = 1e-7;

/** Adds a straight stretch of an outline to the extremes of its letter. */
export function addStretch(
  to: Extremes,
  { step, low, count }: Levels,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): void {
  if (y0 > y1) {
    let swap = x0;
    x0 = x1;
    x1 = swap;
    swap = y0;
    y0 = y1;
    y1 = swap;
  }
  const from = Math.max(0, Math.floor(y0 / step + ON_EDGE) - low),
    until = Math.min(count - 1, Math.ceil(y1 / step - ON_EDGE) - 1 - low);
  const slope = y1 > y0 ? (x1 - x0) / (y1 - y0) : 0;
  const { first, last } = to;
  for (let n = from; n <= until; n++) {
    const bottom = (n + low) * step,
      top = bottom + step;
    const a = y0 >= bottom ? x0 : x0 + slope * (bottom - y0);
    const b = y1 <= top ? x1 : x0 + slope * (top - y0);
    const least = a < b ? a : b,
      most = a < b ? b : a;
    if (least < first[n]!) {
      first[n] = least;
      if (least < to.front) to.front = least;
    }
    if (most > last[n]!) {
      last[n] = most;
      if (most > to.edge) to.edge = most;
    }
  }
}

/** Both sides of a letter with a cone on every point of them: one filled profile for each steepness of the cones. */
export interface Sides {
  readonly left: readonly Float64Array[];
  readonly right: readonly Float64Array[];
  /** The ink itself. */
  readonly ink: Extremes;
}

/**
 * Fills the sides of a letter.
 *
 * @param stretch how long a unit along the line is on each level: 1 on a straight line
 * @returns null for a letter without ink between the levels
 */
export function fillSides(ink: Extremes, { step, count }: Levels, stretch: Float64Array | null): Sides | null {
  if (ink.front > ink.edge) return null;
  const left: Float64Array[] = [],
    right: Float64Array[] = [];
  for (const cone of CONES) {
    const l = ink.first.slice(),
      r = ink.last.slice();
    const rise = cone * step;
    for (let n = 1; n < count; n++) {
      const d = stretch ? rise / stretch[n]! : rise;
      if (l[n - 1]! + d < l[n]!) l[n] = l[n - 1]! + d;
      if (r[n - 1]! - d > r[n]!) r[n] = r[n - 1]! - d;
    }
    for (let n = count - 2; n >= 0; n--) {
      const d = stretch ? rise / stretch[n]! : rise;
      if (l[n + 1]! + d < l[n]!) l[n] = l[n + 1]! + d;
      if (r[n + 1]! - d > r[n]!) r[n] = r[n + 1]! - d;
    }
    left.push(l);
    right.push(r);
  }
  return { left, right, ink };
}
