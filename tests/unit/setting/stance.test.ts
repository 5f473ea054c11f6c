import { beforeAll, describe, expect, it } from 'vitest';
import { BEND_TOLERANCE_MM } from '#core/drawing/bend';
import { traceLettering, traceLetters } from '#core/drawing/traceLetters';
import { frameAt } from '#core/geometry/walk';
import type { CurveShape, Lettering, Stance, StanceKind } from '#core/piece/types';
import { type SetLettering } from '#core/setting/line/set';
import { LETTER } from '#core/stances/index';
import type { Face } from '#core/type/face';
import { arc, circle, faces, lettering, seat, spacing } from '../../support/pieces';
import { between, seeded } from '../../support/random';
import { pointsOf, setOn } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});

const hill: CurveShape = {
  kind: 'drawn',
  closed: false,
  nodes: [
    { kind: 'corner', at: { x: 5, y: 60 }, back: null, ahead: { x: 35, y: 20 } },
    { kind: 'corner', at: { x: 115, y: 60 }, back: { x: 85, y: 20 }, ahead: null },
  ],
};
const CENTRE = { x: 42, y: 42 };
const stance = (kind: StanceKind, strength = 1, centre: Stance['centre'] = null): Stance => ({
  kind,
  strength,
  centre,
});
const middle: Lettering['anchor'] = { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' };
const on = (what: Lettering, shape: CurveShape): SetLettering => setOn(all, what, shape);
interface Row {
  x: number;
  y: number;
  ax: number;
  ay: number;
  ux: number;
  uy: number;
  s: number;
}
const rows = (set: SetLettering): Row[] =>
  Array.from(set.letterDistances, (s, i) => {
    const [x, y, ax, ay, ux, uy] = set.rows.subarray(i * LETTER.length, (i + 1) * LETTER.length);
    return { x: x!, y: y!, ax: ax!, ay: ay!, ux: ux!, uy: uy!, s };
  });

describe.each<[string, CurveShape, Partial<Lettering>]>([
  ['a circle', circle(30), {}],
  ['a drawn curve', hill, { anchor: middle, bookends: { startU: 0, endU: 1 } }],
])('letters on %s', (_name, shape, more) => {
  const of = (kind: StanceKind, strength = 1, centre: Stance['centre'] = null) =>
    on(lettering('TIDAL', { ...more, stance: stance(kind, strength, centre) }), shape);
  const tangent = (set: SetLettering, row: Row) => frameAt(set.path, row.s).tangent;

  it('stand on the same places whatever their stance, but for the ends of their ink', () => {
    for (const kind of ['upright', 'sheared', 'swayed', 'bent'] as const) {
      const turned = of('turned'),
        other = of(kind);
      const gaps = (set: SetLettering): number[] =>
        Array.from(set.letterDistances)
          .slice(1)
          .map((s, i) => s - set.letterDistances[i]!);
      gaps(other).forEach((gap, i) =>
        expect(Math.abs(gap - gaps(turned)[i]!)).toBeLessThan(shape.kind === 'circle' ? 1e-9 : 0.1),
      );
    }
  });
  it('have vertical stems when upright, and are not squeezed', () => {
    for (const row of rows(of('upright')))
      expect([row.ax, row.ay, row.ux, row.uy]).toEqual([
        expect.closeTo(1, 12),
        expect.closeTo(0, 12),
        expect.closeTo(0, 12),
        expect.closeTo(-1, 12),
      ]);
  });
  it('have vertical stems and sloping baselines when sheared', () => {
    const set = of('sheared');
    for (const row of rows(set)) {
      const t = tangent(set, row);
      expect([row.ax, row.ay, row.ux, row.uy]).toEqual([
        expect.closeTo(t.x, 9),
        expect.closeTo(t.y, 9),
        expect.closeTo(0, 12),
        expect.closeTo(-1, 12),
      ]);
    }
  });
  it('have level baselines and stems on the normal when swayed', () => {
    const set = of('swayed');
    for (const row of rows(set)) {
      const t = tangent(set, row);
      expect([row.ax, row.ay, row.ux, row.uy]).toEqual([
        expect.closeTo(1, 12),
        expect.closeTo(0, 12),
        expect.closeTo(t.y, 9),
        expect.closeTo(-t.x, 9),
      ]);
    }
  });
  it('point to a chosen centre when pointed, rigid', () => {
    const centre = { x: 50, y: 120 };
    for (const row of rows(of('pointed', 1, centre))) {
      const far = Math.hypot(row.x - centre.x, row.y - centre.y);
      expect([row.ux, row.uy]).toEqual([
        expect.closeTo((row.x - centre.x) / far, 9),
        expect.closeTo((row.y - centre.y) / far, 9),
      ]);
      expect([row.ax, row.ay]).toEqual([expect.closeTo(-row.uy, 12), expect.closeTo(row.ux, 12)]);
    }
  });
  it('are as turned at no strength, and half way at half', () => {
    const turned = rows(of('turned'));
    for (const kind of ['upright', 'sheared', 'swayed', 'pointed', 'bent'] as const)
      rows(of(kind, 0)).forEach((row, i) => {
        for (const name of ['x', 'y', 'ax', 'ay', 'ux', 'uy'] as const)
          expect(row[name]).toBeCloseTo(turned[i]![name], 9);
      });
    const angle = (row: Row): number => Math.atan2(row.ay, row.ax);
    const half = of('upright', 0.5);
    for (const row of rows(half))
      expect(angle(row)).toBeCloseTo(Math.atan2(tangent(half, row).y, tangent(half, row).x) / 2, 9);
  });
});

describe('pointed letters', () => {
  it('point to the curve’s own centre when none is chosen: on a circle, as turned', () => {
    const [a, b] = (['turned', 'pointed'] as const).map(
      (kind) => on(lettering('TIDE', { stance: stance(kind) }), circle(30)).rows,
    );
    a!.forEach((value, i) => expect(b![i]).toBeCloseTo(value, 9));
  });
  it('keep their heads up on either side of it', () => {
    const inside = on(lettering('TIDE', { stance: stance('pointed'), seat: seat('inward', 'inside') }), circle(30));
    for (const row of rows(inside)) expect((row.x - CENTRE.x) * row.ux + (row.y - CENTRE.y) * row.uy).toBeLessThan(0);
  });
});

describe('sheared and swayed letters', () => {
  it('are never mirrored, upside down though they may hang', () => {
    for (const kind of ['sheared', 'swayed'] as const)
      for (const deg of [10, 170, 200, 350]) {
        const set = on(
          lettering('I', { stance: stance(kind), anchor: { ...middle, at: { kind: 'clock', deg } } }),
          circle(30),
        );
        const [row] = rows(set);
        expect(row!.ax * row!.uy - row!.ay * row!.ux).toBeLessThan(0);
      }
  });
  it('are told of where the curve is too steep for them', () => {
    const set = on(
      lettering('TIDE', { stance: stance('sheared'), anchor: { ...middle, at: { kind: 'clock', deg: 90 } } }),
      circle(30),
    );
    expect(set.folded.length).toBeGreaterThan(0);
    expect(set.notes).toMatchObject([{ code: 'fold', message: expect.stringContaining('too steep') }]);
    expect(on(lettering('TIDE', { stance: stance('sheared') }), circle(30)).notes).toEqual([]);
  });
});

describe('stacked letters', () => {
  const down: CurveShape = { kind: 'line', from: { x: 40, y: 10 }, to: { x: 40, y: 100 } };
  const stacked = (changes: Partial<Lettering> = {}) =>
    on(
      lettering('TIDE', {
        stance: stance('stacked'),
        seat: seat('outward', 'on'),
        anchor: middle,
        bookends: { startU: 0, endU: 1 },
        ...changes,
      }),
      down,
    );
  it('stand upright one under the other, a quarter of their height apart', () => {
    const set = stacked();
    const list = rows(set);
    list.forEach((row, i) => {
      expect([row.ax, row.ay, row.ux, row.uy]).toEqual([1, expect.closeTo(0, 12), expect.closeTo(0, 12), -1]);
      expect(row.x).toBeCloseTo(40, 9);
      if (i > 0) expect(row.y - list[i - 1]!.y).toBeCloseTo(5 * 1.25, 9);
    });
  });
  it('hang from either side of their line, or across it, as the seat says', () => {
    const half =
      (stacked().measured.run.letters.reduce((most, letter) => Math.max(most, letter.advance), 0) * stacked().scaleX) /
      2;
    for (const [side, off] of [
      ['outside', half],
      ['on', 0],
      ['inside', -half],
    ] as const) {
      // Travelled downwards, outward of a line is to its right.
      expect(rows(stacked({ seat: seat('outward', side) }))[0]!.x).toBeCloseTo(40 + off, 9);
    }
  });
  it('are centred by their ink, and spread by tracking and by hand', () => {
    const ys = pointsOf((sink) => traceLettering(stacked(), sink)).map((p) => p.y);
    expect((Math.min(...ys) + Math.max(...ys)) / 2).toBeCloseTo(55, 3);
    const tracked = rows(stacked({ spacing: spacing({ tracking: 100 }) }));
    const em = stacked().scaleY * stacked().measured.run.face.metrics.upem;
    expect(tracked[1]!.y - tracked[0]!.y).toBeCloseTo(6.25 + em / 10, 9);
  });
});

describe('bent letters', () => {
  const bent = (wording: string, shape: CurveShape, changes: Partial<Lettering> = {}) =>
    on(lettering(wording, { stance: stance('bent'), ...changes }), shape);

  it('have true arcs for baselines and straight stems on the normal', () => {
    const set = bent('HIT', circle(30), { faceId: 'league-gothic' });
    const points = pointsOf((sink) => traceLettering(set, sink));
    // The feet of H, I and T lie on the circle itself, their heads on the cap line's circle, within the tolerance.
    const radii = points.map((p) => Math.hypot(p.x - CENTRE.x, p.y - CENTRE.y));
    expect(Math.min(...radii)).toBeGreaterThan(30 - BEND_TOLERANCE_MM);
    expect(Math.max(...radii)).toBeLessThan(35 + BEND_TOLERANCE_MM);
    let lines = 0;
    let at = { x: 0, y: 0 };
    traceLetters(set, {
      moveTo: (x, y) => {
        at = { x, y };
      },
      curveTo: (_a, _b, _c, _d, x, y) => {
        at = { x, y };
      },
      quadTo: () => {},
      closePath: () => {},
      lineTo(x, y) {
        lines++;
        const cross = (at.x - CENTRE.x) * (y - CENTRE.y) - (at.y - CENTRE.y) * (x - CENTRE.x);
        expect(Math.abs(cross) / Math.hypot(x - at.x, y - at.y)).toBeLessThan(1e-6 * 40);
        at = { x, y };
      },
    });
    // H has twelve sides of which eight are stems' edges or ends between them; every vertical one is a straight line.
    expect(lines).toBeGreaterThanOrEqual(8);
  });

  it('keep within 0.003 mm of the exact map everywhere, on circles and drawn curves', () => {
    const random = seeded(8);
    for (const [shape, anchor] of [
      [circle(24), undefined],
      [hill, middle],
      [arc(60, -40, 80), middle],
    ] as const) {
      const set = bent('SEDGE&', shape, {
        faceId: 'lobster',
        size: { by: 'cap', mm: between(random, 5, 9) },
        ...(anchor ? { anchor, bookends: { startU: 0, endU: 1 } } : {}),
      });
      const fine = pointsOf((sink) => traceLettering(set, sink), 16);
      expect(worstOff(set, fine)).toBeLessThan(BEND_TOLERANCE_MM);
    }
  });

  it('have their ink’s ends where the bent outline has them', () => {
    const set = bent('OTTERMERE', circle(30));
    const off = pointsOf((sink) => traceLettering(set, sink)).map(
      (p) => (Math.atan2(p.x - CENTRE.x, CENTRE.y - p.y) * 180) / Math.PI,
    );
    expect(Math.abs(Math.min(...off) + Math.max(...off))).toBeLessThan(0.001);
  });

  it('scale with the piece', () => {
    const one = pointsOf((sink) => traceLettering(bent('TIDE', circle(30, 0, 0)), sink), 1);
    const two = pointsOf(
      (sink) => traceLettering(bent('TIDE', circle(60, 0, 0), { size: { by: 'cap', mm: 10 } }), sink),
      8,
    );
    // Larger letters may be cut finer, so only the extremes are compared.
    for (const axis of ['x', 'y'] as const)
      for (const pick of [Math.min, Math.max])
        expect(pick(...two.map((p) => p[axis]))).toBeCloseTo(2 * pick(...one.map((p) => p[axis])), 1);
  });
});

/** The greatest distance of points of a bent lettering from the exact map of its flat outlines, mm. */
function worstOff(set: SetLettering, points: { x: number; y: number }[]): number {
  const exact = exactPoints(set);
  const cell = 0.25;
  const grid = new Map<string, { x: number; y: number }[]>();
  const key = (x: number, y: number): string => `${Math.floor(x / cell)},${Math.floor(y / cell)}`;
  for (const p of exact) grid.set(key(p.x, p.y), [...(grid.get(key(p.x, p.y)) ?? []), p]);
  let worst = 0;
  for (const p of points) {
    let least = Infinity;
    for (let i = -1; i <= 1; i++)
      for (let k = -1; k <= 1; k++) {
        for (const q of grid.get(key(p.x + i * cell, p.y + k * cell)) ?? [])
          least = Math.min(least, Math.hypot(p.x - q.x, p.y - q.y));
      }
    worst = Math.max(worst, least);
  }
  return worst;
}

/**
 * The exact map of flat outlines, written down once more: dense points at x and y go to the place of x, y beyond it.
 */
function exactPoints(set: SetLettering): { x: number; y: number }[] {
  const straight: { x: number; y: number }[] = [];
  const { path, direction, measuredHeightMm, baselineMm, measured, shiftMm, scaleX, scaleY, anchorDistance } = set;
  const F = (s: number): number => s + direction * measuredHeightMm * frameAt(path, s).turningRad;
  const zero = F(anchorDistance);
  const place = (x: number): number => {
    let low = -400,
      high = 400;
    for (let n = 0; n < 60; n++) {
      const middle = (low + high) / 2;
      if (F(middle) < zero + direction * x) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  const known = new Map<number, ReturnType<typeof frameAt>>();
  const frame = (x: number) => {
    const rounded = Math.round(x * 2000) / 2000;
    let f = known.get(rounded);
    if (!f) known.set(rounded, (f = frameAt(path, place(rounded))));
    return { f, rest: x - rounded };
  };
  measured.run.letters.forEach((letter, i) => {
    for (const glyph of letter.glyphs) {
      const { commands, coords } = measured.run.face.outline(glyph.id);
      const dx = glyph.x - letter.advance / 2;
      const trace = pointsOf((sink) => {
        let at = 0;
        for (const command of commands) {
          const c = (k: number): number =>
            k % 2 === 0 ? (coords[at + k]! + dx) * scaleX : (coords[at + k]! + glyph.y) * scaleY;
          if (command === 0) {
            sink.moveTo(c(0), c(1));
            at += 2;
          } else if (command === 1) {
            sink.lineTo(c(0), c(1));
            at += 2;
          } else if (command === 2) {
            sink.quadTo(c(0), c(1), c(2), c(3));
            at += 4;
          } else if (command === 3) {
            sink.curveTo(c(0), c(1), c(2), c(3), c(4), c(5));
            at += 6;
          }
        }
      }, 240);
      for (let n = 1; n < trace.length; n++) {
        const [a, b] = [trace[n - 1]!, trace[n]!];
        const parts = Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.004);
        for (let k = 1; k <= Math.min(parts, 4000); k++)
          straight.push({
            x: measured.middles[i]! + shiftMm + a.x + ((b.x - a.x) * k) / parts,
            y: a.y + ((b.y - a.y) * k) / parts,
          });
      }
    }
  });
  return straight.map(({ x, y }) => {
    const { f, rest } = frame(x);
    const tx = f.tangent.x * direction,
      ty = f.tangent.y * direction,
      height = baselineMm + y;
    const stretch = (1 + f.curvature * direction * height) / (1 + f.curvature * direction * measuredHeightMm);
    return { x: f.point.x + ty * height + tx * rest * stretch, y: f.point.y - tx * height + ty * rest * stretch };
  });
}
