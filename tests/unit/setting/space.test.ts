import { beforeAll, describe, expect, it } from 'vitest';
import { greyAlong } from '#core/setting/hand/grey';
import { growthOf } from '#core/setting/space/growth';
import { evenOut } from '#core/setting/space/evenOut';
import { setLettering } from '#core/setting/line/setLettering';
import { stripOf } from '#core/setting/hand/strip';
import { bandOf, kindOf } from '#core/setting/space/white/letterKind';
import { proposedLean } from '#core/setting/space/white/lean';
import { shippedSense } from '../../../fonts/shippedSenses';
import { COMMON, fitSense, readPairs, senseOf, signRoom } from '#core/setting/space/white/sense';
import { leastSpread, spreadBy, spreadMatrix } from '#core/setting/space/white/shares';
import { plainTargets, targetsFor } from '#core/setting/space/white/targets';
import { READINGS, type Shares } from '#core/setting/space/white/white';
import { ENGLISH_BEGINNINGS, ENGLISH_PAIRS } from '#core/type/englishPairs';
import { placePairs } from '#core/type/shape';
import type { Face } from '#core/type/face';
import { circle, faces, lettering, spacing, track } from '../../support/pieces';
import { line, plainFace, setSlabs, slabs } from '../../support/plainFace';
import { seeded } from '../../support/random';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

describe('shares of the readings', () => {
  it('are the best of all, by trying many others', () => {
    const random = seeded(5);
    const rows = Float64Array.from({ length: 60 * READINGS }, () => random()),
      weights = Float64Array.from({ length: 60 }, () => random());
    const matrix = spreadMatrix(rows, weights, READINGS);
    const best = leastSpread(matrix, Array<number>(READINGS).fill(1 / READINGS), 0);
    expect(sum(best)).toBeCloseTo(1, 9);
    expect(Math.min(...best)).toBeGreaterThanOrEqual(0);
    for (let n = 0; n < 4000; n++) {
      const other = Array.from({ length: READINGS }, () => -Math.log(random() + 1e-12)),
        all = sum(other);
      expect(
        spreadBy(
          matrix,
          other.map((share) => share / all),
        ),
      ).toBeGreaterThanOrEqual(spreadBy(matrix, best) - 1e-9);
    }
  });
  it('are held to what they are drawn to, the more the stronger', () => {
    const matrix = new Float64Array(READINGS * READINGS).map((_, i) => (i % (READINGS + 1) === 0 ? 1 + i : 0));
    const off = (hold: number): number =>
      sum(leastSpread(matrix, COMMON.capitals, hold).map((share, i) => Math.abs(share - COMMON.capitals[i]!)));
    expect(off(1e6)).toBeLessThan(0.01);
    expect(off(0)).toBeGreaterThan(0.3);
  });
  it('of a face have 1 for their sum, and are found the same every time', () => {
    for (const [id, face] of all) {
      const sense = senseOf(face);
      for (const kind of ['capitals', 'small'] as const) {
        expect(sum(sense.shares[kind])).toBeCloseTo(1, 12);
        expect(Math.min(...sense.shares[kind])).toBeGreaterThanOrEqual(0);
      }
      // What ships beside the face is what a fit finds.
      expect(fitSense(face)).toEqual(shippedSense(id));
    }
    // A face without kerning tells nothing: it is read by the common shares.
    expect(senseOf(all.get('limelight')!).shares).toEqual(COMMON);
  });
  it('read well-kerned faces as their designers spaced them', () => {
    const spread = (id: string, kind: 'capitals' | 'small', shares: Shares): number => {
      const { rows, weights } = readPairs(all.get(id)!, kind);
      return spreadBy(spreadMatrix(rows, weights, READINGS), shares);
    };
    for (const id of [
      'abril-fatface',
      'playfair-display-bold',
      'unbounded-bold',
      'zilla-slab-bold',
      'oswald-medium',
      'suez-one',
      'bebas-neue',
      'alfa-slab-one',
    ]) {
      expect(spread(id, 'capitals', senseOf(all.get(id)!).shares.capitals), id).toBeLessThan(1.7);
      expect(spread(id, 'capitals', COMMON.capitals), id).toBeLessThan(2);
    }
    for (const id of [
      'abril-fatface',
      'playfair-display-bold',
      'unbounded-bold',
      'zilla-slab-bold',
      'oswald-medium',
      'suez-one',
    ])
      expect(spread(id, 'small', senseOf(all.get(id)!).shares.small), id).toBeLessThan(1.8);
  });
  it('move no figure by half a point where the levels are doubled', () => {
    for (const id of ['cinzel-bold', 'abril-fatface', 'comfortaa-bold', 'zilla-slab-bold', 'unbounded-bold'])
      for (const kind of ['capitals', 'small'] as const) {
        const face = all.get(id)!,
          by = (levels: number): number => {
            const { rows, weights } = readPairs(face, kind, levels);
            return spreadBy(spreadMatrix(rows, weights, READINGS), senseOf(face).shares[kind]);
          };
        expect(Math.abs(by(24) - by(48)), `${id} ${kind}`).toBeLessThan(0.5);
        expect(Math.abs(by(48) - by(96)), `${id} ${kind}`).toBeLessThan(0.5);
      }
  });
});

