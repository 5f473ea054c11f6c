import { STANCES } from '../../stances';
import type { Track } from '../../shapes/kind';
import { frameAt } from '../../geometry/walk';
import type { Lettering } from '../../piece/types';
import type { Problem } from '../../result';
import type { Face } from '../../type/face';
import { closest, shapeOf, type Shape } from '../../geometry/outlines/closest';
import { joinedByFace, mayComeTo } from './collisions';
import { isSpace, type SpacingCorrection } from '../line/measure';
import { EXACT_TO_MM, exactShape, nearness, placedShape, roughMm } from '../line/placedShape';
import { setLettering } from '../line/setLettering';
import { linesOf, type SetLettering } from '../line/set';
import { plainTargets, targetsFor, type Pair } from './white/targets';
import { roundGap } from './white/roundGap';
import { letterHeight, trueGaps, wayTo, whiteSlopes, type TrueGap } from './trueGaps';

/** A gap this near to what is wanted is there, mm. */
const NEAR_MM = 2e-4;
/** Letters may come nearer than the least gap by this much at most, mm. */
const SHORT_MM = 1e-4;
const ROUNDS = 6;
/** Rounds in which letters that came too close are moved apart. */
const APART_ROUNDS = 8;
/** Rounds in which it is settled which pairs are bound. */
const BOUND_ROUNDS = 6;
/** Beyond this many thousandths of an em a single gap is not changed. */
const MOST = 2000;
/** How much longer a line may become, but for what touching forces, as a share of its length. */
const MOST_GROWTH = 0.06;

/** What is wanted of one gap. */
interface Wanted {
  readonly before: number;
  readonly after: number;
  readonly mm: number;
  readonly at: number;
  readonly leastMm: number;
  /** Whether the two may come so near that it must be looked at. */
  readonly close: boolean;
}

/** What is done to a line by hand comes on top of evening out, so it has no part in it. */
const byFaceAlone = (lettering: Lettering): Lettering =>
  lettering.adjustments.length === 0 ? lettering : { ...lettering, adjustments: [] };

/**
 * Says so where a least gap between all letters would take more room than there is between the bookends: evening out
 * takes no heed of such a one, since it would drive the words far past them. Null where it is modest.
 */
export function leastGapProblem(set: SetLettering): Problem | null {
  const { leastGapMm } = set.lettering.spacing;
  // Counted, not measured: this is asked with every key.
  const gaps = Math.max(
    0,
    ...linesOf(set).map(({ measured: { run } }) => run.letters.filter((letter) => !isSpace(letter)).length - 1),
  );
  const { roomMm } = set.overset;
  if (gaps === 0 || leastGapMm * gaps <= roomMm) return null;
  return {
    code: 'least-gap-too-large',
    field: 'spacing.leastGapMm',
    value: leastGapMm,
    limit: roomMm / gaps,
    message: `A minimum gap of ${leastGapMm.toFixed(2)} mm between all letters of “${set.lettering.wording.slice(0, 24)}” takes more than the room between the bookends, ${roomMm.toFixed(1)} mm. Evening out takes no heed of it: make it ${(Math.floor((roomMm / gaps) * 10) / 10).toFixed(1)} mm or less, or move the bookends apart.`,
  };
}

/**
 * What evening out adds to the gaps of a lettering, so that what is seen of them, the white between the placed
 * outlines, comes to its aim at a strength: at 1 wholly, at 0.5 half of the way.
 *
 * The aim of a gap is that of its pair on a straight line, or that of all pairs alike, or between the two as the
 * spacing leans; and one amount more that is the same for all gaps of the line, so that the line keeps its length.
 * Pairs that would come closer than the least gap stop there and leave that reckoning: the others are evened among
 * themselves, and opened as far as the line may grow. What was set by hand is added afterwards and stays as it was set.
 * Neighbours that the face joins, and those that it sets into each other, are left as the face has them.
 *
 * Pure: the same lettering gives the same values wherever it is computed, whatever was evened before. Newton's steps on
 * all gaps at once, each with its own slope.
 *
 * @param held as for `setLettering`
 * @returns null where there is nothing to even out: strength 0, stacked or joined letters, fewer than two gaps, or a
 *   lettering that cannot be set
 */
