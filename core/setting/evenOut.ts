import type { Track } from '../curves/kind';
import { frameAt } from '../geometry/walk';
import type { Lettering } from '../piece/types';
import type { Problem } from '../result';
import type { Face } from '../type/face';
import { closest, shapeOf, type Shape } from './closest';
import { joinedByFace, placedShape } from './collisions';
import { isSpace, type Evening } from './measure';
import { linesOf, setLettering, type SetLettering } from './setLettering';
import { gapTargets, letterHeight, spreadOf, trueGaps, type TrueGap } from './trueGaps';

/** A gap this near to what is wanted is there, mm. */
const NEAR_MM = 2e-4;
const ROUNDS = 6;
/** Rounds in which letters that came too close are moved apart. */
const APART_ROUNDS = 8;
/** Beyond this many thousandths of an em a single gap is not changed. */
const MOST = 2000;

/** What is wanted of one gap. */
interface Wanted { readonly before: number; readonly after: number; readonly mm: number; readonly at: number }

/**
 * Pairs that cannot come as close as the target may leave this much unevenness before the target gives way: as a share of
 * the height of the letters, root mean square (1.2 % is an evenness of 90 %), and of the unevenness that there was.
 */
const LEFT_UNEVEN = { ofHeight: 0.012, ofBefore: 0.35 } as const;

/** What is done to a line by hand comes on top of evening out, so it has no part in it. */
const byFaceAlone = (lettering: Lettering): Lettering => (lettering.adjustments.length === 0 ? lettering : { ...lettering, adjustments: [] });

/** How wide a gap becomes with one more mm at the height at which advances are measured: the stretch in the middle of the band. */
function slopeAt(line: SetLettering, { before, after }: TrueGap): number {
  const { path, letterDistances, direction, baselineMm, measuredHeightMm } = line;
  const middle = (letterDistances[before]! + letterDistances[after]!) / 2;
  const bend = path.curvatureMin === path.curvatureMax ? path.curvatureMin : frameAt(path, middle).curvature;
  const stretch = (height: number): number => Math.max(1 + bend * direction * height, 0.05);
  return stretch(baselineMm + letterHeight(line) / 2) / stretch(measuredHeightMm);
}

/**
 * Says so where a least gap between all letters would take more room than there is between the bookends: evening out
 * takes no heed of such a one, since it would drive the words far past them. Null where it is modest.
 */
export function leastGapProblem(set: SetLettering): Problem | null {
  const { leastGapMm } = set.lettering.spacing;
  // Counted, not measured: this is asked with every key.
  const gaps = Math.max(0, ...linesOf(set).map(({ measured: { run } }) => run.letters.filter((letter) => !isSpace(letter)).length - 1));
  const { roomMm } = set.overset;
  if (gaps === 0 || leastGapMm * gaps <= roomMm) return null;
  return {
    code: 'least-gap-too-large', field: 'spacing.leastGapMm', value: leastGapMm, limit: roomMm / gaps,
    message: `A least gap of ${leastGapMm.toFixed(2)} mm between all letters of “${set.lettering.wording.slice(0, 24)}” takes more than the room between the bookends, ${roomMm.toFixed(1)} mm. Evening out takes no heed of it: make it ${(Math.floor((roomMm / gaps) * 10) / 10).toFixed(1)} mm or less, or move the bookends apart.`,
  };
}

/**
 * What evening out adds to the gaps of a lettering, so that what is seen of them, the true gaps from the placed
 * outlines, comes to their common target at a strength: at 1 all are alike, at 0.5 half of the way is gone.
 *
 * The target is the mean of the true gaps as the face has them on this curve, so a line keeps its length; word gaps have
 * one of their own. Where pairs touch before they come so close, on a tight curve or with long arms and feet, the line
 * opens until these stand out no more. What was set by hand is added afterwards and stays as it was set. Neighbours that the face joins are
 * left as they are. No two neighbours come closer than the least gap: where the target would bring them there, they stop.
 *
 * Pure: the same lettering gives the same values wherever it is computed, whatever was evened before. Newton's steps on
 * all gaps at once, each with its own slope; on a circle the first one is exact.
 *
 * @param held as for `setLettering`
 * @returns null where there is nothing to even out: strength 0, stacked or joined letters, fewer than two gaps, or a
 *   lettering that cannot be set
 */