describe('pairs of a face', () => {
  it('are placed as the face kerns them', () => {
    const [av, hh, none] = placePairs(all.get('cinzel-bold')!, ['AV', 'HH', '\u4e00A']);
    expect(av!.kern).toBeLessThan(0);
    expect(hh!.kern).toBe(0);
    expect(hh!.distance).toBe(all.get('cinzel-bold')!.advance(hh!.first));
    expect(none).toBeNull();
  });
  it('are weighted by how often they meet', () => {
    for (const table of [ENGLISH_PAIRS, ENGLISH_BEGINNINGS]) {
      expect(table).toHaveLength(676);
      expect(sum([...table])).toBeCloseTo(1, 12);
    }
    const of = (pair: string): number => ENGLISH_PAIRS[(pair.charCodeAt(0) - 65) * 26 + pair.charCodeAt(1) - 65]!;
    expect(of('TH')).toBeGreaterThan(of('HT'));
    expect(of('TH')).toBe(Math.max(...ENGLISH_PAIRS));
    expect(of('QZ')).toBe(0);
  });
  it('are judged in the band where both stand', () => {
    const face = all.get('playfair-display-bold')!,
      { capHeight, xHeight } = face.metrics;
    const kind = (text: string) =>
      kindOf(face, { text, glyphs: [{ id: face.font.nominalGlyph(text.codePointAt(0)!)!, x: 0, y: 0 }] })!;
    const usual = { kind: 'capital' as const, height: capHeight };
    expect(bandOf(kind('A'), kind('V'), usual)).toEqual({ kind: 'capitals', height: capHeight, top: capHeight });
    expect(bandOf(kind('x'), kind('p'), usual)).toEqual({ kind: 'small', height: xHeight, top: xHeight });
    // T and h both reach far above the x; T and o only the T does.
    expect(bandOf(kind('T'), kind('h'), usual).top).toBeGreaterThan(capHeight - 1);
    expect(bandOf(kind('T'), kind('x'), usual)).toMatchObject({ kind: 'mixed', height: xHeight, top: xHeight });
    expect(bandOf(kind('.'), kind('o'), usual).kind).toBe('small');
    expect(bandOf(kind('7'), kind('.'), usual).kind).toBe('capitals');
    expect(bandOf(kind('.'), kind(','), usual).height).toBe(capHeight);
  });
  it('leave signs the room that the face gives them', () => {
    const face = all.get('league-gothic')!;
    // A hyphen has more white about it than letters have between them, on either side alike.
    expect(signRoom(face, '-', 'before', 'capitals')).toBeCloseTo(signRoom(face, '-', 'after', 'capitals'), 1);
    expect(signRoom(face, '\u4e00', 'before', 'capitals')).toBe(0);
  });
  it('lean to all alike as they are not kerned', () => {
    expect(proposedLean(all.get('limelight')!, 'capital')).toMatchObject({ lean: 1, kernedPairs: 0 });
    expect(proposedLean(all.get('cinzel-bold')!, 'capital').lean).toBe(0);
    const some = proposedLean(all.get('league-gothic')!, 'capital');
    expect(some.lean).toBeGreaterThan(0.5);
    expect(some.lean).toBeLessThan(1);
    expect(proposedLean(all.get('lobster')!, 'small', true).lean).toBe(0);
  });
});

