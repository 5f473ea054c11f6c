import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { alignSteps, distributeSteps } from '#core/editing/edits/arrange';
import { cutEquallySteps, cutInHalvesSteps, cutSteps } from '#core/editing/edits/cut';
import { resizeSteps, reverseSteps, toDrawnSteps, turnSteps } from '#core/editing/edits/operations';
import { ontoCurveSteps } from '#core/editing/edits/stacking';
import { settingOf } from '#core/setting/settingOf';
import { joinable, joinSteps } from '#core/editing/edits/join';
import { extentOf } from '#core/geometry/extent';
import {
  findCurve,
  findLettering,
  isCurve,
  type Curve,
  type CurveShape,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import { ok } from '#core/result';
import { movedBy } from '#core/setting/hand/movedBy';
import type { Face } from '#core/type/face';
import { arc, circle, curve, faces, lettering, piece, track, seat } from '../../support/pieces';
import { done, same, standing } from '../../support/edits';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const stands = (p: Piece): number[][] => standing(p, all);

const ellipse: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 34, radiusYMm: 20, turnDeg: 0 };
const box: CurveShape = {
  kind: 'rectangle',
  centre: { x: 42, y: 42 },
  widthMm: 70,
  heightMm: 50,
  cornerMm: 0,
  turnDeg: 0,
};
const wave: CurveShape = {
  kind: 'wave',
  from: { x: 5, y: 40 },
  lengthMm: 90,
  turnDeg: 12,
  amplitudeMm: 6,
  waves: 1,
  phaseDeg: 30,
};
const spiral: CurveShape = {
  kind: 'spiral',
  centre: { x: 42, y: 42 },
  startRadiusMm: 14,
  endRadiusMm: 36,
  startDeg: 30,
  turns: 2,
  growth: 'even',
};
const ringOf = (p: Piece): Curve => findCurve(p, 'ring')!;
let made = 0;
const newId = (): string => `new${made++}`;
const at = (deg: number): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm: 0,
  align: 'centre',
  by: 'ink',
});
const bottom = lettering('SEA', { id: 'bottom', seat: seat('inward', 'outside', 0.3), anchor: at(180) });
const shapesOf = (p: Piece): string[] => p.items.filter(isCurve).map((one) => one.shape.kind);

describe('cutting in halves', () => {
  it.each([
    ['a circle', circle(30), 1e-6],
    ['an ellipse', ellipse, 5e-3],
    ['a rectangle with sharp corners', box, 5e-3],
  ])('%s keeps top and bottom lettering where they stand', (_name, shape, within) => {
    const before = piece([curve(shape), lettering('TIDE'), bottom]);
    const after = done(before, cutInHalvesSteps(before, ringOf(before), newId));
    const lower = findLettering(after, 'bottom')!.curveId;
    expect(findLettering(after, 'words')!.curveId).toBe('ring');
    expect(lower).not.toBe('ring');
    expect([ringOf(after).name, findCurve(after, lower)!.name]).toEqual(['ring, top', 'ring, bottom']);
    same(stands(before), stands(after), within);
  });
  it('is for closed curves', () => {
    const p = piece([curve(wave)]);
    expect(cutInHalvesSteps(p, ringOf(p), newId)).toMatchObject({ ok: false, problem: { code: 'not-closed' } });
  });
  it('leaves a filled curve to be printed, and its followers their form', () => {
    const before = piece([
      { ...curve(circle(30)), fill: 'brass' },
      curve({ kind: 'parallel', of: 'ring', distanceMm: 3 }, 'p'),
      lettering('TIDE'),
    ]);
    const after = done(before, cutInHalvesSteps(before, ringOf(before), newId));
    expect(ringOf(after)).toEqual(ringOf(before));
    expect(findLettering(after, 'words')!.curveId).not.toBe('ring');
    const bare = piece([curve(circle(30)), curve({ kind: 'parallel', of: 'ring', distanceMm: 3 }, 'p')]);
    expect(shapesOf(done(bare, cutInHalvesSteps(bare, ringOf(bare), newId)))).toEqual(['arc', 'arc', 'drawn']);
  });
});

