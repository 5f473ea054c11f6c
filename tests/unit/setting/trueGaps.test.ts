import { beforeAll, describe, expect, it } from 'vitest';
import type { CurveShape, Lettering } from '#core/piece/types';
import type { SetLettering } from '#core/setting/setLettering';
import { BAY, evenness, trueGaps, type TrueGap } from '#core/setting/trueGaps';
import type { Face } from '#core/type/face';
import { circle, faces, lettering, seat, spacing } from '../../support/pieces';
import { line, plainFace, setSlabs, slabs } from '../../support/plainFace';
import { setOn } from '../../support/setting';

const plain = plainFace();
const set = (wording: string, shape: CurveShape, more: Partial<Lettering> = {}): SetLettering => setSlabs(plain, slabs(wording, more), shape);
const mm = (gaps: readonly TrueGap[]): number[] => gaps.map((gap) => gap.mm);

describe('the true gap', () => {
  it('between slabs on a line is the white between them', () => {
    const gaps = trueGaps(set('HHH', line));
    expect(gaps).toHaveLength(2);
    for (const gap of gaps) expect(gap).toMatchObject({ mm: expect.closeTo(1, 9), leastMm: expect.closeTo(1, 9), word: false });
    expect(mm(trueGaps(set('HH', line, { spacing: spacing({ tracking: 100 }) })))[0]).toBeCloseTo(2, 9);
  });
  it('takes the white over an L only to the stated depth', () => {
    const [gap] = trueGaps(set('LH', line));
    // Behind its foot the arm of the L lies 2 mm deep, of which 18 % of 7 mm count. Of 24 levels three lie in the foot.
    expect(gap!.mm).toBeCloseTo(1 + (BAY * 7 * 21) / 24, 9);
    expect(gap!.leastMm).toBeCloseTo(1, 9);
  });
  it('over a low letter counts as so deep', () => {
    const [gap] = trueGaps(set('xH', line));
    expect(gap!.mm).toBeCloseTo(1 + (BAY * 7 * 7) / 24, 9);
  });
  it('on a ring is wider at the heads with tops outward, and narrower with tops inward', () => {
    // Slabs on a ring, worked out with angles: each stands about its own ray, its sides parallel to it.
    const R = 20;
    for (const tops of ['outward', 'inward'] as const) {
      const one = set('HH', circle(R), { seat: seat(tops, tops === 'outward' ? 'outside' : 'inside'), anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' }, bookends: { startU: 0.5, endU: 0.5 } });
      const turn = (one.letterDistances[1]! - one.letterDistances[0]!) * one.direction / R;
      let sum = 0;
      for (let n = 0; n < 24; n++) {
        const radius = R + (tops === 'outward' ? 1 : -1) * ((n + 0.5) / 24) * 7;
        // At this radius the side of a slab, 1 mm from its ray, lies at the angle asin(1 / radius).
        sum += radius * (turn - 2 * Math.asin(1 / radius));
      }
      // Sides are followed in steps of 0.04 em, here 0.4 mm, which leaves about a thousandth of a mm on so tight a ring.
      expect(Math.abs(mm(trueGaps(one))[0]! - sum / 24)).toBeLessThan(0.002);
    }
  });
  it('between words is told apart', () => {
    expect(trueGaps(set('HH H', line)).map((gap) => [gap.word, Number(gap.mm.toFixed(6))])).toEqual([[false, 1], [true, 4]]);
    expect(trueGaps(set('H', line))).toEqual([]);
    expect(trueGaps(set('   ', line))).toEqual([]);
  });
});

describe('evenness', () => {
  it('is whole where all gaps are alike, and falls with their spread', () => {
    expect(evenness(trueGaps(set('HHHH', line)), 7)).toBeCloseTo(100, 6);
    expect(evenness(trueGaps(set('HH HH', line)), 7)).toBeCloseTo(100, 6);
    const uneven = evenness(trueGaps(set('HHLH', line)), 7)!;
    expect(uneven).toBeLessThan(60);
    expect([evenness([], 7), evenness(trueGaps(set('HH', line)), 7)]).toEqual([null, null]);
  });
});

describe('real faces', () => {
  let all: ReadonlyMap<string, Face>;
  beforeAll(async () => { all = await faces(); });
  it('have gaps that are finite on any curve and under any stance, and the same whatever the place on a ring', () => {
    const at = (deg: number): number[] => mm(trueGaps(setOn(all, lettering('OTTERMERE LIGHT', { anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' } }), circle(40))));
    at(0).forEach((gap, i) => expect(gap).toBeCloseTo(at(137)[i]!, 6));
    for (const kind of ['upright', 'sheared', 'swayed', 'pointed', 'bent'] as const) {
      const gaps = trueGaps(setOn(all, lettering('SEDGE', { stance: { kind, strength: 1, centre: null } }), circle(40)));
      expect(gaps).toHaveLength(4);
      for (const gap of gaps) expect(Number.isFinite(gap.mm + gap.leastMm)).toBe(true);
    }
  });
});
