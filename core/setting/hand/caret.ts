import { STANCES, letterRow } from '../../stances';
import { hypot } from '../../hypot';
import { ROW, walkTo } from '../../geometry/walk';
import type { Vec } from '../../geometry/vec';
import { anchorF, linesOf, type SetLettering } from '../line/set';

/** How far a caret and a selection reach below the baseline and above the cap line, in heights of the capitals. */
const BELOW = 0.2;
const ABOVE = 0.2;

/** A letter of a setting: which line, and which of its letters. */
export interface LetterRef {
  readonly line: SetLettering;
  readonly index: number;
}

/** Whether a letter is read from right to left: its logical neighbour lies to its left. */
function fromRight({ measured: { origins } }: SetLettering, index: number): boolean {
  const own = origins[index]!,
    next = origins[index + 1],
    before = origins[index - 1];
  if (next !== undefined && before !== undefined) return next < own && own < before;
  return next !== undefined ? next < own : before !== undefined && own < before;
}

/** Where letters end in the wording: at the next greater origin, or at the end of the line. */
function endOf({ measured: { origins, end } }: SetLettering, index: number): number {
  const own = origins[index]!;
  return origins.reduce((least, one) => (one > own && one < least ? one : least), end);
}

/** The place of a caret on the run of its line, mm from the left end of the run. */
function caretX(line: SetLettering, at: number): number {
  const { origins, middles, halfAdvances } = line.measured;
  if (origins.length === 0) return 0;
  let best = 0;
  origins.forEach((origin, i) => {
    if (origin <= at && (origins[best]! > at || origin > origins[best]!)) best = i;
  });
  const from = origins[best]!,
    to = endOf(line, best);
  // Inside a ligature, and behind the last letter, the way through the letter counts.
  const share = to > from ? Math.min(Math.max((at - from) / (to - from), 0), 1) : 0;
  const along = fromRight(line, best) ? 1 - share : share;
  return middles[best]! + (2 * along - 1) * halfAdvances[best]!;
}

/**
 * The caret before a place in the wording, as the line on the sheet from below the baseline to above the cap line.
 *
 * @param at place in the wording, UTF-16 units; beyond its ends the nearest one counts
 */
export function caretAt(set: SetLettering, at: number): { readonly foot: Vec; readonly head: Vec } {
  const lines = linesOf(set);
  const line = lines.find(({ measured }) => at <= measured.end) ?? lines.at(-1)!;
  const { path, direction, measuredHeightMm, baselineMm, capMm, shiftMm, stance } = line;
  const row = new Float64Array(ROW.length);
  walkTo(path, anchorF(line) + direction * (caretX(line, at) + shiftMm), direction * measuredHeightMm, row, 0);
  const tx = row[ROW.tangentX]! * direction,
    ty = row[ROW.tangentY]! * direction;
  const on = (height: number): Vec => ({ x: row[ROW.x]! + ty * height, y: row[ROW.y]! - tx * height });
  // Stacked letters are parted across their line.
  return STANCES[stance.kind].stacked
    ? { foot: on(baselineMm - capMm / 2), head: on(baselineMm + capMm / 2) }
    : { foot: on(baselineMm - capMm * BELOW), head: on(baselineMm + capMm * (1 + ABOVE)) };
}

/** The letters of a stretch of the wording. */
export const lettersIn = (set: SetLettering, from: number, to: number): LetterRef[] =>
  linesOf(set).flatMap((line) =>
    line.measured.origins.flatMap((origin, index) => (origin >= from && origin < to ? [{ line, index }] : [])),
  );

/** The box of a letter as it stands, from its advance and the height of the capitals, as four corners. */
export function letterBox({ line, index }: LetterRef): Vec[] {
  const [x, y, ax, ay, ux, uy] = letterRow(line.rows, index);
  const letter = line.measured.run.letters[index]!;
  const half = (letter.advance / 2) * line.scaleX * (line.measured.scales?.[index] ?? 1);
  const corner = (side: number, height: number): Vec => ({
    x: x + ax * half * side + ux * height,
    y: y + ay * half * side + uy * height,
  });
  const [low, high] = [-line.capMm * BELOW, line.capMm * (1 + ABOVE)];
  return [corner(-1, low), corner(1, low), corner(1, high), corner(-1, high)];
}

export interface Hit extends LetterRef {
  /** The stretch of the wording that the letter stands for. */
  readonly from: number;
  readonly to: number;
  /** The place in the wording nearest to the point: before or behind the letter. */
  readonly caret: number;
}

/** The letter at a place of the sheet: the one in whose box the place lies, else the nearest; null without letters. */
export function letterAt(set: SetLettering, at: Vec): Hit | null {
  let best: { ref: LetterRef; far: number; side: number } | null = null;
  for (const line of linesOf(set))
    for (let index = 0; index < line.measured.origins.length; index++) {
      const box = letterBox({ line, index });
      const [a, b, , d] = box as [Vec, Vec, Vec, Vec];
      const across = { x: b.x - a.x, y: b.y - a.y },
        up = { x: d.x - a.x, y: d.y - a.y };
      const det = across.x * up.y - across.y * up.x;
      if (Math.abs(det) < 1e-12) continue;
      const px = at.x - a.x,
        py = at.y - a.y;
      const u = (px * up.y - py * up.x) / det,
        v = (across.x * py - across.y * px) / det;
      const out = (share: number, length: number): number => Math.max(-share, share - 1, 0) * length;
      const far = hypot(out(u, hypot(across.x, across.y)), out(v, hypot(up.x, up.y)));
      if (!best || far < best.far) best = { ref: { line, index }, far, side: u };
    }
  if (!best) return null;
  const { line, index } = best.ref;
  const from = line.measured.origins[index]!,
    to = endOf(line, index);
  const right = best.side > 0.5;
  return { line, index, from, to, caret: right === fromRight(line, index) ? from : to };
}