export function evenOut(
  lettering: Lettering,
  track: Track,
  face: Face,
  held: readonly (Track | null)[] = [],
): SpacingCorrection | null {
  const { evenOut: strength } = lettering.spacing;
  if (!(strength > 0) || STANCES[lettering.stance.kind].stacked) return null;
  const plain = byFaceAlone(lettering);
  const first = setLettering(plain, track, face, held);
  if (!first.ok || first.value.measured.run.joined) return null;
  const leastGapMm = leastGapProblem(first.value) ? 0 : lettering.spacing.leastGapMm;
  const { mayGrow } = lettering.spacing;
  const wanted = linesOf(first.value).map((line) => wantedOf(line, strength, leastGapMm, mayGrow));
  if (wanted.every((list) => list.length === 0)) return null;
  const correction = new Map<number, number>();
  let now = first.value;
  const again = (): boolean => {
    const next = setLettering(plain, track, face, held, correction);
    if (next.ok) now = next.value;
    return next.ok;
  };
  const add = (line: SetLettering, at: number, mm: number): void => {
    const em = (line.measured.run.face.metrics.upem / 1000) * line.scaleX;
    correction.set(at, Math.min(Math.max((correction.get(at) ?? 0) + mm / em, -MOST), MOST));
  };
  for (let round = 0, before = Infinity; round < ROUNDS; round++) {
    let off = 0;
    linesOf(now).forEach((line, n) => {
      const gaps = trueGaps(line),
        index = new Map(gaps.map((gap, i) => [gap.before, i]));
      for (const { before: letter, at, mm } of wanted[n] ?? []) {
        const i = index.get(letter);
        if (i === undefined) continue;
        const miss = Math.abs(mm - gaps[i]!.mm);
        off = Math.max(off, miss);
        if (miss > NEAR_MM / 10) add(line, at, wayTo(line, i, mm));
      }
    });
    if (off < NEAR_MM || !again() || isExact(now)) break;
    // What a step leaves is to what there was as with the step before: where that will be near enough it is not
    // measured again.
    if (round > 0 && (off * off) / before < NEAR_MM / 2) break;
    before = off;
  }
  if (mayGrow) keepApart(now, wanted, add, () => (again() ? now : null));
  return correction;
}

/**
 * Whether letters look the same from wherever they stand: on a line and on a circle, but for stances that go by the
 * place, and corners.
 */
const isExact = ({ path, fitted, stance }: SetLettering): boolean =>
  path.curvatureMin === path.curvatureMax && fitted.corners.kind !== 'step' && STANCES[stance.kind].followsCurve;

/** Moves a shape as a letter moves along the line: a way in mm at the height at which advances are measured. */
type Mover = (shape: Shape, mm: number) => Shape;

/** How letters near a gap move along their line: round the centre of the curve there, or straight on. */
function moverAt(line: SetLettering, before: number, after: number): Mover {
  const { path, direction, letterDistances, measuredHeightMm } = line;
  const { point, tangent, curvature } = frameAt(path, (letterDistances[before]! + letterDistances[after]!) / 2);
  const bend = curvature * direction;
  if (Math.abs(bend) < 1e-7)
    return (shape, mm) =>
      shapeOf(mapped(shape, (x, y) => [x + tangent.x * direction * mm, y + tangent.y * direction * mm]))!;
  const cx = point.x - (tangent.y * direction) / bend,
    cy = point.y + (tangent.x * direction) / bend;
  return (shape, mm) => {
    const angle = (bend * mm) / Math.max(1 + bend * measuredHeightMm, 0.05);
    const cos = Math.cos(angle),
      sin = Math.sin(angle);
    return shapeOf(
      mapped(shape, (x, y) => [cx + (x - cx) * cos - (y - cy) * sin, cy + (x - cx) * sin + (y - cy) * cos]),
    )!;
  };
}

