import type { Vec } from '../../geometry/vec';
import { placeOff } from '../hand/guides';
import { adjustmentAt } from '../../piece/wording/reword';
import { linesOf, type SetLettering } from '../line/set';
import { commonExcess, letterHeight, trueGaps, type TrueGap } from './trueGaps';

/** A gap of a lettering, as a person works on it. */
export interface Gap extends TrueGap {
  readonly line: SetLettering;
  /** Where the letter begins whose gap after it it is, in UTF-16 units: by this a gap is named in a piece. */
  readonly at: number;
  /** The letters at its sides. */
  readonly name: string;
  /** What it is measured against, mm: its aim, and by how much most gaps of the line are wider than theirs. */
  readonly targetMm: number;
  /** What was set by hand, and what evening out adds, thousandths of an em. */
  readonly kern: number;
  readonly evened: number;
}

/** The gaps of a setting, line by line, from the first letter seen to the last. */
export function gapsOf(set: SetLettering): Gap[] {
  return linesOf(set).flatMap((line) => {
    const gaps = trueGaps(line);
    const excess = commonExcess(gaps);
    const { origins, run } = line.measured;
    return gaps.map((gap): Gap => {
      const at = origins[gap.after - 1]!;
      return {
        ...gap,
        line,
        at,
        name: `${run.letters[gap.before]!.text}${gap.word ? ' ' : ''}${run.letters[gap.after]!.text}`,
        targetMm: gap.aimMm + excess,
        kern: adjustmentAt(line.lettering.adjustments, at).kern,
        evened: line.correction?.get(at) ?? 0,
      };
    });
  });
}

/** How far a gap is from its target, mm: more than 0 where it is wider. */
export const offTarget = (gap: Gap): number => gap.mm - gap.targetMm;

/** A gap whose distance from its target is less than this share of the height of the letters is where it should be. */
const SETTLED = 0.02;
export const isSettled = (gap: Gap): boolean => Math.abs(offTarget(gap)) <= SETTLED * letterHeight(gap.line);

/** The middle of a gap on the sheet, from the baseline to the cap line. */
export function gapLine({ line, middle }: Gap): readonly [Vec, Vec] {
  const { path, direction, baselineMm, capMm } = line;
  const on = (height: number): Vec => placeOff(path, direction * middle, direction, baselineMm + height).point;
  return [on(0), on(capMm)];
}

/**
 * The gap at a place of the sheet: where the place lies in the white between two letters, or as near to its middle as
 * `slackMm`; null elsewhere.
 */
export function gapAt(set: SetLettering, at: Vec, slackMm: number): Gap | null {
  let best: Gap | null = null,
    bestMm = Infinity;
  for (const gap of gapsOf(set)) {
    const { line } = gap;
    const { point, along, up } = placeOff(line.path, line.direction * gap.middle, line.direction, line.baselineMm);
    const dx = at.x - point.x,
      dy = at.y - point.y;
    const across = Math.abs(dx * along.x + dy * along.y),
      height = dx * up.x + dy * up.y;
    if (height < -0.25 * line.capMm || height > 1.25 * line.capMm) continue;
    if (across <= Math.max(gap.leastMm / 2, slackMm) && across < bestMm) {
      best = gap;
      bestMm = across;
    }
  }
  return best;
}