describe('cutting at places', () => {
  it.each([
    ['an arc', arc(34, -60, 120), 'arc'],
    ['a line', { kind: 'line', from: { x: 5, y: 50 }, to: { x: 95, y: 40 } } as CurveShape, 'line'],
    ['a wave', wave, 'drawn'],
    ['a spiral', spiral, 'drawn'],
  ])('%s gives parts that add up, lettering in place', (_name, shape, kind) => {
    const words = (id: string, u: number): Lettering =>
      lettering('SEA', {
        id,
        anchor: { at: { kind: 'fraction', u }, startOffsetMm: 0.4, align: 'centre', by: 'ink' },
        bookends: { startU: 0, endU: 1 },
      });
    const before = piece([curve(shape), words('a', 0.15), words('b', 0.5), words('c', 0.85)]);
    const after = done(before, cutSteps(before, ringOf(before), [0.7, 0.3], { newId }));
    expect(shapesOf(after)).toEqual([kind, kind, kind]);
    const lengths = [...tracksOf(after).values()].map((one) => (one.ok ? one.value.path.lengthMm : 0));
    const whole = track(shape).path.lengthMm;
    expect(lengths.reduce((sum, one) => sum + one, 0)).toBeCloseTo(whole, kind === 'drawn' ? 2 : 9);
    expect(lengths[1]! / whole).toBeCloseTo(0.4, 4);
    expect(new Set(['a', 'b', 'c'].map((id) => findLettering(after, id)!.curveId)).size).toBe(3);
    same(stands(before), stands(after), 6e-3);
  });
  it('opens a ring that is cut once', () => {
    const before = piece([curve(circle(30)), lettering('TIDE', { bookends: { startU: 0.5, endU: 0.5 } })]);
    const after = done(before, cutSteps(before, ringOf(before), [0.5], { newId }));
    const open = track(ringOf(after).shape).path;
    expect([open.path.closed, findLettering(after, 'words')!.bookends]).toEqual([false, { startU: 0, endU: 1 }]);
    expect(open.lengthMm).toBeCloseTo(60 * Math.PI, 3);
    same(stands(before), stands(after), 5e-3);
  });
  it('into equal parts has one at 12 o’clock', () => {
    const before = piece([curve(circle(30))]);
    const after = done(before, cutEquallySteps(before, ringOf(before), 3, newId));
    expect(after.items.filter(isCurve).map((one) => one.shape)).toEqual(
      [300, 60, 180].map((startDeg) => ({
        kind: 'arc',
        centre: { x: 42, y: 42 },
        radiusMm: 30,
        startDeg: expect.closeTo(startDeg, 8),
        sweepDeg: expect.closeTo(120, 8),
      })),
    );
    const open = piece([curve(arc(34, -60, 120))]);
    expect(done(open, cutEquallySteps(open, ringOf(open), 4, newId)).items).toHaveLength(4);
  });
  it('refuses what leaves nothing, or too much', () => {
    const p = piece([curve(arc(34, -60, 120))]);
    expect(cutSteps(p, ringOf(p), [0, 1], { newId })).toMatchObject({ ok: false, problem: { code: 'nothing-to-cut' } });
    expect(cutEquallySteps(p, ringOf(p), 100, newId)).toMatchObject({ ok: false, problem: { code: 'too-many-parts' } });
  });
  it('tells how far letters go that run over a cut', () => {
    const before = piece([curve(circle(30)), lettering('OTTERMERE', { anchor: at(80) })]);
    const after = done(before, cutInHalvesSteps(before, ringOf(before), newId));
    const set = (p: Piece) => {
      const one = findLettering(p, 'words')!;
      const made = settingOf(one, tracksOf(p), all);
      if (!made.ok) throw new Error(made.problem.message);
      return made.value;
    };
    expect(movedBy(set(before), set(after))).toBeGreaterThan(1);
    expect(movedBy(set(before), set(before))).toBe(0);
    const other = settingOf(lettering('SEA'), new Map([['ring', ok(track(circle(30)))]]), all);
    expect(other.ok && movedBy(set(before), other.value)).toBe(Infinity);
  });
});