export function evenOut(lettering: Lettering, track: Track, face: Face, held: readonly (Track | null)[] = []): Evening | null {
  const { evenOut: strength } = lettering.spacing;
  if (!(strength > 0) || lettering.stance.kind === 'stacked') return null;
  const plain = byFaceAlone(lettering);
  const first = setLettering(plain, track, face, held);
  if (!first.ok || first.value.measured.run.joined) return null;
  // A hair more than the least gap, so that what is rounded is not less.
  const leastGapMm = leastGapProblem(first.value) ? 0 : lettering.spacing.leastGapMm + 2 * NEAR_MM;
  const wanted = linesOf(first.value).map((line) => wantedOf(line, strength, leastGapMm));
  if (wanted.every((list) => list.length === 0)) return null;
  const evening = new Map<number, number>();
  let now = first.value;
  const again = (): boolean => {
    const next = setLettering(plain, track, face, held, evening);
    if (next.ok) now = next.value;
    return next.ok;
  };
  const add = (line: SetLettering, at: number, mm: number): void => {
    const em = (line.measured.run.face.metrics.upem / 1000) * line.scaleX;
    evening.set(at, Math.min(Math.max((evening.get(at) ?? 0) + mm / em, -MOST), MOST));
  };
  for (let round = 0, before = Infinity; round < ROUNDS; round++) {
    let off = 0;
    linesOf(now).forEach((line, n) => {
      const gaps = new Map(trueGaps(line).map((gap) => [gap.before, gap]));
      for (const { before: letter, at, mm } of wanted[n] ?? []) {
        const gap = gaps.get(letter);
        if (!gap) continue;
        const miss = mm - gap.mm;
        off = Math.max(off, Math.abs(miss));
        if (Math.abs(miss) > NEAR_MM / 10) add(line, at, miss / slopeAt(line, gap));
      }
    });
    if (off < NEAR_MM || !again()) break;
    // What a step leaves is to what there was as with the step before: where that will be near enough it is not measured again.
    if (round > 0 && (off * off) / before < NEAR_MM / 2) break;
    before = off;
    // On a circle one step is exact but for rounding.
    if (now.path.curvatureMin === now.path.curvatureMax && now.fitted.corners.kind !== 'step' && now.stance.kind === 'turned') break;
  }
  keepApart(now, wanted, leastGapMm, add, () => (again() ? now : null));
  return evening;
}

/** Moves a shape as a letter moves along the line: a way in mm at the height at which advances are measured. */
type Mover = (shape: Shape, mm: number) => Shape;

/** How letters near a gap move along their line: round the centre of the curve there, or straight on. */
function moverAt(line: SetLettering, before: number, after: number): Mover {
  const { path, direction, letterDistances, measuredHeightMm } = line;
  const { point, tangent, curvature } = frameAt(path, (letterDistances[before]! + letterDistances[after]!) / 2);
  const bend = curvature * direction;
  if (Math.abs(bend) < 1e-7) return (shape, mm) => shapeOf(mapped(shape, (x, y) => [x + tangent.x * direction * mm, y + tangent.y * direction * mm]))!;
  const cx = point.x - (tangent.y * direction) / bend, cy = point.y + (tangent.x * direction) / bend;
  return (shape, mm) => {
    const angle = (bend * mm) / Math.max(1 + bend * measuredHeightMm, 0.05);
    const cos = Math.cos(angle), sin = Math.sin(angle);
    return shapeOf(mapped(shape, (x, y) => [cx + (x - cx) * cos - (y - cy) * sin, cy + (x - cx) * sin + (y - cy) * cos]))!;
  };
}

const mapped = ({ contours }: Shape, map: (x: number, y: number) => [number, number]): Float64Array[] => contours.map((points) => {
  const out = new Float64Array(points.length);
  for (let i = 0; i < points.length; i += 2) [out[i], out[i + 1]] = map(points[i]!, points[i + 1]!);
  return out;
});