const mapped = ({ contours }: Shape, map: (x: number, y: number) => [number, number]): Float64Array[] =>
  contours.map((points) => {
    const out = new Float64Array(points.length);
    for (let i = 0; i < points.length; i += 2) [out[i], out[i + 1]] = map(points[i]!, points[i + 1]!);
    return out;
  });

/**
 * Pairs that keep this far apart, in heights of the letters, are not looked at again where letters turn a little with
 * their places.
 */
const CLOSE = 0.02;

/** No part of a letter moves by more than this many times the way of the line. */
const MOST_STRETCH = 4;

/**
 * How far two neighbours must move apart along the line so that they are a distance apart; less than 0 where they may
 * come closer by so much.
 */
function roomOf(
  line: SetLettering,
  { before, after, clearMm }: TrueGap,
  closerMm: number,
  leastMm: number,
): number | null {
  // How much nearer outlines come by a way along the line: by it, or somewhat more where they lie farther out on a
  // bend.
  if (clearMm > leastMm + MOST_STRETCH * Math.max(closerMm, 0)) return null;
  if (nearness(line, before, after, leastMm + Math.max(closerMm, 0)) === null) return null;
  return lacking(line, before, after, leastMm, -Math.max(closerMm, 0));
}

/** What is wanted of the gaps of a line. */
function wantedOf(line: SetLettering, strength: number, leastGapMm: number, mayGrow: boolean): Wanted[] {
  const gaps = trueGaps(line);
  if (gaps.length < 2) return [];
  const { origins } = line.measured;
  const joined = joinedByFace(line);
  const free = gaps.filter((gap) => !(gap.after === gap.before + 1 && joined.has(gap.before)));
  if (free.length === 0) return [];
  const leasts = new Map(free.map((gap) => [gap, leastFor(line, gap, leastGapMm)]));
  const slopes = new Map(whiteSlopes(line).map((slope, i) => [gaps[i]!, slope]));
  const pairs = free.map((gap): Pair => ({ mm: gap.mm, aimMm: gap.aimMm, slope: slopes.get(gap)! }));
  // Where a pair is bound depends on how close the others want it, and that on which are bound.
  let bounds: (number | null)[] = pairs.map(() => null);
  let targets = plainTargets(pairs);
  const given = { heightMm: letterHeight(line), growthMm: MOST_GROWTH * line.overset.inkMm };
  for (let round = 0; mayGrow && round < BOUND_ROUNDS; round++) {
    let changed = false;
    bounds = free.map((gap, i) => {
      const pair = pairs[i]!,
        known = bounds[i]!;
      const closer = (gap.mm - targets[i]!) / pair.slope;
      if (known !== null && known >= targets[i]! - NEAR_MM / 2) return known;
      const room = roomOf(line, gap, closer, leasts.get(gap)!);
      if (room === null || room <= -closer) return known;
      changed = true;
      return gap.mm + room * pair.slope;
    });
    if (!changed) break;
    targets = targetsFor(pairs, bounds, given);
  }
  return free.map((gap, i) => ({
    before: gap.before,
    after: gap.after,
    leastMm: leasts.get(gap)!,
    // The white between words is changed before the next word, behind its last space.
    at: origins[gap.after - 1]!,
    mm: wanting(gap.mm, targets[i]!, bounds[i] ?? null, strength),
    close:
      bounds[i] !== null ||
      gap.clearMm - MOST_STRETCH * Math.max(0, (gap.mm - targets[i]!) / pairs[i]!.slope) <
        leasts.get(gap)! + CLOSE * given.heightMm,
  }));
}

/** What is wanted at a strength: so much of the way to the target, but never closer than the bound. */
const wanting = (mm: number, target: number, bound: number | null, strength: number): number => {
  const part = mm + strength * (target - mm);
  return bound === null ? part : Math.max(part, bound);
};

