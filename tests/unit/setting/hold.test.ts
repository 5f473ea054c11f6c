import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { deleteCurveSteps } from '#core/editing/edits/operations';
import { drawPiece } from '#core/drawing/drawPiece';
import { settingOf } from '#core/setting/settingOf';
import type { Track } from '#core/shapes/kind';
import { frameAt } from '#core/geometry/walk';
import { findCurve, findLettering, type CurveShape, type Lettering, type Seat } from '#core/piece/types';
import { type SetLettering } from '#core/setting/line/set';
import { LETTER } from '#core/stances/index';
import type { Face } from '#core/type/face';
import { circle, curve, faces, lettering, piece, seat, track } from '../../support/pieces';
import { done } from '../../support/edits';
import { setOn } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});

/**
 * Points of a curve every few thousandths of a mm near its own scale, for distances that are found by looking at all of
 * them.
 */
function dense(one: Track): { x: number; y: number }[] {
  const count = Math.ceil(one.path.lengthMm / 0.01);
  return Array.from({ length: count + 1 }, (_, i) => frameAt(one.path, (one.path.lengthMm * i) / count).point);
}
const distanceTo = (points: readonly { x: number; y: number }[], x: number, y: number): number =>
  Math.sqrt(points.reduce((best, p) => Math.min(best, (p.x - x) ** 2 + (p.y - y) ** 2), Infinity));

/** A place of each letter at a height over its baseline. */
const heightsAt = ({ rows, letterDistances }: SetLettering, mm: number): { x: number; y: number }[] =>
  Array.from(letterDistances, (_, i) => {
    const at = i * LETTER.length;
    return { x: rows[at]! + rows[at + LETTER.ux]! * mm, y: rows[at + 1]! + rows[at + LETTER.uy]! * mm };
  });

const openWords = (wording: string, hold: Seat['hold'], more: Partial<Lettering> = {}): Lettering =>
  lettering(wording, {
    faceId: 'oswald-medium',
    seat: { ...seat('outward', 'outside'), hold },
    anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    bookends: { startU: 0, endU: 1 },
    ...more,
  });
const level: CurveShape = { kind: 'line', from: { x: 0, y: 60 }, to: { x: 120, y: 60 } };
const pen = (dy: number, bend: number): CurveShape => ({
  kind: 'drawn',
  closed: false,
  nodes: [
    { kind: 'smooth', at: { x: 0, y: 60 + dy }, back: null, ahead: { x: 30, y: 60 + dy - bend } },
    { kind: 'smooth', at: { x: 60, y: 52 + dy }, back: { x: 42, y: 48 + dy }, ahead: { x: 78, y: 56 + dy } },
    { kind: 'smooth', at: { x: 120, y: 64 + dy }, back: { x: 95, y: 70 + dy }, ahead: null },
  ],
});

