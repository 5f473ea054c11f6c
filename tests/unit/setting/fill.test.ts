import { beforeAll, describe, expect, it } from 'vitest';
import { STANDARD_FIT } from '#core/piece/seat';
import type { CurveShape, FitBy, FitRule, Lettering } from '#core/piece/types';
import { MEETS_MM, fillBy, fillRoom, roomLeft, scalingOf, wideRule, type Filling } from '#core/setting/space/fill';
import { fillProblem } from '#core/setting/space/fillProblem';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import { settle, setWith } from '#core/setting/space/settle';
import { evennessOf } from '#core/setting/space/trueGaps';
import type { Face } from '#core/type/face';
import { line, plainFace, slabs } from '../../support/plainFace';
import { arc, circle, faces, lettering, seat, spacing, track } from '../../support/pieces';

const plain = plainFace();
const filling = (what: Lettering, shape: CurveShape, face: Face): Filling => ({
  lettering: what,
  track: track(shape),
  face,
  held: [],
  correction: null,
});
function ends(set: SetLettering): [number, number] {
  const { overset } = set;
  return [overset.inkStart - overset.bookendStart, overset.inkEnd - overset.bookendEnd];
}
function filledBy(what: Lettering, shape: CurveShape, face: Face, rules: readonly FitRule[]): SetLettering {
  const made = fillRoom(filling(what, shape, face), rules, shape);
  const set = setLettering(made.lettering, track(made.shape ?? shape), face);
  if (!set.ok) throw new Error(set.problem.message);
  return set.value;
}
const kept = (rules: readonly FitRule[]): Pick<Lettering, 'fit'> => ({
  fit: { kept: true, baseRadiusMm: null, rules },
});

describe('filling in closed form, slabs on a line of 100 mm', () => {
  // Five slabs of 2 mm with 1 mm between: 14 mm of ink.
  const what = slabs('HHHHH');
  it('by tracking gives each of the gaps its share', () => {
    const { value, leftMm } = fillBy(filling(what, line, plain), wideRule('tracking'), null);
    // 86 mm more in four gaps, a thousandth of an em being a hundredth of a mm: beyond what tracking may be.
    expect(value).toBe(2000);
    expect(leftMm).toBeCloseTo(86 - 80, 6);
    const near = slabs('HHHHH', { bookends: { startU: 0.4, endU: 0.6 } });
    expect(fillBy(filling(near, line, plain), wideRule('tracking'), null).value).toBeCloseTo(150, 6);
  });
  it('by width and by size scales the ink', () => {
    const near = slabs('HHHHH', { bookends: { startU: 0.3, endU: 0.58 } });
    for (const by of ['width', 'size'] as const)
      expect(fillBy(filling(near, line, plain), wideRule(by), null)).toMatchObject({ value: expect.closeTo(2, 8) });
  });
  it('by radius scales the curve', () => {
    const ring = slabs('HHHHH', {
      anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0.875, endU: 0.125 },
    });
    const { value, leftMm } = fillBy(
      filling(ring, circle(20), plain),
      wideRule('radius'),
      scalingOf(circle(20), track(circle(20))),
    );
    expect(Math.abs(leftMm)).toBeLessThan(MEETS_MM);
    // From middle to middle four advances of 3 mm halfway up the letters; the outer slabs are seen by their lower
    // corners.
    expect(12 / (20 * value + 3.5) + 2 * Math.atan(1 / (20 * value))).toBeCloseTo(Math.PI / 2, 6);
  });
  it('goes through its rules in order, each as far as it may', () => {
    const near = slabs('HHHHH', { bookends: { startU: 0.4, endU: 0.6 } });
    const made = fillRoom(
      filling(near, line, plain),
      [
        { by: 'tracking', least: 0, most: 100 },
        { by: 'width', least: 0.9, most: 1.05 },
        { by: 'size', least: 0.5, most: 2 },
      ],
      null,
    );
    expect(made.steps.map((step) => [step.by, Number(step.value.toFixed(4))])).toEqual([
      ['tracking', 100],
      ['width', 1.05],
      ['size', expect.closeTo(20 / (14 * 1.05 + 4 * 1.05), 3)],
    ]);
    expect(Math.abs(made.leftMm)).toBeLessThan(MEETS_MM);
    const enough = fillRoom(
      filling(near, line, plain),
      [
        { by: 'tracking', least: 0, most: 200 },
        { by: 'size', least: 0.5, most: 2 },
      ],
      null,
    );
    expect(enough.steps).toHaveLength(1);
  });
  it('says by how much it fails and what would do', () => {
    const near = slabs('HHHHH', { bookends: { startU: 0.4, endU: 0.6 } });
    const rules: FitRule[] = [{ by: 'tracking', least: 0, most: 100 }];
    const short = filling(near, line, plain);
    const problem = fillProblem(short, rules, fillRoom(short, rules, null), null)!;
    expect(problem.code).toBe('fit-not-met');
    expect(problem.message).toContain('2.00 mm are left over');
    expect(problem.message).toMatch(/tracking at 150\.0/);
    expect(problem.message).toMatch(/the size at 1/);
  });
  it('is at peace with an empty wording, spaces and a single letter', () => {
    for (const wording of ['', '   ', 'H']) {
      const { result } = settle(slabs(wording, kept(STANDARD_FIT.rules)), track(line), plain);
      expect(result.ok).toBe(true);
      if (result.ok) for (const value of result.value.rows) expect(Number.isFinite(value)).toBe(true);
    }
  });
});

