import { describe, expect, it } from 'vitest';
import { trackOf } from '#core/curves/index';
import { bandMiddle, pullAcross, type Pull } from '#core/setting/hand/pullAcross';
import { circle, lettering } from '../../support/pieces';

const made = trackOf(circle(30, 0, 0));
if (!made.ok) throw new Error(made.problem.message);
const ring = made.value;
const heights = { lowerMm: 0, upperMm: 8 };
const words = lettering('TIDE');
const up = (mm: number) => ({ x: 0, y: -mm });
/** A pull at 12 o'clock from one distance of the centre to another. */
const pull = (from: number, to: number, more: Partial<Pull> = {}, one = words) =>
  pullAcross(one, heights, ring, { from: up(from), to: up(to), snapMm: 0.5, over: false, neighbours: [], ...more });

describe('lettering pulled across its curve', () => {
  it('goes with the pointer, and rests on both sides of the curve and on it', () => {
    expect(pull(33, 36)).toMatchObject({ value: { seat: { side: 'outside', baselineShiftMm: 3 } }, snapped: false });
    expect(pull(33, 33.4)).toMatchObject({ value: { seat: { side: 'outside', baselineShiftMm: 0 } }, snapped: true });
    expect(pull(33, 29.2)).toMatchObject({
      value: { seat: { side: 'on', baselineShiftMm: 0 } },
      label: 'on the curve',
    });
    expect(pull(33, 25.3)).toMatchObject({ value: { seat: { side: 'inside', baselineShiftMm: 0 } }, snapped: true });
    expect(pull(33, 33.4, { snapMm: 0 }).value.seat.baselineShiftMm).toBe(0.4);
  });
  it('is on the side to which it was pulled, its band where the pointer has it', () => {
    for (const to of [38, 31.5, 27.7, 22]) {
      const { value } = pull(33, to);
      expect(bandMiddle(value, heights)).toBeCloseTo(4 + to - 33, 9);
      expect(value.seat.side).toBe(4 + to - 33 > 0 ? 'outside' : 'inside');
    }
  });
  it('stays in its band when it is turned over, and says so', () => {
    const { value, label } = pull(33, 35, { over: true });
    expect(value.seat.tops).toBe('inward');
    expect(bandMiddle(value, heights)).toBeCloseTo(6, 9);
    expect(label).toMatch(/^turned over/);
  });
  it('rests in the band of a neighbour', () => {
    const neighbours = [{ name: '“LINE”', middleMm: 9 }];
    const rest = pull(33, 38.3, { neighbours });
    expect(bandMiddle(rest.value, heights)).toBeCloseTo(9, 9);
    expect(rest).toMatchObject({ label: 'in the band of “LINE”', snapped: true });
    expect(pull(33, 37.2, { neighbours }).snapped).toBe(false);
  });
  it('changes the shift alone where another curve holds the seat', () => {
    const held = { ...words, seat: { ...words.seat, hold: { kind: 'from' } as never, baselineShiftMm: 1 } };
    expect(pull(33, 20, {}, held).value.seat).toMatchObject({ side: words.seat.side, baselineShiftMm: -12 });
    expect(pull(33, 32.2, {}, held)).toMatchObject({
      value: { seat: { baselineShiftMm: 0 } },
      label: 'no baseline shift',
    });
  });
});
