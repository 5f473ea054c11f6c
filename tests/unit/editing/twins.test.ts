import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { settingOf } from '#core/setting/settingOf';
import { twinSteps } from '#core/editing/edits/twin';
import { setStep, type Step } from '#core/piece/steps/index';
import { findCurve, findLettering, type CurveShape, type Lettering, type Piece } from '#core/piece/types';
import { ok } from '#core/result';
import { fitsOf, pastMm } from '#core/setting/space/fits';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import type { Face } from '#core/type/face';
import { arc, circle, curve, faces, lettering, piece, seat, track } from '../../support/pieces';
import { done, followed } from '../../support/edits';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const ellipse: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 24, turnDeg: 0 };
function setOf(p: Piece, id: string): SetLettering {
  const set = settingOf(findLettering(p, id)!, tracksOf(p), all);
  if (!set.ok) throw new Error(set.problem.message);
  return set.value;
}
const twinned = (shape: CurveShape, changes: Partial<Lettering> = {}): Piece => {
  const p = piece([curve(shape), lettering('OTTERMERE', changes)]);
  return done(p, twinSteps(p, findLettering(p, 'words')!, { lettering: 'twin', curve: 'opposite' }));
};

describe('a twin', () => {
  it.each([
    ['a circle', circle(30)],
    ['an ellipse', ellipse],
  ])('stands opposite on %s, upright, centred, in the same band', (_name, shape) => {
    const p = twinned(shape, { seat: seat('outward', 'outside', 0.8) });
    const [a, b] = [setOf(p, 'words'), setOf(p, 'twin')];
    expect(b.lettering.seat.tops).toBe('inward');
    const half = a.path.lengthMm / 2;
    // Both are centred by their ink, half the curve apart.
    expect(Math.abs(a.overset.inkStart + a.overset.inkEnd)).toBeLessThan(1e-6);
    const middle = (-(b.overset.inkStart + b.overset.inkEnd) / 2 + 4 * half) % (2 * half);
    expect(Math.abs(middle - half)).toBeLessThan(1e-6);
    // The band outward of the curve: from 0.8 to 5.8 for both.
    expect([a.baselineMm, -b.baselineMm - b.capMm]).toEqual([expect.closeTo(0.8, 9), expect.closeTo(0.8, 9)]);
    expect([b.overset.beforeMm, b.overset.afterMm]).toEqual([0, 0]);
  });
  it('shares the ring out when it was whole, and mirrors bookends that were placed', () => {
    const p = twinned(circle(30));
    expect([findLettering(p, 'words')!.bookends, findLettering(p, 'twin')!.bookends]).toEqual([
      { startU: 0.75, endU: 0.25 },
      { startU: 0.75, endU: 0.25 },
    ]);
    const placed = twinned(circle(30), { bookends: { startU: 0.8, endU: 0.2 } });
    expect(findLettering(placed, 'twin')!.bookends).toEqual({
      startU: expect.closeTo(0.7, 9),
      endU: expect.closeTo(0.3, 9),
    });
  });
  it('keeps in step in face, size, spacing, stance, ink and band, not in words and place', () => {
    const p = twinned(circle(30), { seat: seat('outward', 'outside', 0.5) });
    const change = (steps: Step[]): Piece => done(p, ok(followed(p, steps, all)));
    const both = (q: Piece, name: keyof Lettering): unknown[] => [
      findLettering(q, 'words')![name],
      findLettering(q, 'twin')![name],
    ];
    expect(both(change([setStep(p, 'words', ['faceId'], 'rye')]), 'faceId')).toEqual(['rye', 'rye']);
    expect(both(change([setStep(p, 'twin', ['size'], { by: 'cap', mm: 4 })]), 'size')).toEqual([
      { by: 'cap', mm: 4 },
      { by: 'cap', mm: 4 },
    ]);
    const shade = { ink: 'rust', deg: 135, depthMm: 1 };
    expect(both(change([setStep(p, 'twin', ['shade'], shade)]), 'shade')).toEqual([shade, shade]);
    expect(both(change([setStep(p, 'twin', ['wording'], 'SEA')]), 'wording')).toEqual(['OTTERMERE', 'SEA']);
    const partly = done(p, ok([setStep(p, 'twin', ['twin', 'shares'], ['size'])]));
    const only = done(
      partly,
      ok(
        followed(
          partly,
          [setStep(partly, 'words', ['faceId'], 'rye'), setStep(partly, 'words', ['size'], { by: 'cap', mm: 3 })],
          all,
        ),
      ),
    );
    expect([both(only, 'faceId'), both(only, 'size')]).toEqual([
      ['rye', 'limelight'],
      [
        { by: 'cap', mm: 3 },
        { by: 'cap', mm: 3 },
      ],
    ]);
    const moved = change([
      setStep(p, 'twin', ['seat'], { ...findLettering(p, 'twin')!.seat, side: 'inside', baselineShiftMm: 0.2 }),
    ]);
    expect(findLettering(moved, 'words')!.seat).toMatchObject({
      tops: 'outward',
      side: 'inside',
      baselineShiftMm: -0.2,
    });
    const shifted = change([setStep(p, 'words', ['seat', 'baselineShiftMm'], 1.25)]);
    expect(findLettering(shifted, 'twin')!.seat.baselineShiftMm).toBe(-1.25);
    expect(setOf(shifted, 'words').baselineMm).toBeCloseTo(-setOf(shifted, 'twin').baselineMm - 5, 9);
  });
  it('takes the later band as a whole where both are given one, and a shift of nothing as nothing', () => {
    const p = twinned(circle(30), { seat: seat('outward', 'outside', 0.5) });
    const change = (...steps: Step[]): Piece => done(p, ok(followed(p, steps, all)));
    const bands = (q: Piece) => ['words', 'twin'].map((id) => findLettering(q, id)!.seat);
    const [words, twin] = bands(
      change(setStep(p, 'words', ['seat', 'side'], 'inside'), setStep(p, 'twin', ['seat', 'baselineShiftMm'], 0.3)),
    );
    expect([words!.side, words!.baselineShiftMm, twin!.side, twin!.baselineShiftMm]).toEqual([
      'outside',
      -0.3,
      'outside',
      0.3,
    ]);
    const flat = bands(change(setStep(p, 'words', ['seat', 'baselineShiftMm'], 0)));
    expect(flat.map((one) => Object.is(one.baselineShiftMm, 0))).toEqual([true, true]);
    const alike = change(setStep(p, 'twin', ['seat', 'tops'], 'outward'));
    expect(bands(alike).map(({ tops, baselineShiftMm }) => [tops, baselineShiftMm])).toEqual([
      ['outward', bands(p)[1]!.baselineShiftMm],
      ['outward', bands(p)[1]!.baselineShiftMm],
    ]);
  });
  it('is given nothing that belongs to the piece, to a curve or to a third lettering', () => {
    const { items, ...rest } = twinned(circle(30));
    const p = { ...rest, items: [...items, lettering('SEA', { id: 'sea' })] };
    for (const step of [
      setStep(p, null, ['name'], 'Another'),
      setStep(p, 'ring', ['fill'], 'deep'),
      setStep(p, 'sea', ['fill'], 'rust'),
    ])
      expect(followed(p, [step], all)).toEqual([step]);
  });
  it('stands on the arc opposite, which is made where there is none', () => {
    const words = lettering('OTTERMERE', {
      anchor: { at: { kind: 'fraction', u: 0.2 }, startOffsetMm: 1, align: 'start', by: 'ink' },
      bookends: { startU: 0.1, endU: 0.95 },
      seat: seat('outward', 'outside', 0.8),
    });
    const ids = { lettering: 'twin', curve: 'opposite' };
    const p = piece([curve(arc(30, 290, 140)), words]);
    const after = done(p, twinSteps(p, words, ids));
    expect(findCurve(after, 'opposite')).toMatchObject({
      name: 'ring opposite',
      shape: { startDeg: 110, sweepDeg: 140 },
    });
    const [a, b] = [setOf(after, 'words'), setOf(after, 'twin')];
    expect(b.lettering.seat.tops).toBe('inward');
    expect(b.baselineMm).toBeCloseTo(-a.baselineMm - a.capMm, 9);
    // Mirrored upright: each begins as far from its left end.
    const [first, second] = [a, b].map(({ rows }) => ({ x: rows[0]!, y: rows[1]! }));
    expect(first!.x).toBeLessThan(42);
    expect(second!.x).toBeLessThan(42);
    expect(Math.sign(first!.y - 42)).toBe(-Math.sign(second!.y - 42));
    expect([a.overset.beforeMm, a.overset.afterMm]).toEqual([b.overset.beforeMm, b.overset.afterMm]);
    expect(a.anchorDistance / a.path.lengthMm).toBeCloseTo(1 - b.anchorDistance / b.path.lengthMm, 6);
    // The next one goes onto the arc that lies there.
    const next = piece([...after.items.slice(0, 2), words]);
    expect(done(next, twinSteps(next, words, { lettering: 'new', curve: 'not' })).items).toHaveLength(4);
  });
  it('is for closed curves and arcs', () => {
    const p = piece([
      curve({ kind: 'line', from: { x: 10, y: 40 }, to: { x: 70, y: 40 } }),
      lettering('TIDE', { anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' } }),
    ]);
    expect(twinSteps(p, findLettering(p, 'words')!, { lettering: 'twin', curve: 'opposite' })).toMatchObject({
      ok: false,
      problem: { code: 'not-closed' },
    });
    expect(followed(p, [setStep(p, 'words', ['wording'], 'SEA')], all)).toHaveLength(1);
  });
});

describe('fits for what is overset', () => {
  it('are four, each the least change that does', () => {
    const p = piece([
      curve(circle(30)),
      lettering('OTTERMERE LIGHT RAILWAY', { bookends: { startU: 0.8, endU: 0.2 } }),
    ]);
    const set = setOf(p, 'words'),
      ring = findCurve(p, 'ring')!,
      face = all.get('limelight')!;
    expect(pastMm(set)).toBeGreaterThan(5);
    const fits = fitsOf(set, ring, track(ring.shape), face, []);
    expect(fits.map((fit) => fit.by)).toEqual(
      ['size', 'tracking', 'width', 'curve'].filter((by) => fits.some((fit) => fit.by === by)),
    );
    expect(fits.length).toBeGreaterThanOrEqual(3);
    for (const fit of fits) {
      const what = {
        ...set.lettering,
        ...(fit.by === 'size'
          ? { size: fit.size }
          : fit.by === 'width'
            ? { width: fit.width }
            : fit.by === 'tracking'
              ? { spacing: { ...set.lettering.spacing, tracking: fit.tracking } }
              : {}),
      };
      const made = setLettering(what, track(fit.by === 'curve' ? fit.shape : ring.shape), face);
      if (!made.ok) throw new Error(made.problem.message);
      expect([fit.by, pastMm(made.value)]).toEqual([fit.by, 0]);
      // No room is given away: the ink ends at the bookends.
      expect(made.value.overset.roomMm - made.value.overset.inkMm).toBeLessThan(0.001);
    }
  });
  it('are none where nothing sensible fits', () => {
    const p = piece([
      { ...curve(circle(30)), locked: true },
      lettering('OTTERMERE LIGHT RAILWAY', { bookends: { startU: 0.99, endU: 0.01 } }),
    ]);
    const set = setOf(p, 'words');
    expect(fitsOf(set, findCurve(p, 'ring')!, track(circle(30)), all.get('limelight')!, [])).toEqual([]);
  });
});
