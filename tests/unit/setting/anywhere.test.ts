import { beforeAll, describe, expect, it } from 'vitest';
import { curveKind } from '#core/curves/index';
import { mirrorAbout, scaleAbout } from '#core/shapes/similarity';
import { frameAt } from '#core/geometry/walk';
import type { CurveShape, Lettering } from '#core/piece/types';
import { type SetLettering } from '#core/setting/line/set';
import { LETTER } from '#core/stances/index';
import type { Face } from '#core/type/face';
import { arc, circle, faces, lettering, seat, spacing } from '../../support/pieces';
import { between, seeded } from '../../support/random';
import { setOn } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const at = { x: 42, y: 42 };
const SHAPES: [string, CurveShape][] = [
  ['a circle', circle(30)],
  ['an arc', arc(45, -70, 140)],
  ['an arc the other way', arc(45, 70, -140)],
  ['a line', { kind: 'line', from: { x: 3, y: 60 }, to: { x: 110, y: 35 } }],
  ['an ellipse', { kind: 'ellipse', centre: at, radiusXMm: 40, radiusYMm: 26, turnDeg: 15 }],
  [
    'a spiral',
    { kind: 'spiral', centre: at, startRadiusMm: 18, endRadiusMm: 40, startDeg: 200, turns: 1.5, growth: 'even' },
  ],
  [
    'a logarithmic spiral',
    {
      kind: 'spiral',
      centre: at,
      startRadiusMm: 18,
      endRadiusMm: 44,
      startDeg: 200,
      turns: 1.5,
      growth: 'proportional',
    },
  ],
  [
    'a wave',
    { kind: 'wave', from: { x: 5, y: 40 }, lengthMm: 110, turnDeg: 5, amplitudeMm: 8, waves: 1, phaseDeg: 40 },
  ],
  [
    'a drawn curve',
    {
      kind: 'drawn',
      closed: false,
      nodes: [
        { kind: 'corner', at: { x: 2, y: 70 }, back: null, ahead: { x: 40, y: 5 } },
        { kind: 'corner', at: { x: 120, y: 60 }, back: { x: 80, y: 10 }, ahead: null },
      ],
    },
  ],
];
const middle: Lettering['anchor'] = { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' };
const on = (what: Lettering, shape: CurveShape): SetLettering => setOn(all, what, shape);

describe('the tie between the line and the curve', () => {
  it.each(SHAPES)('holds on %s: x = ∫ (1 + κ(s)(d + h)) ds, to 1e-6 against dense integration', (_name, shape) => {
    const random = seeded(31);
    for (const tops of ['outward', 'inward'] as const) {
      const set = on(
        lettering('OTTERMERE', {
          size: { by: 'cap', mm: 4 },
          anchor: middle,
          seat: seat(tops, 'outside', between(random, -1, 1)),
          spacing: spacing({ tracking: 30, measuredAt: random() }),
        }),
        shape,
      );
      const { path, direction, measuredHeightMm, letterDistances, measured } = set;
      for (let i = 1; i < letterDistances.length; i++) {
        const [from, to] = [letterDistances[i - 1]!, letterDistances[i]!];
        // Simpson's rule on many steps, with the curvature asked for at each.
        const steps = 400,
          h = (to - from) / steps;
        let sum = 0;
        for (let n = 0; n <= steps; n++)
          sum +=
            (n === 0 || n === steps ? 1 : n % 2 ? 4 : 2) *
            (1 + frameAt(path, from + n * h).curvature * direction * measuredHeightMm);
        expect(Math.abs((direction * sum * h) / 3 - (measured.middles[i]! - measured.middles[i - 1]!))).toBeLessThan(
          1e-6,
        );
      }
    }
  });
  it.each(SHAPES)('puts every letter square on %s, its baseline at its distance', (_name, shape) => {
    const set = on(lettering('TIDAL', { anchor: middle, seat: seat('outward', 'outside', 1.5) }), shape);
    set.letterDistances.forEach((s, i) => {
      const { point, tangent } = frameAt(set.path, s);
      const tx = tangent.x * set.direction,
        ty = tangent.y * set.direction;
      const row = set.rows.subarray(i * LETTER.length, (i + 1) * LETTER.length);
      [point.x + ty * set.baselineMm, point.y - tx * set.baselineMm, tx, ty, ty, -tx].forEach((value, k) =>
        expect(Math.abs(row[k]! - value)).toBeLessThan(1e-9),
      );
    });
  });
});

describe('symmetries', () => {
  it.each(SHAPES)('scaling everything by k scales every place by k on %s', (_name, shape) => {
    const k = 2.5;
    const what = lettering('TIDAL', { anchor: { ...middle, startOffsetMm: 2 }, seat: seat('outward', 'outside', 0.7) });
    const one = on(what, shape);
    const large = on(
      {
        ...what,
        size: { by: 'cap', mm: 5 * k },
        anchor: { ...what.anchor, startOffsetMm: 2 * k },
        seat: seat('outward', 'outside', 0.7 * k),
      },
      curveKind(shape).transform(shape, scaleAbout({ x: 0, y: 0 }, k)),
    );
    for (let i = 0; i < one.rows.length; i += LETTER.length) {
      for (const n of [0, 1]) expect(Math.abs(large.rows[i + n]! - k * one.rows[i + n]!)).toBeLessThan(2e-6);
      for (const n of [2, 3, 4, 5]) expect(Math.abs(large.rows[i + n]! - one.rows[i + n]!)).toBeLessThan(1e-7);
    }
  });
  // Any other open curve lies on the other side of its letters when it is mirrored.
  it.each(SHAPES.filter(([, { kind }]) => ['circle', 'arc', 'ellipse', 'spiral'].includes(kind)))(
    'a row of the same letters is mirrored with %s',
    (_name, shape) => {
      const what = lettering('HHHHH', {
        anchor: { ...middle, by: 'advance' },
        seat: seat('outward', 'outside', 0.4),
        spacing: spacing({ tracking: 50, kerning: false, ligatures: false }),
      });
      const mirrored = curveKind(shape).transform(shape, mirrorAbout(at));
      const [a, b] = [on(what, shape), on(what, mirrored)];
      const count = a.letterDistances.length;
      for (let i = 0; i < count; i++) {
        const row = a.rows.subarray(i * LETTER.length),
          other = b.rows.subarray((count - 1 - i) * LETTER.length);
        const straight = b.rows.subarray(i * LETTER.length);
        const off = (to: Float64Array): number => Math.hypot(2 * at.x - row[0]! - to[0]!, row[1]! - to[1]!);
        expect(Math.min(off(other), off(straight))).toBeLessThan(1e-6);
      }
    },
  );
  it('a full turn of the anchor changes nothing, on circles and ellipses', () => {
    for (const shape of [circle(30), SHAPES[4]![1]]) {
      const [a, b] = [35, 395].map(
        (deg) => on(lettering('TIDE', { anchor: { ...middle, at: { kind: 'clock', deg } } }), shape).rows,
      );
      a!.forEach((value, i) => expect(Math.abs(value - b![i]!)).toBeLessThan(1e-9));
    }
  });
});

describe('a very long wording', () => {
  it('of 5,000 characters is set in time, and reported where it does not fit', () => {
    const from = performance.now();
    const set = on(lettering('TIDE & SEDGE '.repeat(385).slice(0, 5000), { size: { by: 'cap', mm: 0.5 } }), circle(30));
    expect(set.letterDistances).toHaveLength(5000);
    expect(set.overset.afterMm).toBeGreaterThan(100);
    expect(Array.from(set.rows).every(Number.isFinite)).toBe(true);
    expect(performance.now() - from).toBeLessThan(3000);
  });
});