/** A hyphen or a dash comes no nearer to a letter than this share of the gap between two round letters. */
const BESIDE_DASH = 0.6;
const DASH = /^[\p{Pd}]$/u;

/**
 * How near a pair may come, mm: the least gap, or nearer where the face sets it so; a dash its share of that between
 * round letters, unless the typeface is the aim.
 */
function leastFor(line: SetLettering, { before, after }: TrueGap, leastGapMm: number): number {
  const { letters } = line.measured.run;
  const least = mayComeTo(line, before, after, leastGapMm);
  if (!DASH.test(letters[before]!.text) && !DASH.test(letters[after]!.text)) return least;
  const beside = BESIDE_DASH * roundGap(line);
  return Math.max(
    least,
    line.fitted.spacing.lean > 0 ? beside : mayComeTo(line, before, after, Math.max(leastGapMm, beside)),
  );
}

/** How often a way is looked for before what is found is near enough. */
const WAY_ROUNDS = 40;

/**
 * The least way from `from` on by which a distance is reached, by secants in a bracket.
 *
 * @param distanceAt the distance by a way; it grows with the way, and is told up to somewhat more than `leastMm`
 */
function wayApart(distanceAt: (by: number) => number, leastMm: number, from: number, exactMm: number): number {
  let bad = from,
    near = distanceAt(from);
  if (near >= leastMm - exactMm) return from;
  let good = from,
    far = near;
  for (let i = 0; i < WAY_ROUNDS && far < leastMm - exactMm; i++) {
    bad = good;
    near = far;
    good += Math.max(leastMm - far, exactMm) * (i < 3 ? 1.1 : 2);
    far = distanceAt(good);
  }
  for (let i = 0; i < WAY_ROUNDS && good - bad > exactMm / 2 && far - leastMm > exactMm / 2; i++) {
    const share = far > near ? (leastMm - near) / (far - near) : 0.5;
    // Letters in each other are no distance apart however deep: halved until they come out.
    const by = bad + (good - bad) * (near === 0 || i % 3 === 2 ? 0.5 : Math.min(Math.max(share, 0.02), 0.98));
    const mm = distanceAt(by);
    if (mm >= leastMm - exactMm) {
      good = by;
      far = mm;
    } else {
      bad = by;
      near = mm;
    }
  }
  return good;
}

/**
 * How far the second of two letters must move along the line until they are a distance apart, from `from` on; that
 * where they are already.
 */
function lacking(line: SetLettering, before: number, after: number, leastMm: number, from: number): number {
  const move = moverAt(line, before, after),
    rough = roughMm(line);
  const between =
    (a: Shape, b: Shape, slack: number) =>
    (by: number): number =>
      closest(a, by === 0 ? b : move(b, by), leastMm + slack)?.mm ?? leastMm + slack;
  // By few points first, then from there by many.
  const about = wayApart(
    between(placedShape(line, before)!, placedShape(line, after)!, 4 * rough),
    leastMm,
    from,
    rough,
  );
  if (leastMm > EXACT_TO_MM) return about;
  return wayApart(
    between(exactShape(line, before), exactShape(line, after), 4 * rough),
    leastMm,
    Math.max(from, about - 4 * rough),
    SHORT_MM,
  );
}

/** Moves neighbours apart that came closer than they may, by what lacks, until none does. */
function keepApart(
  set: SetLettering,
  wanted: readonly (readonly Wanted[])[],
  add: (line: SetLettering, at: number, mm: number) => void,
  again: () => SetLettering | null,
): void {
  let now: SetLettering | null = set;
  for (let round = 0; round < APART_ROUNDS && now; round++) {
    let changed = false;
    linesOf(now).forEach((line, n) => {
      for (const { before, after, at, leastMm, close } of wanted[n] ?? []) {
        if (!close) continue;
        const near = nearness(line, before, after, leastMm);
        if (near === null || near >= leastMm - 2 * SHORT_MM) continue;
        add(line, at, lacking(line, before, after, leastMm, 0));
        changed = true;
      }
    });
    if (!changed) return;
    now = again();
  }
}
