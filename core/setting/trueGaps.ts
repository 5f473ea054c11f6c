import { hypot } from '../hypot';
import { foldsOf } from '../geometry/folds';
import type { MeasuredPath } from '../geometry/measuredPath';
import { turningNear } from '../geometry/turningNear';
import { ROW, stretchedFromDistance, walkTo } from '../geometry/walk';
import { joinedByFace, ownDistance } from './collisions';
import { bending, bentPlace, eachContour } from './flatOutlines';
import { feetNear } from './nearFeet';
import { nearness } from './placedShape';
import { linesOf, LETTER, type SetLettering } from './setLettering';
import { sharesOf } from './space/kindShares';
import { usualKind } from './space/letterKind';
import { addStretch, fillSides, levelsFor, noExtremes, type Levels, type Sides } from './space/sides';
import { meanOf } from './space/spread';
import { straightPairs } from './space/straight';
import { whiteBetween, type Facing } from './space/white';

/** Where a curve is stretched by less at a height, a first guess goes by the curve itself. */
const LEAST_STRETCH = 0.2;
/** Levels count as stretched by no less than this where a curve folds back under the letters. */
const LEAST_COUNTED = 0.05;

/** The gap between two neighbours, as it is seen. */
export interface TrueGap {
  /** Indices of the letters before and behind it, in the order in which they are seen. */
  readonly before: number;
  readonly after: number;
  /** The white between the two, mm: that between two upright stems which look as far apart. Negative where they overlap. */
  readonly mm: number;
  /** What it should be, but for one amount that is the same for all gaps of the line, mm: see `Spacing.lean`. */
  readonly aimMm: number;
  /** The least distance between them at one height, mm. */
  readonly leastMm: number;
  /** Whether it parts two words. */
  readonly word: boolean;
  /** The middle of the gap on the curve in the reading direction, mm, unwrapped. */
  readonly middle: number;
}

/**
 * The height of the letters of a line, mm: that of the capitals, or of the x where less than half of them stand higher
 * than halfway between the two. It is what gaps are compared with.
 */
export const letterHeight = ({ measured, scaleY }: SetLettering): number => usualKind(measured.run, measured.scales).height * scaleY;

const home = new Float64Array(ROW.length);

interface Profile { readonly sides: Sides; readonly stretch: Float64Array | null; readonly front: number; readonly edge: number }

/** The sides of a letter as it stands, seen from the curve: places are along the curve in the reading direction. */
function profileOf(set: SetLettering, index: number, levels: Levels, reach: number): Profile | null {
  const { rows, path, direction, baselineMm, letterDistances, measured } = set;
  const at = index * LETTER.length;
  const s = letterDistances[index]!;
  walkTo(path, s, 0, home, 0);
  const tx = home[ROW.tangentX]! * direction, ty = home[ROW.tangentY]! * direction, bend = home[ROW.curvature]! * direction;
  // The letter in the frame of its place: x along the reading direction, y towards the tops from the curve.
  const rx = rows[at]! - home[ROW.x]!, ry = rows[at + 1]! - home[ROW.y]!;
  const ox = rx * tx + ry * ty, oy = rx * ty - ry * tx;
  const ax = rows[at + LETTER.cos]! * tx + rows[at + LETTER.sin]! * ty, ay = rows[at + LETTER.cos]! * ty - rows[at + LETTER.sin]! * tx;
  const ux = rows[at + LETTER.upX]! * tx + rows[at + LETTER.upY]! * ty, uy = rows[at + LETTER.upX]! * ty - rows[at + LETTER.upY]! * tx;
  const even = path.curvatureMin === path.curvatureMax;
  const sign = bend < 0 ? -1 : 1, base = bend === 0 ? 0 : 1 / bend;
  const bent = bending(set);
  const ink = noExtremes(levels);
  const feet = even ? null : feetNear(path, s, direction, measured.halfAdvances[index]! + reach);
  eachContour(set, index, 'coarse', (points, sx, sy, dx, dy) => {
    let px = 0, py = 0;
    for (let i = 0; i < points.length; i += 2) {
      const lx = (points[i]! + dx) * sx, ly = (points[i + 1]! + dy) * sy;
      const u = ox + ax * lx + ux * ly, v = oy + ay * lx + uy * ly;
      let along = u, height = v;
      if (feet) {
        const stretch = 1 + bend * v;
        const foot = feet(home[ROW.x]! + tx * u + ty * v, home[ROW.y]! + ty * u - tx * v, stretch > LEAST_STRETCH ? u / stretch : u);
        along = foot.along;
        height = foot.height;
      } else if (bend !== 0) {
        // On a circle in closed form: its centre lies at −1/κ in this frame.
        along = Math.atan2(u, sign * (v + base)) / Math.abs(bend);
        height = sign * hypot(u, v + base) - base;
      }
      let x = direction * s + along, y = height - baselineMm;
      if (bent > 0) {
        x += (direction * bentPlace(set, index, lx)[ROW.distance]! - x) * bent;
        y += (ly - y) * bent;
      }
      if (i > 0) addStretch(ink, levels, px, py, x, y);
      px = x; py = y;
    }
  });
  const stretch = bend === 0 ? null : Float64Array.from({ length: levels.count }, (_, n) => Math.max(1 + bend * (baselineMm + (n + levels.low + 0.5) * levels.step), LEAST_COUNTED));
  const sides = fillSides(ink, levels, stretch);
  return sides && { sides, stretch, front: ink.front, edge: ink.edge };
}

/**
 * Distance from one place on the curve to another along the parallel at a height, mm, in the reading direction.
 *
 * @param turning that of the path near both, where it is no circle or line
 */
