import type { MeasuredPath } from '../geometry/measuredPath';
import { ROW, stretchedFromDistance, walkTo } from '../geometry/walk';
import { COMMAND, flattenedPoints, PAIRS } from '../type/outline';
import type { Face } from '../type/face';
import { footOf } from './inkEnds';
import { anchorF, LETTER, type SetLettering } from './setLettering';

/** Heights at which profiles are taken, evenly from the baseline to the height of the letters. */
const LEVELS = 24;
/** How deep the bay of an open letter counts, as a share of the height of the capitals: no deeper than this behind its edge. */
export const BAY = 0.18;
/** Outlines are flattened to this share of an em. */
const FLAT_EM = 0.002;
/** A spread of the gaps of this share of the height of the capitals counts as no evenness at all. */
const UNEVEN = 0.12;

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
}

/** A straight side of a letter is bent when it is seen from a curve: it is followed in steps of this share of an em. */
const STEP_EM = 0.04;
function withSteps(points: readonly number[], step: number): Float64Array {
  const out: number[] = [points[0]!, points[1]!];
  for (let i = 2; i < points.length; i += 2) {
    const [ax, ay, bx, by] = [points[i - 2]!, points[i - 1]!, points[i]!, points[i + 1]!];
    const parts = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / step));
    for (let n = 1; n <= parts; n++) out.push(ax + ((bx - ax) * n) / parts, ay + ((by - ay) * n) / parts);
  }
  return Float64Array.from(out);
}

/** Contours of a glyph as polylines in font units, each closed. */
const contours = new WeakMap<Face, Map<number, Float64Array[]>>();
function contoursOf(face: Face, glyphId: number): Float64Array[] {
  let known = contours.get(face);
  if (!known) contours.set(face, (known = new Map()));
  let list = known.get(glyphId);
  if (list) return list;
  list = [];
  const { commands, coords } = face.outline(glyphId);
  let from = 0, first = 0, at = 0;
  for (let n = 0; n < commands.length; n++) {
    at += PAIRS[commands[n]!]! * 2;
    if (commands[n] !== COMMAND.close) continue;
    const points = flattenedPoints({ commands: commands.subarray(from, n), coords: coords.subarray(first, at) }, face.metrics.upem * FLAT_EM);
    list.push(withSteps([...points, points[0]!, points[1]!], face.metrics.upem * STEP_EM));
    from = n + 1;
    first = at;
  }
  known.set(glyphId, list);
  return list;
}

/** The profiles of a letter as it stands: at each height its first and its last place on the curve, in the reading direction. */
interface Profile { readonly first: Float64Array; readonly last: Float64Array }

function profileOf(set: SetLettering, index: number, levels: Float64Array): Profile | null {
  const { measured, scaleX, scaleY, rows, path, direction, baselineMm, letterDistances } = set;
  const letter = measured.run.letters[index]!;
  const k = measured.scales ? measured.scales[index]! : 1;
  const [x0, y0, ax, ay, ux, uy] = rows.subarray(index * LETTER.length, (index + 1) * LETTER.length) as unknown as [number, number, number, number, number, number];
  const s = letterDistances[index]!;
  const first = new Float64Array(LEVELS).fill(Infinity), last = new Float64Array(LEVELS).fill(-Infinity);
  const bending = set.stance.kind === 'bent' ? set.stance.strength : 0;
  let inked = false;
  for (const glyph of letter.glyphs) for (const line of contoursOf(measured.run.face, glyph.id)) {
    let px = 0, py = 0;
    for (let i = 0; i < line.length; i += 2) {
      const lx = (line[i]! + glyph.x - letter.advance / 2) * scaleX * k, ly = (line[i + 1]! + glyph.y) * scaleY * k;
      const seen = footOf(path, s, direction, x0 + ax * lx + ux * ly, y0 + ay * lx + uy * ly, lx);
      const bent = bending ? direction * placeOfRun(set, index, lx) : 0;
      const x = (direction * s + seen.along) * (1 - bending) + bent * bending;
      const y = (seen.height - baselineMm) * (1 - bending) + ly * bending;
      if (i > 0) cross(px, py, x, y, levels, first, last);
      px = x; py = y;
      inked = true;
    }
  }
  return inked ? { first, last } : null;
}