describe('joining', () => {
  it('makes a ring of its halves again, lettering in place', () => {
    const start = piece([curve(circle(30)), lettering('TIDE'), bottom]);
    const cut = done(start, cutInHalvesSteps(start, ringOf(start), newId));
    const lower = cut.items.filter(isCurve)[1]!;
    const after = done(cut, joinSteps(cut, ringOf(cut), lower));
    expect(after.items.filter(isCurve).map((one) => one.shape)).toEqual([circle(30)]);
    same(stands(start), stands(after), 1e-6);
  });
  it('makes a closed drawn curve of the halves of an ellipse', () => {
    const start = piece([curve(ellipse), lettering('TIDE'), bottom]);
    const cut = done(start, cutInHalvesSteps(start, ringOf(start), newId));
    const after = done(cut, joinSteps(cut, ringOf(cut), cut.items.filter(isCurve)[1]!));
    expect(ringOf(after).shape).toMatchObject({ kind: 'drawn', closed: true });
    same(stands(start), stands(after), 1e-2);
  });
  it.each([
    ['end to start', 20, 40],
    ['end to end', 40, 20],
    ['start to start', 20, 40],
  ])('links two lines %s by a straight stretch, whichever way they run', (name, from, to) => {
    const first: CurveShape =
      name === 'start to start'
        ? { kind: 'line', from: { x: 10, y: 0 }, to: { x: 0, y: 5 } }
        : { kind: 'line', from: { x: 0, y: 5 }, to: { x: 10, y: 0 } };
    const words = lettering('A', {
      curveId: 'other',
      size: { by: 'cap', mm: 2 },
      anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 1, align: 'start', by: 'ink' },
      bookends: { startU: 0, endU: 1 },
    });
    const before = piece([
      curve(first),
      curve({ kind: 'line', from: { x: from, y: 0 }, to: { x: to, y: 3 } }, 'other'),
      words,
    ]);
    const after = done(before, joinSteps(before, ringOf(before), findCurve(before, 'other')!));
    expect(after.items.filter(isCurve)).toHaveLength(1);
    expect(ringOf(after).shape).toMatchObject({ kind: 'drawn', closed: false });
    const { shape } = ringOf(after);
    expect(shape.kind === 'drawn' && shape.nodes).toHaveLength(4);
    same(stands(before), stands(after), 1e-9);
  });
  it('is for open curves of which neither follows the other', () => {
    const p = piece([
      curve(circle(30)),
      curve(arc(20, 0, 90), 'a'),
      curve({ kind: 'parallel', of: 'a', distanceMm: 2 }, 'b'),
      curve(arc(20, 100, 40), 'far'),
    ]);
    const [a, b] = [findCurve(p, 'a')!, findCurve(p, 'b')!];
    expect(joinSteps(p, ringOf(p), a)).toMatchObject({ ok: false, problem: { code: 'not-open' } });
    expect(joinSteps(p, b, a)).toMatchObject({ ok: false, problem: { code: 'follows' } });
    expect(joinable(p, a).map((one) => one.id)).toEqual(['b', 'far']);
    expect(joinable(p, ringOf(p))).toEqual([]);
  });
});

describe('arranging', () => {
  const three = piece([
    curve(circle(10, 20, 20)),
    curve(circle(5, 42, 60), 'b'),
    curve(ellipse, 'c'),
    { ...curve(circle(4, 70, 70), 'held'), locked: true },
  ]);
  const extent = (p: Piece, id: string) => extentOf(track(findCurve(p, id)!.shape).path);
  it('aligns several by their extents, and one with the sheet', () => {
    const left = done(three, ok(alignSteps(three, ['ring', 'b', 'c', 'held'], 'left')));
    for (const id of ['ring', 'b', 'c']) expect(extent(left, id).min.x).toBeCloseTo(8, 6);
    expect(findCurve(left, 'held')).toEqual(findCurve(three, 'held'));
    const middle = done(three, ok(alignSteps(three, ['ring', 'c'], 'middle')));
    expect(extent(middle, 'ring').min.y + 10).toBeCloseTo(36, 6);
    const corner = done(three, ok([...alignSteps(three, ['b'], 'right')]));
    expect(extent(corner, 'b').max.x).toBeCloseTo(84, 6);
    for (const how of ['centre', 'top', 'bottom'] as const) expect(alignSteps(three, ['ring'], how)).toHaveLength(1);
  });
  it('makes gaps equal, the outermost staying', () => {
    const spread = done(three, ok(distributeSteps(three, ['c', 'b', 'ring'], 'down')));
    const [a, b, c] = ['ring', 'c', 'b'].map((id) => extent(spread, id)) as [
      ReturnType<typeof extent>,
      ReturnType<typeof extent>,
      ReturnType<typeof extent>,
    ];
    expect(b.min.y - a.max.y).toBeCloseTo(c.min.y - b.max.y, 6);
    expect([a.min.y, c.max.y]).toEqual([expect.closeTo(10, 6), expect.closeTo(65, 6)]);
    expect(distributeSteps(three, ['ring', 'b'], 'across')).toEqual([]);
  });
});

describe('edits of a curve that someone else has deleted', () => {
  it('say so, and make no steps', () => {
    const [ring, disc] = [curve(circle(24)), curve(circle(12), 'disc')];
    const without = piece([disc]);
    for (const made of [
      reverseSteps(without, curve(wave, 'wave')),
      resizeSteps(without, ring, 2, true),
      toDrawnSteps(without, ring),
      turnSteps(without, ring, 30),
      cutSteps(without, ring, [0.5], { newId: () => 'new' }),
      cutInHalvesSteps(without, ring, () => 'new'),
      cutEquallySteps(without, ring, 3, () => 'new'),
      joinSteps(without, ring, disc),
      joinSteps(without, disc, ring),
    ])
      expect(made).toMatchObject({ ok: false, problem: { code: 'unknown-curve' } });
    expect(ontoCurveSteps(without, lettering('TIDE'), ring)).toEqual([]);
  });
});