describe('touching another curve', () => {
  const touching = { kind: 'touching', curveId: 'other', gapMm: 1.1 } as const;
  it.each([0, 5, 10, 20, 30])('leaves the gap along the whole wording where the curves lie at %i°', (deg) => {
    const rise = Math.tan((deg * Math.PI) / 180);
    // Above the words, and below them.
    for (const above of [true, false]) {
      const other: CurveShape = {
        kind: 'line',
        from: { x: -60, y: (above ? 40 : 80) - 120 * rise },
        to: { x: 180, y: (above ? 40 : 80) + 120 * rise },
      };
      const set = setOn(all, openWords('SEDGE SHORE HALT', touching), level, [other]);
      const points = dense(track(other));
      for (const { x, y } of heightsAt(set, above ? 5 : 0))
        expect(Math.abs(distanceTo(points, x, y) - 1.1)).toBeLessThan(0.005);
      expect(set.notes).toEqual([]);
    }
  });
  it('leaves it between curves that were drawn, and to a ring that is not about the same centre', () => {
    for (const [own, other] of [
      [pen(0, 10), pen(-18, 4)],
      [circle(30), circle(41, 44, 40.5)],
      [circle(30), { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 46, radiusYMm: 40, turnDeg: 20 }],
    ] as [CurveShape, CurveShape][]) {
      const what =
        own.kind === 'circle'
          ? openWords('OTTERMERE LIGHT RAILWAY', touching, {
              anchor: { at: { kind: 'clock', deg: 20 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
              bookends: { startU: 0.5, endU: 0.5 },
            })
          : openWords('OTTERMERE HALT', touching);
      const set = setOn(all, what, own, [other]);
      const points = dense(track(other));
      for (const { x, y } of heightsAt(set, 5)) expect(Math.abs(distanceTo(points, x, y) - 1.1)).toBeLessThan(0.005);
    }
  });
  it('says so where the curves make it impossible, and sets the words all the same', () => {
    // The other curve runs straight up through the own one.
    const across: CurveShape = { kind: 'line', from: { x: 60, y: 0 }, to: { x: 60.5, y: 120 } };
    const set = setOn(all, openWords('SEDGE', touching), level, [across]);
    expect(set.notes).toMatchObject([{ code: 'hold-not-met' }]);
    expect(set.letterDistances).toHaveLength(5);
    // A bow that ends steeply over the words: held in the middle of them alone.
    const bow: CurveShape = { kind: 'arc', centre: { x: 60, y: 66 }, radiusMm: 20, startDeg: 285, sweepDeg: 150 };
    const partly = setOn(all, openWords('OTTERMERE LIGHT RAILWAY', touching), level, [bow]);
    expect(partly.notes).toMatchObject([{ code: 'hold-not-met' }]);
    expect(partly.notes[0]!.message).toContain('part of its words');
    // Fewer words end before it grows too steep: nothing is said of them, and all of them are held.
    const fewer = setOn(all, openWords('OTTERMERE LIGHT', touching), level, [bow]);
    expect(fewer.notes).toEqual([]);
    const points = dense(track(bow));
    for (const { x, y } of heightsAt(fewer, 5)) expect(Math.abs(distanceTo(points, x, y) - 1.1)).toBeLessThan(0.005);
  });
  it('stays where it stands when the curve that held it is deleted', () => {
    const p = piece([
      curve(level),
      curve({ kind: 'line', from: { x: 0, y: 30 }, to: { x: 120, y: 52 } }, 'other'),
      openWords('SEDGE', touching),
    ]);
    const place = (q: typeof p): number[] => {
      const set = settingOf(findLettering(q, 'words')!, tracksOf(q), all);
      return set.ok ? heightsAt(set.value, 0).flatMap(({ x, y }) => [x, y]) : [];
    };
    const before = place(p),
      after = place(done(p, deleteCurveSteps(p, findCurve(p, 'other')!, { kind: 'delete' })));
    // It stood aslant; at the anchor it still stands at the same height.
    expect(Math.abs(after[5]! - before[5]!)).toBeLessThan(0.2);
  });
});

describe('between two curves', () => {
  const band = { kind: 'band', curveId: 'a', otherId: 'b' } as const;
  it('stands in the middle along the whole wording', () => {
    const wave: CurveShape = {
      kind: 'wave',
      from: { x: 0, y: 80 },
      lengthMm: 120,
      turnDeg: 0,
      amplitudeMm: 3,
      waves: 1,
      phaseDeg: 0,
    };
    const cases: [CurveShape, CurveShape, CurveShape][] = [
      [circle(30), circle(28), circle(40, 44, 41)],
      [
        level,
        { kind: 'line', from: { x: 0, y: 40 }, to: { x: 120, y: 52 } },
        { kind: 'line', from: { x: 0, y: 74 }, to: { x: 120, y: 70 } },
      ],
      [level, pen(-14, 8), wave],
      [circle(30), circle(26), { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 44, radiusYMm: 36, turnDeg: 0 }],
    ];
    for (const [own, a, b] of cases) {
      const what =
        own.kind === 'circle'
          ? openWords('OTTERMERE LIGHT RAILWAY', band, {
              anchor: { at: { kind: 'clock', deg: 40 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
              bookends: { startU: 0.5, endU: 0.5 },
            })
          : openWords('OTTERMERE LIGHT RAILWAY', band);
      const set = setOn(all, what, own, [a, b]);
      const [first, second] = [dense(track(a)), dense(track(b))];
      for (const { x, y } of heightsAt(set, 2.5))
        expect(Math.abs(distanceTo(first, x, y) - distanceTo(second, x, y)) / 2).toBeLessThan(0.005);
      expect(set.notes).toEqual([]);
    }
  });
  it('tells the proof and the page what cannot be had, without stopping the file', () => {
    const p = piece([
      curve(level),
      curve({ kind: 'line', from: { x: 60, y: 0 }, to: { x: 60.4, y: 110 } }, 'other'),
      openWords('SEDGE', { kind: 'touching', curveId: 'other', gapMm: 1 }),
    ]);
    expect(drawPiece(p, all).problems).toMatchObject([{ code: 'hold-not-met', field: 'words' }]);
  });
});
