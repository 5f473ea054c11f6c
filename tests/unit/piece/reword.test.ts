import { describe, expect, it } from 'vitest';
import { adjusted, adjustmentAt, movedAdjustments, rewordSteps } from '#core/piece/wording/reword';
import { applySteps } from '#core/piece/steps/index';
import { findLettering, type Adjustment } from '#core/piece/types';
import { circle, curve, lettering, piece } from '../../support/pieces';

const at = (place: number, kern = 10): Adjustment => ({ at: place, kern, alongMm: 0, offMm: 0, turnDeg: 0 });
const places = (list: readonly Adjustment[]): number[] => list.map((one) => one.at);

describe('adjustments by hand', () => {
  it('move with their letters when words change before them, and go with letters that go', () => {
    const list = [at(0), at(4), at(9)];
    expect(places(movedAdjustments(list, 'THE TIDE RUNS', 'ON THE TIDE RUNS'))).toEqual([3, 7, 12]);
    expect(places(movedAdjustments(list, 'THE TIDE RUNS', 'TIDE RUNS'))).toEqual([0, 5]);
    expect(places(movedAdjustments(list, 'THE TIDE RUNS', 'THE TIDE TURNS'))).toEqual([0, 4]);
    expect(places(movedAdjustments(list, 'THE TIDE RUNS', 'THE TIDE RUNS!'))).toEqual([0, 4, 9]);
    expect(movedAdjustments(list, 'TIDE', 'TIDE')).toBe(list);
  });
  it('are set, joined and cleared letter by letter', () => {
    const one = adjusted([at(4)], 2, { turnDeg: 3 });
    expect(one).toEqual([{ at: 2, kern: 0, alongMm: 0, offMm: 0, turnDeg: 3 }, at(4)]);
    expect(adjustmentAt(adjusted(one, 4, { offMm: 1 }), 4)).toMatchObject({ kern: 10, offMm: 1 });
    expect(adjusted(one, 2, { turnDeg: 0 })).toEqual([at(4)]);
    expect(adjustmentAt([], 3).kern).toBe(0);
  });
  it('are rewritten in the same edit as the wording', () => {
    const p = piece([curve(circle(30)), lettering('TIDE', { adjustments: [at(2)] })]);
    const steps = rewordSteps(p, findLettering(p, 'words')!, 'A TIDE');
    expect(steps).toHaveLength(2);
    const next = applySteps(p, steps);
    expect(next.ok && findLettering(next.value, 'words')).toMatchObject({
      wording: 'A TIDE',
      adjustments: [{ at: 4 }],
    });
    expect(rewordSteps(p, findLettering(p, 'words')!, 'TIDES')).toHaveLength(1);
  });
});