describe('filling in real faces', () => {
  let all: ReadonlyMap<string, Face>;
  beforeAll(async () => {
    all = await faces();
  });
  const CURVES: readonly [string, CurveShape, Lettering['bookends']][] = [
    ['a ring', circle(35), { startU: 0.7, endU: 0.3 }],
    ['an arc', arc(60, -60, 120), { startU: 0.1, endU: 0.9 }],
    [
      'an ellipse',
      { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 40, radiusYMm: 28, turnDeg: 0 },
      { startU: 0.7, endU: 0.3 },
    ],
    [
      'a wave',
      { kind: 'wave', from: { x: 0, y: 40 }, lengthMm: 140, turnDeg: 0, amplitudeMm: 6, waves: 1.5, phaseDeg: 0 },
      { startU: 0.05, endU: 0.9 },
    ],
  ];
  const on = (bookends: Lettering['bookends'], more: Partial<Lettering> = {}) =>
    lettering('STEAM SEDGE SEA', {
      bookends,
      anchor: { at: { kind: 'fraction', u: 0 }, startOffsetMm: 3, align: 'start', by: 'ink' },
      ...more,
    });

  it.each(CURVES)(
    'brings both ends of the ink to the bookends within 0.001 mm, by anything, on %s',
    (_name, shape, bookends) => {
      for (const by of ['tracking', 'width', 'size', 'radius'] as FitBy[])
        for (const faceId of ['limelight', 'lobster']) {
          const set = filledBy(on(bookends, { faceId }), shape, all.get(faceId)!, [wideRule(by)]);
          for (const off of ends(set)) expect(Math.abs(off), `${by} ${faceId}`).toBeLessThan(0.001);
        }
    },
  );
  it('kept, fills again whatever is said, and lets go without a trace', () => {
    const face = all.get('limelight')!,
      shape = circle(35);
    const what = on(
      { startU: 0.7, endU: 0.3 },
      kept([
        { by: 'tracking', least: -30, most: 2000 },
        { by: 'size', least: 0.3, most: 2 },
      ]),
    );
    for (const wording of ['STEAM SEDGE SEA', 'SEA AND SHORE', 'OTTERMERE LIGHT RAILWAY BY THE SEA']) {
      const { result } = settle({ ...what, wording }, track(shape), face);
      if (!result.ok) throw new Error(result.problem.message);
      for (const off of ends(result.value)) expect(Math.abs(off)).toBeLessThan(0.001);
      expect(result.value.lettering.wording).toBe(wording);
      expect(result.value.notes).toEqual([]);
    }
    const loose = { ...what, fit: { ...what.fit, kept: false } };
    const before = setLettering(on({ startU: 0.7, endU: 0.3 }), track(shape), face),
      after = settle(loose, track(shape), face).result;
    expect(before.ok && after.ok && [...after.value.rows]).toEqual(before.ok && [...before.value.rows]);
  });
  it('goes together with evening out: even, and still to the bookends', () => {
    const what = on(
      { startU: 0.65, endU: 0.35 },
      { spacing: spacing({ evenOut: 1 }), ...kept([wideRule('tracking')]) },
    );
    for (const shape of [circle(35), CURVES[2]![1]]) {
      const { result, correction } = settle(what, track(shape), all.get('limelight')!);
      if (!result.ok) throw new Error(result.problem.message);
      for (const off of ends(result.value)) expect(Math.abs(off)).toBeLessThan(0.001);
      expect(evennessOf(result.value)!).toBeGreaterThan(89);
      // A screen that is given what evening out came to sets the very same.
      const again = setWith(what, track(shape), all.get('limelight')!, [], correction);
      expect(again.ok && [...again.value.rows]).toEqual([...result.value.rows]);
    }
  });
  it('fills a whole ring so that the last gap is as the others', () => {
    const what = lettering('TIDE·TIDE·TIDE·', {
      ...kept([wideRule('tracking')]),
      bookends: { startU: 0.5, endU: 0.5 },
      seat: seat('outward', 'outside'),
    });
    const { result } = settle(what, track(circle(30)), all.get('limelight')!);
    if (!result.ok) throw new Error(result.problem.message);
    expect(Math.abs(roomLeft(result.value))).toBeLessThan(MEETS_MM);
    const { letterDistances, path } = result.value;
    const turn = (i: number, k: number): number => letterDistances[k]! - letterDistances[i]!;
    // Every word takes a third of the ring.
    expect(turn(0, 5)).toBeCloseTo(path.lengthMm / 3, 3);
  });
  it('of several lines lets the longest decide', () => {
    const set = filledBy(
      on({ startU: 0.7, endU: 0.3 }, { wording: 'SEA\nSTEAM SEDGE SEA', lineDistanceMm: 7 }),
      circle(45),
      all.get('limelight')!,
      [wideRule('size')],
    );
    expect(Math.abs(roomLeft(set.further[0]!))).toBeLessThan(0.001);
    expect(roomLeft(set)).toBeGreaterThan(-0.001);
  });
});
