import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { settingOf } from '#core/setting/settingOf';
import { deleteCurveSteps } from '#core/editing/edits/operations';
import { traceLettering } from '#core/drawing/traceLetters';
import { applySteps, setStep } from '#core/piece/steps/index';
import { findCurve, findLettering, type CurveShape, type Lettering, type Piece, type Seat } from '#core/piece/types';
import { reseatLettering } from '#core/setting/line/seat';
import { type SetLettering } from '#core/setting/line/set';
import { LETTER } from '#core/stances/index';
import type { Face } from '#core/type/face';
import { arc, circle, curve, faces, lettering, piece, seat } from '../../support/pieces';
import { done } from '../../support/edits';
import { pointsOf, setOn } from '../../support/setting';
import { ok } from '#core/result';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const CENTRE = { x: 42, y: 42 };
const ellipse: CurveShape = { kind: 'ellipse', centre: CENTRE, radiusXMm: 34, radiusYMm: 24, turnDeg: 0 };
const on = (what: Lettering, shape: CurveShape, held: CurveShape[] = []): SetLettering => setOn(all, what, shape, held);
const baselineRadius = (set: SetLettering): number => Math.hypot(set.rows[0]! - CENTRE.x, set.rows[1]! - CENTRE.y);

describe('what sits at the curve', () => {
  const by = (name: Seat['by'], side: Seat['side'], tops: Seat['tops'] = 'outward') =>
    on(lettering('Sedge', { faceId: 'playfair-display-bold', seat: { ...seat(tops, side), by: name } }), circle(30));
  it('is the baseline, the cap line, the height of the x, ascender, descender, ink, or a middle', () => {
    const { metrics } = all.get('playfair-display-bold')!;
    const mm = (units: number): number => (units * 5) / metrics.capHeight;
    const { inkTopMm, inkBottomMm } = by('ink', 'outside').measured;
    const heights: [Seat['by'], number, number][] = [
      ['caps', 0, 5],
      ['x-height', 0, mm(metrics.xHeight)],
      ['extents', mm(metrics.descender), mm(metrics.ascender)],
      ['ink', inkBottomMm, inkTopMm],
    ];
    for (const [name, lower, upper] of heights) {
      expect(baselineRadius(by(name, 'outside'))).toBeCloseTo(30 - lower, 8);
      expect(baselineRadius(by(name, 'on'))).toBeCloseTo(30 - (lower + upper) / 2, 8);
      expect(baselineRadius(by(name, 'inside'))).toBeCloseTo(30 - upper, 8);
      // Tops inward the other edge lies at the curve.
      expect(baselineRadius(by(name, 'outside', 'inward'))).toBeCloseTo(30 + upper, 8);
      expect(baselineRadius(by(name, 'inside', 'inward'))).toBeCloseTo(30 + lower, 8);
    }
  });
  it('by ink lets the ink touch', () => {
    // The nearest point of a flat-bottomed ink to the centre lies under the middle of a letter, or a little farther
    // out.
    const radii = pointsOf((sink) => traceLettering(by('ink', 'outside'), sink)).map((p) =>
      Math.hypot(p.x - CENTRE.x, p.y - CENTRE.y),
    );
    expect(Math.min(...radii)).toBeGreaterThanOrEqual(30 - 1e-6);
    expect(Math.min(...radii)).toBeLessThan(30.1);
  });
});

