import type { Track } from '../curves/kind';
import type { Vec } from '../geometry/vec';
import { frameAt } from '../geometry/walk';
import type { Lettering } from '../piece/types';
import type { Face } from '../type/face';
import { closest, type Shape } from './closest';
import { joinedByFace, placedShape } from './collisions';
import type { Evening } from './measure';
import { linesOf, setLettering, type SetLettering } from './setLettering';
import { gapTargets, letterHeight, trueGaps, type TrueGap } from './trueGaps';

/** A gap this near to what is wanted is there, mm. */
const NEAR_MM = 2e-4;
const ROUNDS = 6;
/** Rounds in which letters that came too close are moved apart. */
const APART_ROUNDS = 8;
/** Beyond this many thousandths of an em a single gap is not changed. */
const MOST = 2000;

/** What is wanted of one gap. */
interface Wanted { readonly before: number; readonly after: number; readonly mm: number; readonly at: number }

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
 * What evening out adds to the gaps of a lettering, so that what is seen of them, the true gaps from the placed
 * outlines, comes to their common target at a strength: at 1 all are alike, at 0.5 half of the way is gone.
 *
 * The target is the mean of the true gaps as the face has them on this curve, so a line keeps its length; word gaps have
 * one of their own. What was set by hand is added afterwards and stays as it was set. Neighbours that the face joins are
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
  const { evenOut: strength, leastGapMm } = lettering.spacing;
  if (!(strength > 0) || lettering.stance.kind === 'stacked') return null;
  const plain = byFaceAlone(lettering);
  const first = setLettering(plain, track, face, held);
  if (!first.ok || first.value.measured.run.joined) return null;
  const wanted = linesOf(first.value).map((line) => wantedOf(line, strength));
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
  for (let round = 0; round < ROUNDS; round++) {
    let off = 0;
    linesOf(now).forEach((line, n) => {
      const gaps = new Map(trueGaps(line).map((gap) => [gap.before, gap]));
      for (const { before, at, mm } of wanted[n] ?? []) {
        const gap = gaps.get(before);
        if (!gap) continue;
        const miss = mm - gap.mm;
        off = Math.max(off, Math.abs(miss));
        if (Math.abs(miss) > NEAR_MM / 10) add(line, at, miss / slopeAt(line, gap));
      }
    });
    if (off < NEAR_MM || !again()) break;
    // On a circle one step is exact but for rounding.
    if (now.path.curvatureMin === now.path.curvatureMax && now.fitted.corners.kind !== 'step' && now.stance.kind === 'turned') break;
  }
  keepApart(now, wanted, leastGapMm, add, () => (again() ? now : null));
  return evening;
}

function wantedOf(line: SetLettering, strength: number): Wanted[] {
  const gaps = trueGaps(line);
  const { letter, word } = gapTargets(gaps);
  if (gaps.length < 2) return [];
  const { origins } = line.measured;
  const joined = joinedByFace(line);
  return gaps.flatMap((gap) => {
    const target = (gap.word ? word : letter)!;
    // The white between words is changed before the next word, behind its last space.
    const at = origins[gap.after - 1]!;
    return gap.after === gap.before + 1 && joined.has(gap.before) ? [] : [{ before: gap.before, after: gap.after, at, mm: gap.mm + strength * (target - gap.mm) }];
  });
}

const moved = ({ contours, xMin, yMin, xMax, yMax }: Shape, dx: number, dy: number): Shape =>
  ({ contours: contours.map((points) => points.map((value, i) => value + (i % 2 === 0 ? dx : dy))), xMin: xMin + dx, yMin: yMin + dy, xMax: xMax + dx, yMax: yMax + dy });

/** How far the second of two letters must move in a direction until they are a distance apart; 0 where they are. */
function lacking(a: Shape, b: Shape, towards: Vec, leastMm: number): number {
  const tooNear = (by: number): boolean => (closest(a, by === 0 ? b : moved(b, towards.x * by, towards.y * by), leastMm)?.mm ?? leastMm) < leastMm - NEAR_MM;
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
        const { tangent } = frameAt(line.path, (line.letterDistances[before]! + line.letterDistances[after]!) / 2);
        const mm = lacking(a, b, { x: tangent.x * line.direction, y: tangent.y * line.direction }, leastMm);
        if (mm === 0) continue;
        add(line, at, mm);
        changed = true;
      }
    });
    if (!changed) return;
    now = again();
  }
}
