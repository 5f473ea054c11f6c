import { hypot } from '../hypot';
import { foldsOf } from '../geometry/folds';
import type { MeasuredPath } from '../geometry/measuredPath';
import { turningNear } from '../geometry/turningNear';
import { ROW, stretchedFromDistance, walkTo } from '../geometry/walk';
import { bending, bentPlace, eachContour } from './flatOutlines';
import { feetNear } from './nearFeet';
import { LETTER, type SetLettering } from './setLettering';

/** Heights at which profiles are taken, evenly from the baseline to the height of the letters. */
const LEVELS = 24;
/** How deep the bay of an open letter counts, as a share of the height of the letters: no deeper than this behind its edge. */
export const BAY = 0.18;
/** A spread of the gaps of this share of the height of the letters counts as no evenness at all. */
const UNEVEN = 0.12;

/** Where a curve is stretched by less at a height, a first guess goes by the curve itself. */
const LEAST_STRETCH = 0.2;

/** The gap between two neighbours, as it is seen. */
export interface TrueGap {
  /** Indices of the letters before and behind it, in the order in which they are seen. */
  readonly before: number;
  readonly after: number;
  /** Mean distance between the facing profiles, mm; negative where they overlap. */
  readonly mm: number;
  /** The least distance between them at one height, mm. */
  readonly leastMm: number;
  /** Whether it parts two words. */
  readonly word: boolean;
  /** The middle of the gap on the curve in the reading direction, mm, unwrapped. */
  readonly middle: number;
}

const heights = new WeakMap<SetLettering, number>();

/**
 * The height of the letters of a line, mm: that of the capitals, or of the x where less than half of them stand higher
 * than halfway between the two. It is the band in which gaps are judged. The same setting is measured once.
 */
export function letterHeight(set: SetLettering): number {
  let height = heights.get(set);
  if (height === undefined) heights.set(set, (height = measureHeight(set)));
  return height;
}

function measureHeight({ measured, scaleY, capMm }: SetLettering): number {
  const { run, scales } = measured;
  const { capHeight, xHeight } = run.face.metrics;
  let high = 0, inked = 0;
  run.letters.forEach((letter, i) => {
    const k = scales ? scales[i]! : 1;
    const top = Math.max(...letter.glyphs.map((glyph) => ((run.face.bounds(glyph.id)?.yMax ?? -Infinity) + glyph.y) * k));
    if (!Number.isFinite(top)) return;
    inked++;
    if (top > (capHeight + xHeight) / 2) high++;
  });
  return high * 2 >= inked ? capMm : xHeight * scaleY;
}

/** The profiles of a letter as it stands: at each height its first and its last place on the curve, in the reading direction. */
interface Profile { readonly first: Float64Array; readonly last: Float64Array; readonly front: number; readonly edge: number }

const home = new Float64Array(ROW.length);

function profileOf(set: SetLettering, index: number, heightMm: number): Profile | null {
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
  const first = new Float64Array(LEVELS).fill(Infinity), last = new Float64Array(LEVELS).fill(-Infinity);
  let front = Infinity, edge = -Infinity;
  const step = heightMm / LEVELS;
  const feet = even ? null : feetNear(path, s, direction, measured.halfAdvances[index]! + heightMm / 2);
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
      if (i > 0) {
        // Which levels the stretch from the point before crosses.
        const [low, high] = py < y ? [py, y] : [y, py];
        const to = Math.min(LEVELS - 1, Math.floor(high / step - 0.5));
        for (let n = Math.max(0, Math.ceil(low / step - 0.5)); n <= to; n++) {
          const level = (n + 0.5) * step;
          const cut = high === low ? Math.min(px, x) : px + ((level - py) / (y - py)) * (x - px);
          const far = high === low ? Math.max(px, x) : cut;
          if (cut < first[n]!) { first[n] = cut; if (cut < front) front = cut; }
          if (far > last[n]!) { last[n] = far; if (far > edge) edge = far; }
        }
      }
      px = x; py = y;
    }
  });
  // What stands wholly above or below the band, an accent alone or a low dash, has no part in it.
  return front <= edge ? { first, last, front, edge } : null;
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
 * At each of 24 heights between the baseline and the height of the letters the facing profiles of two neighbours are
 * taken: the last place of the ink of the one and the first of the other, on the curve. No profile lies deeper behind the
 * letter's own edge than 18 % of that height, so that the bay of a C or the arm of an L is not taken for white of the gap;
 * a height at which a letter has no ink counts as so deep. Their distance is measured along the parallel at that height.
 * The true gap is the mean over all heights; see docs/spacing.md. Stacked letters stand one under the other and have none.
 *
 * The same setting gives the same list.
 */
