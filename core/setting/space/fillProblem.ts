import type { CurveShape, FitBy, FitRule } from '../../piece/types';
import type { Problem } from '../../result';
import { betweenBookends, fillRoom, MEETS_MM, wideRule, type Filling, type FillResult } from './fill';

const NAMES: Readonly<Record<FitBy, string>> = {
  tracking: 'tracking',
  width: 'the width',
  size: 'the size',
  radius: 'the radius',
};

/** A value of a rule as a person reads it. */
export const saidValue = (by: FitBy, value: number): string =>
  by === 'tracking' ? `${value.toFixed(1)}` : `${(value * 100).toFixed(1)} %`;

/** What to say of a room that the rules could not fill: by how much, and what would. Null where they could. */
export function fillProblem(
  filling: Filling,
  rules: readonly FitRule[],
  { leftMm }: FillResult,
  shape: CurveShape | null,
): Problem | null {
  if (!(Math.abs(leftMm) >= MEETS_MM)) return null;
  const what = leftMm > 0 ? `${leftMm.toFixed(2)} mm are left over` : `${(-leftMm).toFixed(2)} mm are lacking`;
  const lettering = betweenBookends(filling.lettering, filling.track);
  const would = [...new Set<FitBy>([...rules.map((one) => one.by), 'size', 'tracking'])].flatMap((by) => {
    if (by === 'radius' && !shape) return [];
    // All the other rules at their ends, this one as far as it must.
    const others = rules.filter((one) => one.by !== by);
    const opened = fillRoom({ ...filling, lettering }, [...others, wideRule(by)], shape);
    const last = opened.steps.at(-1);
    return Math.abs(opened.leftMm) < MEETS_MM && last?.by === by
      ? [`${NAMES[by]} at ${saidValue(by, last.value)}`]
      : [];
  });
  return {
    code: 'fit-not-met',
    value: leftMm,
    message: `“${filling.lettering.wording.slice(0, 24)}” does not fill its room: ${what}. ${would.length > 0 ? `It would with ${would.slice(0, 3).join(', or ')}.` : 'Shorten the wording, or move the bookends apart.'}`,
  };
}