const row = new Float64Array(ROW.length);
/** The place on the curve, mm, of a point of a bent letter: that of its own place on the run. */
function placeOfRun(set: SetLettering, index: number, x: number): number {
  const { path, direction, measuredHeightMm, measured, shiftMm } = set;
  walkTo(path, anchorF(set) + direction * (measured.middles[index]! + shiftMm + x), direction * measuredHeightMm, row, 0);
  return row[ROW.distance]!;
}

/** Notes where a stretch of an outline crosses the levels. */
function cross(ax: number, ay: number, bx: number, by: number, levels: Float64Array, first: Float64Array, last: Float64Array): void {
  const [low, high] = ay < by ? [ay, by] : [by, ay];
  for (let n = 0; n < LEVELS; n++) {
    const level = levels[n]!;
    if (level < low || level > high) continue;
    const x = high === low ? Math.min(ax, bx) : ax + ((level - ay) / (by - ay)) * (bx - ax);
    const far = high === low ? Math.max(ax, bx) : x;
    if (x < first[n]!) first[n] = x;
    if (far > last[n]!) last[n] = far;
  }
}

/** Distance from one place on the curve to another along the parallel at a height, mm, in the reading direction. */
const alongAt = (path: MeasuredPath, direction: 1 | -1, heightMm: number, from: number, to: number): number =>
  direction * (stretchedFromDistance(path, direction * to, direction * heightMm) - stretchedFromDistance(path, direction * from, direction * heightMm));

/**
 * The gaps between the letters of one line as they are seen, from the placed and turned outlines.
 *
 * At each of 24 heights between the baseline and the cap line the facing profiles of two neighbours are taken: the last
 * place of the ink of the one and the first of the other, on the curve. No profile lies deeper behind the letter's own
 * edge than 18 % of the height of the capitals, so that the bay of a C or the arm of an L is not taken for white of the
 * gap; a height at which a letter has no ink counts as so deep. Their distance is measured along the parallel at that
 * height. The true gap is the mean over all heights; see docs/spacing.md.
 */
export function trueGaps(set: SetLettering): TrueGap[] {
  const { measured, capMm, path, direction, baselineMm } = set;
  const levels = Float64Array.from({ length: LEVELS }, (_, n) => ((n + 0.5) / LEVELS) * capMm);
  const bay = BAY * capMm;
  const found: TrueGap[] = [];
  let before: { index: number; profile: Profile } | null = null;
  let spaced = false;
  for (let index = 0; index < measured.run.letters.length; index++) {
    const profile = profileOf(set, index, levels);
    if (!profile) { spaced = true; continue; }
    if (before) {
      const edge = Math.max(...before.profile.last), front = Math.min(...profile.first);
      let sum = 0, least = Infinity;
      for (let n = 0; n < LEVELS; n++) {
        const height = baselineMm + levels[n]!;
        const [from, to] = [Math.max(before.profile.last[n]!, edge - bay), Math.min(profile.first[n]!, front + bay)];
        const mm = alongAt(path, direction, height, from, to);
        sum += mm;
        if (Number.isFinite(before.profile.last[n]!) && Number.isFinite(profile.first[n]!)) least = Math.min(least, mm);
      }
      found.push({ before: before.index, after: index, mm: sum / LEVELS, leastMm: Number.isFinite(least) ? least : sum / LEVELS, word: spaced });
    }
    before = { index, profile };
    spaced = false;
  }
  return found;
}

/**
 * How even the gaps between letters are, 0 to 100 %: 100 where all are alike, 0 where their spread (root mean square from
 * their mean) is 12 % of the height of the capitals or more. Word gaps are left out; null with fewer than two letter gaps.
 */
export function evenness(gaps: readonly TrueGap[], capMm: number): number | null {
  const letters = gaps.filter((gap) => !gap.word).map((gap) => gap.mm);
  if (letters.length < 2) return null;
  const mean = letters.reduce((sum, mm) => sum + mm, 0) / letters.length;
  const spread = Math.sqrt(letters.reduce((sum, mm) => sum + (mm - mean) ** 2, 0) / letters.length);
  return Math.max(0, 1 - spread / (UNEVEN * capMm)) * 100;
}