/** The least gap that a pair can have without coming closer than the least gap, if that is more than wanted of it. */
function leastReachable(line: SetLettering, gap: TrueGap, wantedMm: number, leastMm: number): number {
  const slope = slopeAt(line, gap);
  const closer = (gap.mm - wantedMm) / slope;
  const [a, b] = [placedShape(line, gap.before), placedShape(line, gap.after)];
  if (!a || !b || !closest(a, b, leastMm + Math.max(closer, 0))) return wantedMm;
  const move = moverAt(line, gap.before, gap.after);
  return wantedMm + lacking(a, move(b, -closer), move, leastMm) * slope;
}

/**
 * The least target that leaves next to no unevenness although some pairs cannot come as close: the mean, where all can;
 * else wider, as a letterer opens a line whose closest pair touches.
 */
function targetFor(mean: number, gaps: readonly number[], bounds: readonly number[], heightMm: number): number {
  const spread = (target: number): number => spreadOf(bounds.map((bound) => Math.max(bound, target)));
  const most = Math.min(LEFT_UNEVEN.ofHeight * heightMm, LEFT_UNEVEN.ofBefore * spreadOf(gaps));
  let low = mean, high = Math.max(mean, ...bounds);
  if (spread(mean) <= most) return mean;
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (spread(middle) > most) low = middle; else high = middle;
  }
  return high;
}

function wantedOf(line: SetLettering, strength: number, leastMm: number): Wanted[] {
  const gaps = trueGaps(line);
  const { letter, word } = gapTargets(gaps);
  if (gaps.length < 2) return [];
  const { origins } = line.measured;
  const joined = joinedByFace(line);
  const free = gaps.filter((gap) => !(gap.after === gap.before + 1 && joined.has(gap.before)));
  const bounds = new Map(free.map((gap) => [gap, leastReachable(line, gap, gap.word ? word! : letter!, leastMm)]));
  const letters = free.filter((gap) => !gap.word);
  const wider = letter === null ? 0 : targetFor(letter, letters.map((gap) => gap.mm), letters.map((gap) => bounds.get(gap)!), letterHeight(line)) - letter;
  return free.map((gap) => ({
    before: gap.before, after: gap.after,
    // The white between words is changed before the next word, behind its last space.
    at: origins[gap.after - 1]!,
    mm: gap.mm + strength * (Math.max((gap.word ? word! : letter!) + wider, bounds.get(gap)!) - gap.mm),
  }));
}

/** How far the second of two letters must move along the line until they are a distance apart; 0 where they are. */
function lacking(a: Shape, b: Shape, move: Mover, leastMm: number): number {
  const tooNear = (by: number): boolean => (closest(a, by === 0 ? b : move(b, by), leastMm)?.mm ?? leastMm) < leastMm - NEAR_MM;
  if (!tooNear(0)) return 0;
  let bad = 0, good = leastMm + NEAR_MM;
  while (tooNear(good) && good < MOST) { bad = good; good *= 2; }
  while (good - bad > NEAR_MM / 4) {
    const middle = (bad + good) / 2;
    if (tooNear(middle)) bad = middle; else good = middle;
  }
  return good;
}

/** Moves neighbours apart that came closer than the least gap, by what lacks, until none does. */
function keepApart(set: SetLettering, wanted: readonly (readonly Wanted[])[], leastMm: number, add: (line: SetLettering, at: number, mm: number) => void, again: () => SetLettering | null): void {
  let now: SetLettering | null = set;
  for (let round = 0; round < APART_ROUNDS && now; round++) {
    let changed = false;
    linesOf(now).forEach((line, n) => {
      for (const { before, after, at } of wanted[n] ?? []) {
        const [a, b] = [placedShape(line, before), placedShape(line, after)];
        if (!a || !b || !closest(a, b, leastMm)) continue;
        const mm = lacking(a, b, moverAt(line, before, after), leastMm);
        if (mm === 0) continue;
        add(line, at, mm);
        changed = true;
      }
    });
    if (!changed) return;
    now = again();
  }
}
