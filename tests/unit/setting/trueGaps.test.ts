import { beforeAll, describe, expect, it } from 'vitest';
import type { CurveShape, Lettering } from '#core/piece/types';
import type { SetLettering } from '#core/setting/line/set';
import { evenness, lackOf, trueGaps, whiteSlopes, type TrueGap } from '#core/setting/space/trueGaps';
import type { Face } from '#core/type/face';
import { circle, faces, lettering, seat, spacing } from '../../support/pieces';
import { line, plainFace, setSlabs, slabs } from '../../support/plainFace';
import { setOn } from '../../support/setting';

const plain = plainFace();
const set = (wording: string, shape: CurveShape = line, more: Partial<Lettering> = {}): SetLettering =>
  setSlabs(plain, slabs(wording, more), shape);
const mm = (gaps: readonly TrueGap[]): number[] => gaps.map((gap) => gap.mm);
const onRing = (wording: string, R: number, tops: 'outward' | 'inward', more: Partial<Lettering> = {}): SetLettering =>
  set(wording, circle(R), {
    seat: seat(tops, tops === 'outward' ? 'outside' : 'inside'),
    anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    bookends: { startU: 0.5, endU: 0.5 },
    ...more,
  });

describe('the white between letters', () => {
  it('between upright stems is their distance', () => {
    const gaps = trueGaps(set('HHH'));
    expect(gaps).toHaveLength(2);
    for (const gap of gaps)
      expect(gap).toMatchObject({
        mm: expect.closeTo(1, 9),
        leastMm: expect.closeTo(1, 9),
        aimMm: expect.closeTo(1, 9),
        word: false,
      });
  });
  it('grows by just what the letters move apart on a line', () => {
    for (const wording of ['HH', 'LH', 'xH', 'HL', 'Lx']) {
      const by =
        mm(trueGaps(set(wording, line, { spacing: spacing({ tracking: 100 }) })))[0]! - mm(trueGaps(set(wording)))[0]!;
      expect(by, wording).toBeCloseTo(1, 9);
      expect(whiteSlopes(set(wording))[0]).toBeCloseTo(1, 6);
    }
  });
  it('counts the white over the foot of an L in part, and is the same from both sides', () => {
    const [gap] = trueGaps(set('LH'));
    // The arm lies 2 mm behind the foot: more than the 1 mm at the foot, less than the mean of both.
    expect(gap!.mm).toBeGreaterThan(1.05);
    expect(gap!.mm).toBeLessThan(1 + (2 * 6) / 7);
    expect(gap!.leastMm).toBeCloseTo(1, 9);
    expect(mm(trueGaps(set('HL')))[0]).toBeCloseTo(1, 9);
  });
  it('of a low letter beside a high one is judged where both stand', () => {
    // A capital beside a small letter: up to the lower of the two tops both have upright stems.
    expect(mm(trueGaps(set('xH')))[0]).toBeCloseTo(1, 9);
  });
  it('is felt outside the band: an arm above the x brings a letter closer', () => {
    // F has an arm over its neighbour, far above the x.
    const arm = plainFace([
      { character: ' ', advance: 300, contours: [] },
      {
        character: 'x',
        advance: 300,
        contours: [
          [
            [50, 0],
            [50, 500],
            [250, 500],
            [250, 0],
          ],
        ],
      },
      {
        character: 'f',
        advance: 300,
        contours: [
          [
            [50, 0],
            [50, 700],
            [340, 700],
            [340, 600],
            [250, 600],
            [250, 0],
          ],
        ],
      },
    ]);
    const small = (wording: string): number => mm(trueGaps(setSlabs(arm, slabs(wording))))[0]!;
    expect(small('fx')).toBeLessThan(small('xx') - 0.02);
    expect(small('xf')).toBeCloseTo(small('xx'), 9);
  });
  it('on a ring lies between that at the feet and that at the heads, and goes over into that on a line', () => {
    for (const tops of ['outward', 'inward'] as const) {
      const one = onRing('HH', 20, tops);
      const turn = ((one.letterDistances[1]! - one.letterDistances[0]!) * one.direction) / 20;
      // At a radius the side of a slab, 1 mm from its ray, lies at the angle asin(1 / radius).
      const at = (height: number): number => {
        const radius = 20 + (tops === 'outward' ? 1 : -1) * height;
        return radius * (turn - 2 * Math.asin(1 / radius));
      };
      const [least, most] = [at(0), at(7)].sort((a, b) => a - b);
      const [gap] = trueGaps(one);
      expect(gap!.mm).toBeGreaterThan(least!);
      expect(gap!.mm).toBeLessThan((least! + most!) / 2 + 0.01);
      expect(gap!.leastMm).toBeCloseTo(least!, 1);
      expect(gap!.aimMm).toBeCloseTo(1, 9);
    }
    expect(mm(trueGaps(onRing('LHxH', 1e6, 'outward')))).toEqual(
      mm(trueGaps(set('LHxH'))).map((white) => expect.closeTo(white, 4)),
    );
  });
  it('between words is told apart, and on a line every gap is at its aim', () => {
    expect(trueGaps(set('HH H')).map((gap) => [gap.word, Number(gap.mm.toFixed(6))])).toEqual([
      [false, 1],
      [true, 4],
    ]);
    for (const gap of trueGaps(set('LHxI HL', line, { spacing: spacing({ tracking: 35, words: 1.4 }) })))
      expect(gap.mm).toBeCloseTo(gap.aimMm, 9);
    expect(trueGaps(set('H'))).toEqual([]);
    expect(trueGaps(set('   '))).toEqual([]);
  });
  it('moves its aim to that of all pairs alike as the spacing leans', () => {
    const aims = (lean: number): number[] =>
      trueGaps(set('HHIIH', line, { spacing: spacing({ lean }) })).map((gap) => gap.aimMm);
    const [own, half, alike] = [aims(0), aims(0.5), aims(1)];
    own.forEach((aim, i) => expect(half[i]).toBeCloseTo((aim + alike[i]!) / 2, 9));
    for (const aim of alike) expect(aim).toBeCloseTo(alike[0]!, 9);
  });
});