describe('held by other curves', () => {
  const words = (hold: Seat['hold'], tops: Seat['tops'] = 'outward', shift = 0): Lettering =>
    lettering('TIDE', { seat: { ...seat(tops, 'outside', shift), hold } });
  it('touches a rim with the caps and an inner ring with the baseline, at a gap', () => {
    const touching = { kind: 'touching', curveId: 'other', gapMm: 0.8 } as const;
    expect(baselineRadius(on(words(touching), circle(30), [circle(40)]))).toBeCloseTo(40 - 0.8 - 5, 9);
    expect(baselineRadius(on(words(touching), circle(30), [circle(26)]))).toBeCloseTo(26.8, 9);
    expect(baselineRadius(on(words(touching, 'inward'), circle(30), [circle(40)]))).toBeCloseTo(40 - 0.8, 9);
    expect(baselineRadius(on(words(touching, 'inward'), circle(30), [circle(20)]))).toBeCloseTo(20.8 + 5, 9);
    expect(baselineRadius(on(words(touching, 'outward', 0.3), circle(30), [circle(40)]))).toBeCloseTo(34.5, 9);
  });
  it('is centred in a band between two', () => {
    const band = { kind: 'band', curveId: 'a', otherId: 'b' } as const;
    for (const tops of ['outward', 'inward'] as const) {
      const set = on(words(band, tops), circle(30), [circle(28), circle(38)]);
      const r = baselineRadius(set);
      expect(tops === 'outward' ? r + 2.5 : r - 2.5).toBeCloseTo(33, 9);
    }
    // On a parallel of an ellipse the distance is the same everywhere.
    const p = piece([
      curve(ellipse),
      curve({ kind: 'parallel', of: 'ring', distanceMm: 9 }, 'outer'),
      lettering('TIDE', { seat: { ...seat(), hold: { kind: 'band', curveId: 'ring', otherId: 'outer' } } }),
    ]);
    const set = settingOf(findLettering(p, 'words')!, tracksOf(p), all);
    expect(set.ok && set.value.baselineMm).toBeCloseTo(2, 3);
  });
  it('follows them when they change, and stays as it is when one is deleted', () => {
    const p = piece([
      curve(circle(30)),
      curve(circle(40), 'rim'),
      words({ kind: 'touching', curveId: 'rim', gapMm: 1 }),
    ]);
    const radius = (q: Piece): number => {
      const set = settingOf(findLettering(q, 'words')!, tracksOf(q), all);
      return set.ok ? baselineRadius(set.value) : 0;
    };
    expect(radius(p)).toBeCloseTo(34, 9);
    const wider = applySteps(p, [setStep(p, 'rim', ['shape', 'radiusMm'], 44)]);
    expect(wider.ok && radius(wider.value)).toBeCloseTo(38, 9);
    const without = done(p, deleteCurveSteps(p, findCurve(p, 'rim')!, { kind: 'delete' }));
    expect(findLettering(without, 'words')!.seat).toMatchObject({ hold: null, side: 'inside' });
    expect(radius(without)).toBeCloseTo(34, 9);
  });
});

describe('turning over', () => {
  it('across the curve leaves the baseline on it', () => {
    const before = lettering('TIDE', { seat: seat('outward', 'outside', 0.6) });
    const after = reseatLettering(before, 'inward', 'outside', false);
    expect(after.seat).toEqual(seat('inward', 'inside', -0.6));
    expect([baselineRadius(on(before, circle(30))), baselineRadius(on(after, circle(30)))]).toEqual([
      expect.closeTo(30.6, 9),
      expect.closeTo(30.6, 9),
    ]);
  });
});

describe('a seat picture with another side', () => {
  it('gives one place, whatever shift and stance came before', () => {
    for (const tops of ['outward', 'inward'] as const)
      for (const side of ['outside', 'on', 'inside'] as const)
        for (const from of [seat('outward', 'outside', 6.31), seat('inward', 'on', -2), seat('outward', 'inside', 1)])
          if (from.side !== side)
            expect(reseatLettering(lettering('TIDE', { seat: from }), tops, side).seat).toEqual(seat(tops, side, 0));
  });
});