export function trueGaps(set: SetLettering): readonly TrueGap[] {
  let gaps = kept.get(set);
  if (!gaps) kept.set(set, (gaps = set.stance.kind === 'stacked' ? [] : measureGaps(set)));
  return gaps;
}

function measureGaps(set: SetLettering): TrueGap[] {
  const { measured, path, direction, baselineMm } = set;
  const heightMm = letterHeight(set);
  const bay = BAY * heightMm;
  const found: TrueGap[] = [];
  let before: { index: number; profile: Profile } | null = null;
  let spaced = false;
  for (let index = 0; index < measured.run.letters.length; index++) {
    const profile = profileOf(set, index, heightMm);
    if (!profile) { spaced = true; continue; }
    if (before) {
      const left = before.profile;
      const turning = path.curvatureMin === path.curvatureMax ? null : turningNear(path, direction * (left.edge - bay), direction * (profile.front + bay));
      let sum = 0, least = Infinity;
      for (let n = 0; n < LEVELS; n++) {
        const mm = alongAt(path, direction, baselineMm + ((n + 0.5) / LEVELS) * heightMm, Math.max(left.last[n]!, left.edge - bay), Math.min(profile.first[n]!, profile.front + bay), turning);
        sum += mm;
        if (mm < least && left.last[n]! > -Infinity && profile.first[n]! < Infinity) least = mm;
      }
      found.push({
        before: before.index, after: index, mm: sum / LEVELS, leastMm: Number.isFinite(least) ? least : sum / LEVELS, word: spaced,
        middle: (left.edge + profile.front) / 2,
      });
    }
    before = { index, profile };
    spaced = false;
  }
  return found;
}

const mean = (values: readonly number[]): number => values.reduce((sum, mm) => sum + mm, 0) / values.length;

/** Root mean square of the distances of values from their mean. */
export function spreadOf(values: readonly number[]): number {
  const middle = mean(values);
  return Math.sqrt(values.reduce((sum, mm) => sum + (mm - middle) ** 2, 0) / values.length);
}

/** What the gaps of a line are measured against: the mean of those between letters, and of those between words. Null where there is none. */
export function gapTargets(gaps: readonly TrueGap[]): { readonly letter: number | null; readonly word: number | null } {
  const of = (word: boolean): number | null => {
    const some = gaps.filter((gap) => gap.word === word).map((gap) => gap.mm);
    return some.length > 0 ? mean(some) : null;
  };
  return { letter: of(false), word: of(true) };
}

/**
 * How even the gaps between letters are, 0 to 100 %: 100 where all are alike, 0 where their spread (root mean square from
 * their mean) is 12 % of the height of the letters or more. Word gaps are left out; null with fewer than two letter gaps.
 */
export function evenness(gaps: readonly TrueGap[], heightMm: number): number | null {
  const letters = gaps.filter((gap) => !gap.word).map((gap) => gap.mm);
  if (letters.length < 2) return null;
  return Math.max(0, 1 - spreadOf(letters) / (UNEVEN * heightMm)) * 100;
}

/** The evenness of a setting: of the least even of its lines. */
export function evennessOf(set: SetLettering): number | null {
  const all = [set, ...set.further].flatMap((line) => evenness(trueGaps(line), letterHeight(line)) ?? []);
  return all.length > 0 ? Math.min(...all) : null;
}