describe('evenness', () => {
  it('is whole where all gaps are at their aims but for one amount, and falls with their spread', () => {
    for (const wording of ['HHHH', 'HH HH', 'HHLH']) expect(evenness(set(wording))).toBeCloseTo(100, 6);
    const alike = { spacing: spacing({ lean: 1, leastGapMm: 0 }) };
    expect(evenness(set('HHHH', line, alike))).toBeCloseTo(100, 6);
    // Gaps of 1, 0.6, 0.2 and 0.6 mm: a spread of 0.283, and 6 % of 7 mm halve it.
    expect(evenness(set('HHIIH', line, alike))).toBeCloseTo(100 / (1 + 0.08 / 0.42 ** 2), 6);
    expect([evenness(set('')), evenness(set('HH'))]).toEqual([null, null]);
  });
  it('counts letters that come nearer than they may', () => {
    const near = set('HHHHH', line, { spacing: spacing({ tracking: -95, leastGapMm: 0.1 }) });
    expect(near.measured.middles).toHaveLength(5);
    // 0.05 mm apart on the line: the face itself does not set them nearer, so 0.05 mm are lacking of each.
    for (const gap of trueGaps(near)) expect(lackOf(near, gap)).toBeCloseTo(0.05, 6);
    expect(evenness(near)!).toBeLessThan(75);
    expect(evenness(set('HHHHH', line, { spacing: spacing({ tracking: -85, leastGapMm: 0.1 }) }))).toBeCloseTo(100, 6);
  });
});

describe('real faces', () => {
  let all: ReadonlyMap<string, Face>;
  beforeAll(async () => {
    all = await faces();
  });
  it('have gaps that are finite on any curve and under any stance, and the same whatever the place on a ring', () => {
    const at = (deg: number): number[] =>
      mm(
        trueGaps(
          setOn(
            all,
            lettering('OTTERMERE LIGHT', {
              anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' },
            }),
            circle(40),
          ),
        ),
      );
    at(0).forEach((gap, i) => expect(gap).toBeCloseTo(at(137)[i]!, 6));
    for (const kind of ['upright', 'sheared', 'swayed', 'pointed', 'bent'] as const) {
      const gaps = trueGaps(
        setOn(all, lettering('SEDGE', { stance: { kind, strength: 1, centre: null } }), circle(40)),
      );
      expect(gaps).toHaveLength(4);
      for (const gap of gaps) expect(Number.isFinite(gap.mm + gap.leastMm + gap.aimMm)).toBe(true);
    }
  });
  it('are at their aims on a line in every face, with signs, figures, several words and small capitals', () => {
    for (const face of all.values())
      for (const letterCase of ['typed', 'small-capitals'] as const) {
        const one = setOn(
          all,
          lettering('Tolly-Whyte & Co., “1926” (AVA)', {
            faceId: face.id,
            letterCase,
            spacing: spacing({ tracking: 20 }),
          }),
          { kind: 'line', from: { x: 0, y: 5 }, to: { x: 180, y: 71 } },
        );
        for (const gap of trueGaps(one)) expect(Math.abs(gap.mm - gap.aimMm), face.id).toBeLessThan(1e-7);
      }
  });
});