describe('anchor and alignment', () => {
  const at = (anchor: Partial<Lettering['anchor']>, more: Partial<Lettering> = {}) =>
    lettering('TIDE', {
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink', ...anchor },
      bookends: { startU: 0.1, endU: 0.9 },
      ...more,
    });
  const bow = arc(40, -70, 140);
  it('takes a distance along the curve', () => {
    expect(on(at({ at: { kind: 'distance', mm: 20 } }), bow).anchorDistance).toBeCloseTo(20, 12);
  });
  it('goes by advances when asked: then sidebearings count', () => {
    const set = on(at({ align: 'start', by: 'advance' }), {
      kind: 'line',
      from: { x: 0, y: 50 },
      to: { x: 100, y: 50 },
    });
    expect(set.rows[0]! - set.measured.halfAdvances[0]!).toBeCloseTo(50, 9);
    const ink = on(at({ align: 'start' }), { kind: 'line', from: { x: 0, y: 50 }, to: { x: 100, y: 50 } });
    expect(ink.overset.inkStart).toBeCloseTo(50, 9);
    expect(ink.rows[0]).not.toBeCloseTo(set.rows[0]!, 3);
  });
  it.each<[string, CurveShape, Partial<Lettering>]>([
    ['an arc', bow, {}],
    ['an arc from below', bow, { seat: seat('inward', 'inside'), bookends: { startU: 0.9, endU: 0.1 } }],
    ['a part of a ring', circle(30), { bookends: { startU: 0.8, endU: 0.2 } }],
    ['an ellipse', ellipse, { bookends: { startU: 0.8, endU: 0.2 } }],
  ])('filled runs from bookend to bookend on %s, to 0.001 mm', (_name, shape, more) => {
    const set = on(at({ align: 'filled' }, more), shape);
    const { inkStart, inkEnd, bookendStart, bookendEnd, beforeMm, afterMm } = set.overset;
    expect(Math.abs(inkStart - bookendStart)).toBeLessThan(0.001);
    expect(Math.abs(inkEnd - bookendEnd)).toBeLessThan(0.001);
    expect([beforeMm < 0.001, afterMm < 0.001]).toEqual([true, true]);
  });
  it('filled round a whole ring makes the last gap as the others', () => {
    const set = on(at({ align: 'filled' }, { wording: 'HHHHHH', bookends: { startU: 0.5, endU: 0.5 } }), circle(30));
    const gaps = Array.from(set.letterDistances, (s, i) =>
      i === 0 ? s + 60 * Math.PI - set.letterDistances[5]! : s - set.letterDistances[i - 1]!,
    );
    for (const gap of gaps) expect(gap).toBeCloseTo(10 * Math.PI, 6);
  });
});

describe('lines', () => {
  it('run on parallels, each centred, the further ones away from the tops', () => {
    const set = on(lettering('TIDE\nSEDGE\nSEA', { lineDistanceMm: 7 }), circle(40));
    expect([set, ...set.further].map(baselineRadius)).toEqual([
      expect.closeTo(40, 9),
      expect.closeTo(33, 9),
      expect.closeTo(26, 9),
    ]);
    for (const line of [set, ...set.further])
      expect(Math.abs(line.overset.inkStart + line.overset.inkEnd)).toBeLessThan(1e-6);
    expect(set.further[1]!.measured.origins).toEqual([11, 12, 13]);
    const below = on(lettering('TIDE\nSEDGE', { lineDistanceMm: 7, seat: seat('inward', 'outside') }), circle(40));
    expect(baselineRadius(below.further[0]!) - baselineRadius(below)).toBeCloseTo(7, 9);
    expect(on(lettering(''), circle(40)).further).toEqual([]);
  });
  it('are refused as a whole when one has no place', () => {
    expect(() => on(lettering('TIDE\nSEDGE', { lineDistanceMm: 40 }), circle(30))).toThrow(/Too tight/);
  });
});

