import { STANCES } from '../../stances';
import { foldsOf } from '../../geometry/folds';
import { frameAt, stretchedFromDistance } from '../../geometry/walk';
import { joinedByFace, ownDistance, trackedMm } from './collisions';
import { nearness } from '../line/placedShape';
import { linesOf, type SetLettering } from '../line/set';
import { usualKind } from './white/letterKind';
import { knownProfiles, LEAST_COUNTED, profileAt, type Profile } from './white/profiles';
import { sharesOf } from './white/sense';
import { levelsFor, type Levels } from './white/sides';
import { meanOf } from './white/spread';
import { straightPairs } from './white/straight';
import { clearance, gapsBetween, whiteBetween, type Band, type Faced, type Facing, type Shares } from './white/white';

/** The gap between two neighbours, as it is seen. */
export interface TrueGap {
  /** Indices of the letters before and behind it, in the order in which they are seen. */
  readonly before: number;
  readonly after: number;
  /**
   * The white between the two, mm: that between two upright stems which look as far apart. Negative where they overlap.
   */
  readonly mm: number;
  /** What it should be, but for one amount that is the same for all gaps of the line, mm: see `Spacing.lean`. */
  readonly aimMm: number;
  /** The least distance between them at one height, mm. */
  readonly leastMm: number;
  /** A distance than which their outlines are no nearer, mm. */
  readonly clearMm: number;
  /** Whether it parts two words. */
  readonly word: boolean;
  /** The middle of the gap on the curve in the reading direction, mm, unwrapped. */
  readonly middle: number;
}

/**
 * The height of the letters of a line, mm: that of the capitals, or of the x where less than half of them stand higher
 * than halfway between the two. It is what gaps are compared with.
 */
export const letterHeight = ({ measured, scaleY }: SetLettering): number =>
  usualKind(measured.run, measured.scales).height * scaleY;

/** Two neighbours as they were measured, so that they can be looked at as if they stood farther apart. */
interface Pairing {
  readonly faced: Faced;
  readonly band: Band;
  readonly shares: Shares;
}
interface Measured {
  readonly gaps: readonly TrueGap[];
  readonly pairings: readonly Pairing[];
}

const known = new WeakMap<SetLettering, Measured>();

function measured(set: SetLettering): Measured {
  let found = known.get(set);
  if (!found)
    known.set(set, (found = STANCES[set.stance.kind].stacked ? { gaps: [], pairings: [] } : measureGaps(set)));
  return found;
}

/**
 * The gaps between the letters of one line as they are seen, from the placed and turned outlines.
 *
 * Both letters are seen from the curve: every point of them has a place along it and a height above the baseline, and
 * lengths are taken along the parallel at that height. What is measured there is told at `readWhite`, and in
 * docs/spacing.md. Stacked letters stand one under the other and have none.
 *
 * The same setting gives the same list.
 */
export const trueGaps = (set: SetLettering): readonly TrueGap[] => measured(set).gaps;

/**
 * How two neighbours face each other on the curve. Lengths between them are taken along the parallel at each height:
 * where it keeps its direction, the way along the curve and the height times its turning.
 *
 * @param folds whether a parallel runs backwards somewhere at the heights of the letters
 */
function facingOn(
  { path, direction, baselineMm }: SetLettering,
  levels: Levels,
  left: Profile,
  right: Profile,
  folds: boolean,
): Facing {
  // Places count from the left letter's own, and the right one's from there by the shift.
  const shift = right.from - left.from,
    common = { levels, shift, stretchLeft: left.stretch, stretchRight: right.stretch };
  const { from: zero, turningAt: turnLeft } = left,
    { turningAt: turnRight } = right;
  if (!turnLeft || !turnRight) {
    const bend = path.curvatureMin * direction;
    return { ...common, along: (height, from, to) => (to - from) * (1 + bend * (baselineMm + height)) };
  }
  const plain = (height: number, from: number, to: number): number =>
    to - from + (baselineMm + height) * (turnRight(to - shift) - turnLeft(from));
  if (!folds) return { ...common, along: plain };
  return {
    ...common,
    along: (height, from, to) => {
      const k = direction * (baselineMm + height);
      if (!foldsOf(path, k)) return plain(height, from, to);
      return (
        direction *
        (stretchedFromDistance(path, direction * (zero + to), k) -
          stretchedFromDistance(path, direction * (zero + from), k))
      );
    },
  };
}