describe('targets of a line', () => {
  const pairs = [
    { mm: 1, aimMm: 0.4, slope: 1 },
    { mm: 0.2, aimMm: 0.6, slope: 1 },
    { mm: 0.6, aimMm: 0.5, slope: 1 },
  ];
  it('keep its length', () => {
    expect(sum(plainTargets(pairs))).toBeCloseTo(1.8, 12);
    const wide = pairs.map((pair, i) => ({ ...pair, slope: 1 + i / 4 }));
    expect(sum(plainTargets(wide).map((mm, i) => (mm - wide[i]!.mm) / wide[i]!.slope))).toBeCloseTo(0, 12);
  });
  it('leave bound pairs out, and never squeeze the others for them', () => {
    const bound = targetsFor(pairs, [null, 0.9, null], { heightMm: 100, growthMm: 0 });
    expect(bound[1]).toBe(0.9);
    // The other two keep what they had together, evened among themselves.
    expect(bound[0]! + bound[2]!).toBeCloseTo(1.6, 12);
    expect(bound[0]! - 0.4).toBeCloseTo(bound[2]! - 0.5, 12);
  });
  it('open the others for a bound pair that stands out, no further than the line may grow', () => {
    const by = (growthMm: number): number => sum(targetsFor(pairs, [null, 1.6, null], { heightMm: 4, growthMm })) - 1.8;
    // 1.4 mm are forced.
    expect(by(0)).toBeCloseTo(1.4, 6);
    expect(by(1.5)).toBeCloseTo(1.5, 6);
    expect(by(10)).toBeGreaterThan(1.6);
    expect(by(10)).toBeLessThan(2.6);
  });
});

describe('what evening out made', () => {
  it('of the length of a line is told with the pairs that stop at each other', () => {
    const face = all.get('alfa-slab-one')!,
      what = lettering('AWARD', { faceId: face.id, size: { by: 'cap', mm: 8 }, spacing: spacing({ evenOut: 1 }) });
    const set = setLettering(what, track(circle(20)), face, [], evenOut(what, track(circle(20)), face)),
      plain = setLettering(what, track(circle(20)), face);
    if (!set.ok || !plain.ok) throw new Error('not set');
    const { share, pairs } = growthOf(set.value);
    expect(share).toBeCloseTo(set.value.overset.inkMm / plain.value.overset.inkMm - 1, 2);
    expect(pairs).toContain('WA');
    expect(growthOf(plain.value).share).toBe(0);
  });
});

describe('the grey of a line', () => {
  it('is the share of ink, alike along even stripes and low between words', () => {
    const plain = plainFace();
    const set = setSlabs(plain, slabs('HHHHHHHHHHHH    HHHHHHHHHHHH', { size: { by: 'cap', mm: 4 } }), line);
    const strip = stripOf(set),
      grey = greyAlong(set, strip);
    // Slabs of 2 in 3.
    const at = (x: number): number => grey.values[Math.round((x - grey.from) / grey.step)]!;
    const middle = (strip.letters[5]!.x + strip.letters[6]!.x) / 2;
    expect(at(middle)).toBeCloseTo(2 / 3, 2);
    expect(at(strip.letters[6]!.x)).toBeCloseTo(2 / 3, 2);
    expect(at((strip.letters[13]!.x + strip.letters[14]!.x) / 2)).toBeLessThan(0.1);
    // All ink is there, wherever it is blurred to.
    const ink = sum([...grey.values]) * grey.step * 4;
    expect(ink).toBeCloseTo(24 * ((200 * 4) / 700) * 4, 1);
  });
});