describe('letters', () => {
  it('become capitals, or small capitals by scaling where the face has none', () => {
    const text = (set: SetLettering): string => set.measured.run.letters.map((letter) => letter.text).join('');
    const capitals = on(lettering('Straße', { letterCase: 'capitals' }), circle(30));
    expect([text(capitals), capitals.measured.origins]).toEqual(['STRASSE', [0, 1, 2, 3, 4, 4, 5]]);
    const small = on(lettering('Tide', { letterCase: 'small-capitals', faceId: 'rye' }), circle(30));
    expect(text(small)).toBe('TIDE');
    expect(Array.from(small.measured.scales!)).toEqual([
      1,
      ...Array(3).fill(expect.closeTo(small.measured.scales![1]!, 12)),
    ]);
    expect(small.measured.scales![1]).toBeGreaterThan(0.59);
    expect(small.measured.scales![1]).toBeLessThan(0.91);
  });
  it('are widened across and not up', () => {
    const [one, wide] = [1, 1.3].map((width) => on(lettering('H', { width }), circle(30)));
    const extent = (set: SetLettering, axis: 'x' | 'y'): number => {
      const list = pointsOf((sink) => traceLettering(set, sink)).map((p) => p[axis]);
      return Math.max(...list) - Math.min(...list);
    };
    expect(extent(wide!, 'x') / extent(one!, 'x')).toBeCloseTo(1.3, 4);
    expect(extent(wide!, 'y')).toBeCloseTo(extent(one!, 'y'), 4);
  });
  it('take their size from the x or from the ink', () => {
    const height = (set: SetLettering): number => {
      const list = pointsOf((sink) => traceLettering(set, sink)).map((p) => p.y);
      return Math.max(...list) - Math.min(...list);
    };
    const line: CurveShape = { kind: 'line', from: { x: 0, y: 50 }, to: { x: 100, y: 50 } };
    const open: Partial<Lettering> = {
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
    };
    expect(height(on(lettering('Sedge', { ...open, size: { by: 'ink', mm: 8 } }), line))).toBeCloseTo(8, 2);
    expect(
      height(on(lettering('x', { ...open, size: { by: 'x', mm: 3 }, faceId: 'playfair-display-bold' }), line)),
    ).toBeCloseTo(3, 2);
  });
  it('can be kerned, nudged and turned one by one, the others staying', () => {
    const plain = on(lettering('TIDE'), circle(30)),
      one = { at: 1, kern: 0, alongMm: 0, offMm: 0, turnDeg: 0 };
    const row = (set: SetLettering, i: number): number[] =>
      Array.from(set.rows.subarray(i * LETTER.length, (i + 1) * LETTER.length));
    const moved = on(
      lettering('TIDE', { adjustments: [{ ...one, alongMm: 0.5, offMm: 0.25, turnDeg: 10 }] }),
      circle(30),
    );
    for (const i of [0, 2, 3]) expect(row(moved, i)).toEqual(row(plain, i));
    const middle = ([x, y, , , ux, uy]: number[]): [number, number] => [x! + ux! * 2.5, y! + uy! * 2.5];
    const [a, b] = [middle(row(plain, 1)), middle(row(moved, 1))];
    const [, , ax, ay, ux, uy] = row(plain, 1) as [number, number, number, number, number, number];
    expect([(b[0] - a[0]) * ax + (b[1] - a[1]) * ay, (b[0] - a[0]) * ux + (b[1] - a[1]) * uy]).toEqual([
      expect.closeTo(0.5, 9),
      expect.closeTo(0.25, 9),
    ]);
    const angle = (r: number[]): number => (Math.atan2(r[3]!, r[2]!) * 180) / Math.PI;
    expect(angle(row(moved, 1)) - angle(row(plain, 1))).toBeCloseTo(10, 9);
    const kerned = on(lettering('TIDE', { adjustments: [{ ...one, kern: 100 }] }), circle(30));
    const em = plain.scaleX * plain.measured.run.face.metrics.upem;
    const gap = (set: SetLettering, i: number): number => set.measured.middles[i]! - set.measured.middles[i - 1]!;
    expect([gap(kerned, 1) - gap(plain, 1), gap(kerned, 2) - gap(plain, 2), gap(kerned, 3) - gap(plain, 3)]).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(em / 10, 9),
      expect.closeTo(0, 9),
    ]);
  });
  it('of a piece with everything changed pass the rules of the format', () => {
    const p = piece([
      curve(circle(40)),
      curve(circle(50), 'rim'),
      lettering('Tide\nSea', {
        letterCase: 'small-capitals',
        size: { by: 'ink', mm: 6 },
        width: 0.9,
        features: [{ tag: 'ss01', value: 1 }],
        seat: { ...seat(), by: 'ink', hold: { kind: 'touching', curveId: 'rim', gapMm: 1 } },
        stance: { kind: 'pointed', strength: 0.5, centre: { x: 1, y: 2 } },
        adjustments: [{ at: 0, kern: -20, alongMm: 0.1, offMm: 0, turnDeg: 3 }],
      }),
    ]);
    done(p, ok([setStep(p, 'words', ['stance', 'strength'], 1)]));
  });
});