/** A way along the curve by which slopes are measured, in heights of the letters; and how often a way is looked for. */
const SLOPE_BY = 1e-3;
const SEEK_ROUNDS = 8;
/** A way that is known to this, mm, is found. */
const FOUND_MM = 1e-7;

const whiteAt = ({ faced, band, shares }: Pairing, further: number): number =>
  whiteBetween(faced, band, shares, further);

/** How long a mm along the curve is at the height at which advances are measured, between two letters. */
function stretchBetween(
  { path, direction, measuredHeightMm, letterDistances }: SetLettering,
  { before, after }: TrueGap,
): number {
  const bend =
    path.curvatureMin === path.curvatureMax
      ? path.curvatureMin
      : frameAt(path, (letterDistances[before]! + letterDistances[after]!) / 2).curvature;
  return Math.max(1 + bend * direction * measuredHeightMm, LEAST_COUNTED);
}

/**
 * By how much the white of each gap grows with a mm between its letters, at the height at which advances are measured:
 * in the order of `trueGaps`. More than 1 where what faces each other lies farther out on a bend.
 */
export function whiteSlopes(set: SetLettering): number[] {
  const { gaps, pairings } = measured(set);
  const by = SLOPE_BY * letterHeight(set);
  return gaps.map(
    (gap, i) => Math.max((whiteAt(pairings[i]!, by) - gap.mm) / by, LEAST_COUNTED) / stretchBetween(set, gap),
  );
}

/**
 * How far the letters of a gap must move apart, mm at the height at which advances are measured, for its white to be so
 * much: as they are seen from where they stand, which is exact on a line and on a circle. Newton's steps.
 *
 * @param index of the gap in `trueGaps`
 */
export function wayTo(set: SetLettering, index: number, white: number): number {
  const { gaps, pairings } = measured(set);
  const pairing = pairings[index]!,
    gap = gaps[index]!;
  const by = SLOPE_BY * letterHeight(set);
  let at = 0,
    mm = gap.mm;
  for (let i = 0; i < SEEK_ROUNDS && Math.abs(white - mm) > FOUND_MM; i++) {
    const slope = Math.max((whiteAt(pairing, at + by) - mm) / by, LEAST_COUNTED);
    at += (white - mm) / slope;
    mm = whiteAt(pairing, at);
  }
  return at * stretchBetween(set, gap);
}

function measureGaps(set: SetLettering): Measured {
  const { measured: line, scaleY, fitted, path, direction, baselineMm } = set;
  const { run, scales } = line;
  const pairs = straightPairs(line, fitted.width, fitted.spacing.words);
  const gaps: TrueGap[] = [],
    pairings: Pairing[] = [];
  if (pairs.length === 0) return { gaps, pairings };
  const { lean } = fitted.spacing;
  const heightMm = usualKind(run, scales).height * scaleY;
  const levels = levelsFor(heightMm, line.inkBottomMm, line.inkTopMm);
  const same = knownProfiles(set, levels);
  // A parallel folds the sooner the farther it lies off: at the highest level and at the lowest, or nowhere.
  const foldsAt = (level: number): boolean => foldsOf(path, direction * (baselineMm + level * levels.step)) !== null;
  const folds = path.curvatureMin !== path.curvatureMax && (foldsAt(levels.low) || foldsAt(levels.low + levels.count));
  let left = profileAt(set, pairs[0]!.before, levels, heightMm / 2, same);
  for (const {
    before,
    after,
    band: { kind, top, height },
    word,
    white,
    alike,
  } of pairs) {
    const right = profileAt(set, after, levels, heightMm / 2, same);
    if (left && right) {
      const faced = gapsBetween(left.sides, right.sides, facingOn(set, levels, left, right, folds));
      const pairing: Pairing = {
        faced,
        band: { top: top * scaleY, height: height * scaleY },
        shares: sharesOf(run.face, kind),
      };
      const mm = whiteAt(pairing, 0);
      pairings.push(pairing);
      gaps.push({
        before,
        after,
        mm,
        word,
        leastMm: leastAlong(faced, mm),
        clearMm: clearance(faced),
        middle: (left.from + left.edge + right.from + right.front) / 2,
        aimMm: (white + lean * (alike - white)) * scaleY + trackedMm(set, before, after),
      });
    }
    left = right;
  }
  return { gaps, pairings };
}

