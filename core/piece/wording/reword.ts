import { setStep, type Step } from '../steps';
import type { Adjustment, Lettering, Piece } from '../types';

/** What changed between two wordings: a stretch that begins at `at`, so long before and so long after. */
function changed(before: string, after: string): { at: number; was: number; is: number } {
  const most = Math.min(before.length, after.length);
  let at = 0;
  while (at < most && before[at] === after[at]) at++;
  let tail = 0;
  while (tail < most - at && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  return { at, was: before.length - at - tail, is: after.length - at - tail };
}

/**
 * What was adjusted by hand, after the wording changed: adjustments of letters behind the change move along, those of
 * letters that are gone go with them.
 */
export function movedAdjustments(
  adjustments: readonly Adjustment[],
  before: string,
  after: string,
): readonly Adjustment[] {
  if (adjustments.length === 0 || before === after) return adjustments;
  const { at, was, is } = changed(before, after);
  if (adjustments.every((one) => one.at < at)) return adjustments;
  return adjustments.flatMap((one) => {
    if (one.at < at) return [one];
    return one.at < at + was ? [] : [{ ...one, at: one.at + is - was }];
  });
}

/** Where a place in a wording lies after the wording changed; null for one that is gone. */
export function movedPlaces(before: string, after: string): (at: number) => number | null {
  const change = changed(before, after);
  return (at) => (at < change.at ? at : at < change.at + change.was ? null : at + change.is - change.was);
}

/** The steps that change a wording and keep what was adjusted by hand on its letters. */
export function rewordSteps(piece: Piece, lettering: Lettering, wording: string): Step[] {
  const adjustments = movedAdjustments(lettering.adjustments, lettering.wording, wording);
  return [
    setStep(piece, lettering.id, ['wording'], wording),
    ...(adjustments === lettering.adjustments ? [] : [setStep(piece, lettering.id, ['adjustments'], adjustments)]),
  ];
}

const NONE: Omit<Adjustment, 'at'> = { kern: 0, alongMm: 0, offMm: 0, turnDeg: 0 };

/** Adjustments with some of one letter's changed; a letter with none left is dropped. */
export function adjusted(
  adjustments: readonly Adjustment[],
  at: number,
  change: Partial<Omit<Adjustment, 'at'>>,
): readonly Adjustment[] {
  const next: Adjustment = { ...NONE, ...adjustments.find((one) => one.at === at), ...change, at };
  const rest = adjustments.filter((one) => one.at !== at);
  const empty = next.kern === 0 && next.alongMm === 0 && next.offMm === 0 && next.turnDeg === 0;
  return empty ? rest : [...rest, next].sort((a, b) => a.at - b.at);
}

/** What is adjusted at a letter. */
export const adjustmentAt = (adjustments: readonly Adjustment[], at: number): Omit<Adjustment, 'at'> =>
  adjustments.find((one) => one.at === at) ?? NONE;