function alongAt(path: MeasuredPath, direction: 1 | -1, heightMm: number, from: number, to: number, turning: ((s: number) => number) | null): number {
  if (!turning) return (to - from) * (1 + path.curvatureMin * direction * heightMm);
  const k = direction * heightMm;
  if (foldsOf(path, k)) return direction * (stretchedFromDistance(path, direction * to, k) - stretchedFromDistance(path, direction * from, k));
  return to - from + heightMm * (turning(direction * to) - turning(direction * from));
}

const kept = new WeakMap<SetLettering, readonly TrueGap[]>();

/**
 * The gaps between the letters of one line as they are seen, from the placed and turned outlines.
 *
 * Both letters are seen from the curve: every point of them has a place along it and a height above the baseline, and
 * lengths are taken along the parallel at that height. What is measured there is told at `readWhite`, and in docs/spacing.md.
 * Stacked letters stand one under the other and have none.
 *
 * The same setting gives the same list.
 */
export function trueGaps(set: SetLettering): readonly TrueGap[] {
  let gaps = kept.get(set);
  if (!gaps) kept.set(set, (gaps = set.stance.kind === 'stacked' ? [] : measureGaps(set, 0)));
  return gaps;
}

/** How two neighbours face each other on the curve. */
function facingOn({ path, direction, baselineMm }: SetLettering, levels: Levels, left: Profile, right: Profile, reach: number, shift: number): Facing {
  const turning = path.curvatureMin === path.curvatureMax ? null : turningNear(path, direction * (left.edge - reach), direction * (right.front + reach));
  return {
    levels, shift, stretchLeft: left.stretch, stretchRight: right.stretch,
    along: (height, from, to) => alongAt(path, direction, baselineMm + height, from, to, turning),
  };
}

/** A way along the curve by which slopes are measured, in heights of the letters. */
const SLOPE_BY = 1e-3;

/**
 * By how much the white of each gap grows with a mm between its letters, at the height at which advances are measured: in the
 * order of `trueGaps`. More than 1 where what faces each other lies farther out on a bend.
 */
export function whiteSlopes(set: SetLettering): number[] {
  const { path, direction, measuredHeightMm, letterDistances } = set;
  const by = SLOPE_BY * letterHeight(set);
  const moved = measureGaps(set, by);
  return trueGaps(set).map(({ before, after, mm }, i) => {
    walkTo(path, (letterDistances[before]! + letterDistances[after]!) / 2, 0, home, 0);
    const stretch = Math.max(1 + home[ROW.curvature]! * direction * measuredHeightMm, LEAST_COUNTED);
    return Math.max((moved[i]!.mm - mm) / by, LEAST_COUNTED) / stretch;
  });
}

/** @param shift by how much further along the curve the second letter of each pair is taken to stand, mm */
function measureGaps(set: SetLettering, shift: number): TrueGap[] {
  const { measured, scaleX, scaleY, fitted } = set;
  const { run, scales } = measured;
  const pairs = straightPairs(measured, fitted.width, fitted.spacing.words);
  if (pairs.length === 0) return [];
  const { lean, tracking } = fitted.spacing;
  const heightMm = usualKind(run, scales).height * scaleY;
  const levels = levelsFor(heightMm, measured.inkBottomMm, measured.inkTopMm);
  const tracked = run.joined || fitted.anchor.align === 'filled' ? 0 : (tracking * run.face.metrics.upem * scaleX) / 1000;
  const found: TrueGap[] = [];
  let left = profileOf(set, pairs[0]!.before, levels, heightMm / 2);
  for (const { before, after, band, word, white, alike } of pairs) {
    const right = profileOf(set, after, levels, heightMm / 2);
    if (left && right) {
      const facing = facingOn(set, levels, left, right, heightMm, shift);
      const mm = whiteBetween(left.sides, right.sides, facing, { top: band.top * scaleY, height: band.height * scaleY }, sharesOf(run.face, band.kind));
      found.push({
        before, after, mm, word, leastMm: leastAlong(left, right, facing, mm), middle: (left.edge + right.front) / 2,
        aimMm: (white + lean * (alike - white)) * scaleY + tracked * (after - before),
      });
    }
    left = right;
  }
  return found;
}

/** The least distance at one height at which both letters have ink; `otherwise` where there is none. */
function leastAlong(left: Profile, right: Profile, { levels, along }: Facing, otherwise: number): number {
  const { last } = left.sides.ink, { first } = right.sides.ink;
  let least = Infinity;
  for (let n = 0; n < levels.count; n++) {
    if (last[n] === -Infinity || first[n] === Infinity) continue;
    const mm = along((n + levels.low + 0.5) * levels.step, last[n]!, first[n]!);
    if (mm < least) least = mm;
  }
  return Number.isFinite(least) ? least : otherwise;
}

/** By how much most gaps of a line are wider than their aims, mm: the middle one of all. What a gap differs from that is what stands out. */
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

/** What a pair lacks of the distance that it may not fall short of, mm: the least gap, or where the face itself sets it nearer, its own. */
export function lackOf(set: SetLettering, { before, after, leastMm }: TrueGap): number {
  const { leastGapMm } = set.lettering.spacing;
  if (leastMm > leastGapMm + letterHeight(set) / 4) return 0;
  const near = nearness(set, before, after, leastGapMm);
  if (near === null || near >= leastGapMm) return 0;
  return Math.max(0, ownDistance(set, before, after, leastGapMm) - near);
}

/**
 * How even the white of a line is, 0 to 100 %: 100 where every gap is at its aim but for one amount that is the same for all.
 * A spread r (root mean square) comes to 1 / (1 + (r / 6 % of the height)²). Letters nearer to each other than they may be
 * count as gaps that are far off; those that the face joins are left out. Null with fewer than two gaps.
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