/** The least distance at one height at which both letters have ink; `otherwise` where there is none. */
function leastAlong({ left, right, levels, along, shift }: Faced, otherwise: number): number {
  const { last } = left.ink,
    { first } = right.ink;
  let least = Infinity;
  for (let n = 0; n < levels.count; n++) {
    if (last[n] === -Infinity || first[n] === Infinity) continue;
    const mm = along((n + levels.low + 0.5) * levels.step, last[n]!, first[n]! + shift);
    if (mm < least) least = mm;
  }
  return Number.isFinite(least) ? least : otherwise;
}

/**
 * By how much most gaps of a line are wider than their aims, mm: the middle one of all. What a gap differs from that is
 * what stands out.
 */
export function commonExcess(gaps: readonly TrueGap[]): number {
  const all = gaps.map((gap) => gap.mm - gap.aimMm).sort((a, b) => a - b);
  const half = all.length >> 1;
  return all.length === 0 ? 0 : all.length % 2 === 1 ? all[half]! : (all[half - 1]! + all[half]!) / 2;
}

/** The mean white between letters, and between words. Null where there is none. */
export function meanWhite(gaps: readonly TrueGap[]): { readonly letter: number | null; readonly word: number | null } {
  const of = (word: boolean): number | null => {
    const some = gaps.filter((gap) => gap.word === word).map((gap) => gap.mm);
    return some.length > 0 ? meanOf(some) : null;
  };
  return { letter: of(false), word: of(true) };
}

/** A spread of this share of the height of the letters halves the evenness. */
const HALF_EVEN = 0.06;
/** A pair nearer than it may be counts as at least so far off, and at most, in heights of the letters. */
const NEAR = { least: 0.04, most: 0.12 } as const;

/**
 * What a pair lacks of the distance that it may not fall short of, mm: the least gap, or where the face itself sets it
 * nearer, its own.
 */
export function lackOf(set: SetLettering, { before, after, clearMm }: TrueGap): number {
  const { leastGapMm } = set.lettering.spacing;
  if (clearMm >= leastGapMm) return 0;
  const near = nearness(set, before, after, leastGapMm);
  if (near === null || near >= leastGapMm) return 0;
  return Math.max(0, ownDistance(set, before, after, leastGapMm) - near);
}

/**
 * How even the white of a line is, 0 to 100 %: 100 where every gap is at its aim but for one amount that is the same
 * for all. A spread r (root mean square) comes to 1 / (1 + (r / 6 % of the height)²). Letters nearer to each other than
 * they may be count as gaps that are far off; those that the face joins are left out. Null with fewer than two gaps.
 */
export function evenness(set: SetLettering): number | null {
  const joined = joinedByFace(set);
  const gaps = trueGaps(set).filter((gap) => gap.after !== gap.before + 1 || !joined.has(gap.before));
  if (gaps.length < 2) return null;
  const height = letterHeight(set);
  const offs = gaps.map((gap) => gap.mm - gap.aimMm);
  const middle = meanOf(offs);
  const sum = gaps.reduce((all, gap, i) => {
    const lack = lackOf(set, gap);
    const off = Math.abs(offs[i]! - middle);
    return all + Math.max(off, lack > 1e-3 ? Math.min(NEAR.least * height + lack, NEAR.most * height) : 0) ** 2;
  }, 0);
  return 100 / (1 + sum / gaps.length / (HALF_EVEN * height) ** 2);
}

/** The evenness of a setting: of the least even of its lines. */
export function evennessOf(set: SetLettering): number | null {
  const all = linesOf(set).flatMap((line) => evenness(line) ?? []);
  return all.length > 0 ? Math.min(...all) : null;
}
