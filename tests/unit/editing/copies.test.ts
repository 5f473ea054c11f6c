import { PLAIN_INK } from '#core/piece/inks';
import { describe, expect, it } from 'vitest';
import { copyOf, duplicateSteps, pasteSteps, turnLetteringsSteps } from '#core/editing/edits/copies';
import { boxOfItem, moveSteps, removeSteps, selectable } from '#core/editing/edits/several';
import { transformSteps } from '#core/editing/edits/operations';
import { mirrorAbout, moveBy, turnAbout } from '#core/shapes/similarity';
import { transact } from '#core/editing/transact';
import { pieceProblems } from '#core/piece/check/index';
import { applySteps, setStep, type Step } from '#core/piece/steps/index';
import { findCurve, findLettering, isLettering, type Curve, type Lettering, type Piece } from '#core/piece/types';
import { circle, curve, lettering, piece, seat } from '../../support/pieces';

const done = (p: Piece, steps: readonly Step[]): Piece => {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  expect(pieceProblems(next.value)).toEqual([]);
  return next.value;
};
const straight = { kind: 'line', from: { x: 7, y: 60 }, to: { x: 77, y: 60 } } as const;
let n = 0;
const newId = (): string => `new${n++}`;
const parallel = (of: string): Curve => curve({ kind: 'parallel', of, distanceMm: 4 }, 'outer');
const at = (deg: number): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm: 0,
  align: 'centre',
  by: 'ink',
});

describe('several items', () => {
  const all = piece([
    curve(circle(10), 'a'),
    { ...curve(circle(12), 'b'), locked: true },
    parallel('a'),
    lettering('TIDE', { curveId: 'a' }),
  ]);
  it('move as one: what is locked or follows another stays, lettering brings its curve', () => {
    const moved = done(all, moveSteps(all, ['a', 'b', 'outer'], moveBy({ x: 3, y: -2 })));
    expect([findCurve(moved, 'a')!.shape, findCurve(moved, 'b')!.shape]).toEqual([circle(10, 45, 40), circle(12)]);
    expect(moveSteps(all, ['words', 'a'], moveBy({ x: 1, y: 0 }))).toHaveLength(1);
    expect(moveSteps(all, ['words'], moveBy({ x: 1, y: 0 }))).toMatchObject([{ id: 'a' }]);
  });
  it('are removed with what stands on them, in any order, and come back', () => {
    for (const ids of [
      ['a', 'words'],
      ['words', 'a', 'b'],
    ]) {
      const steps = removeSteps(all, ids);
      if (!steps.ok) throw new Error(steps.problem.message);
      const after = done(all, steps.value);
      expect(after.items.map(({ id }) => id)).toEqual(['b', 'outer'].filter((id) => !ids.includes(id)));
      // What followed keeps its form.
      expect(findCurve(after, 'outer')!.shape.kind).toBe('drawn');
    }
  });
  it('are selected together where they are neither locked nor hidden', () => {
    expect(
      selectable({ ...all, items: [...all.items, { ...lettering('X', { curveId: 'a', hidden: true }), id: 'h' }] }),
    ).toEqual(['a', 'outer', 'words']);
  });
  it('have an extent, turned or not', () => {
    const art = {
      type: 'picture',
      id: 'p',
      name: 'P',
      imageId: '0'.repeat(32),
      widthPx: 200,
      heightPx: 100,
      centre: { x: 10, y: 20 },
      widthMm: 20,
      turnDeg: 90,
      fill: null,
      within: null,
      locked: false,
      hidden: false,
      group: null,
    } as const;
    const box = boxOfItem(all, art)!;
    expect([box.min.x, box.min.y, box.max.x, box.max.y].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([5, 10, 15, 30]);
    expect(boxOfItem(all, findLettering(all, 'words')!)).toBeNull();
  });
});

describe('copies', () => {
  const inks = (p: Piece) => p.inks.map(({ name }) => name);
  const from = piece([
    { ...curve(circle(10), 'a'), fill: 'mine', cuts: [{ itemId: 'star', marginMm: 1 }] },
    curve(circle(20), 'b'),
    parallel('a'),
    lettering('TIDE', { curveId: 'outer', fill: 'mine' }),
    lettering('TERN', {
      id: 'more',
      curveId: 'a',
      twin: { of: 'words', shares: ['face'] },
      seat: { ...seat(), hold: { kind: 'touching', curveId: 'b', gapMm: 1 } },
    }),
    curve(circle(3), 'star'),
  ]);
  const own: Piece = {
    ...from,
    inks: [
      ...from.inks,
      { id: 'mine', name: 'Signal', kind: 'spot', cmyk: [0, 90, 90, 0], overprint: false, ...PLAIN_INK },
    ],
  };

  it('hold what was selected with all that it needs, and refer to nothing else', () => {
    const copied = copyOf(own, ['words']);
    expect(copied.piece.items.map(({ id }) => id)).toEqual(['a', 'outer', 'words']);
    expect(findCurve(copied.piece, 'a')!.cuts).toEqual([]);
    expect(pieceProblems(copied.piece)).toEqual([]);
    // A curve brings what stands on it; what that is held by comes too, but without a twin that stays.
    const ring = copyOf(own, ['a']).piece;
    expect(ring.items.map(({ id }) => id)).toEqual(['a', 'b', 'more']);
    expect(findLettering(ring, 'more')!.twin).toBeNull();
  });

  it('go to another piece under new ids and free names, with their inks', () => {
    const to = piece([curve(circle(5), 'a')]);
    const made = pasteSteps(to, copyOf(own, ['a', 'words']), { newId, by: { x: 5, y: 0 }, onto: null });
    if (!made.ok) throw new Error(made.problem.message);
    const after = done(to, made.value.steps);
    expect(after.items).toHaveLength(6);
    expect(new Set(after.items.map(({ id }) => id)).size).toBe(6);
    expect(inks(after)).toContain('Signal');
    const ring = findCurve(after, made.value.ids[0]!)!;
    expect([ring.name, ring.shape, ring.fill]).toEqual(['a 2', circle(10, 47, 42), after.inks.at(-1)!.id]);
    // Pasted again, the ink is there.
    const again = pasteSteps(after, copyOf(own, ['a']), { newId, by: { x: 0, y: 0 }, onto: null });
    expect(inks(done(after, again.ok ? again.value.steps : []))).toEqual(inks(after));
  });

  it('give an ink of the same name but another mix a name of its own', () => {
    const to: Piece = {
      ...piece([]),
      inks: [
        ...piece([]).inks,
        { id: 'mine', name: 'Signal', kind: 'spot', cmyk: [90, 0, 0, 0], overprint: false, ...PLAIN_INK },
      ],
    };
    const made = pasteSteps(to, copyOf(own, ['a']), { newId, by: { x: 0, y: 0 }, onto: null });
    const after = done(to, made.ok ? made.value.steps : []);
    expect(inks(after).slice(-2)).toEqual(['Signal', 'Signal 2']);
    expect(findCurve(after, made.ok ? made.value.ids[0]! : '')!.fill).toBe(after.inks.at(-1)!.id);
  });

  it('of words alone go onto a curve, and nothing is put down where nothing was copied', () => {
    const to = piece([curve(straight, 'l')]);
    const made = pasteSteps(to, copyOf(own, ['words']), { newId, by: { x: 5, y: 5 }, onto: 'l' });
    const after = done(to, made.ok ? made.value.steps : []);
    expect(after.items.filter(isLettering)).toMatchObject([
      { wording: 'TIDE', curveId: 'l', bookends: { startU: 0, endU: 1 } },
    ]);
    expect(after.items).toHaveLength(2);
    expect(pasteSteps(to, { piece: piece([]), ids: [] }, { newId, by: { x: 0, y: 0 }, onto: null })).toMatchObject({
      problem: { code: 'nothing-copied' },
    });
  });

  it('are turned along a ring, set a line further in on an open curve, and turned about themselves', () => {
    const ring = piece([curve(circle(10)), lettering('TIDE', { anchor: at(20) })]);
    const turned = duplicateSteps(ring, ['words'], 90, newId);
    expect(turned.ok && turned.value.steps).toMatchObject([{ item: { anchor: { at: { kind: 'clock', deg: 110 } } } }]);
    const open = piece([curve(straight, 'l'), lettering('TIDE', { curveId: 'l' })]);
    const below = duplicateSteps(open, ['words'], 0, newId);
    const words = findLettering(open, 'words')!;
    expect(below.ok && below.value.steps).toMatchObject([
      { item: { seat: { baselineShiftMm: words.seat.baselineShiftMm - words.lineDistanceMm } } },
    ]);
    const whole = duplicateSteps(ring, ['ring'], 45, newId);
    const after = done(ring, whole.ok ? whole.value.steps : []);
    const copy = after.items.filter(isLettering)[1]!;
    expect(copy.anchor.at.kind === 'clock' && copy.anchor.at.deg).toBeCloseTo(65, 6);
    expect(turnLetteringsSteps(open, open.items.filter(isLettering), 30)).toEqual([]);
  });
});

describe('words with their ring', () => {
  const ellipse = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 30, radiusYMm: 18, turnDeg: 0 } as const;
  it('turn and mirror with it on any closed curve, and keep their place where it is only moved', () => {
    const p = piece([curve(ellipse), lettering('TIDE', { anchor: { ...at(90), align: 'start' } })]);
    const ring = findCurve(p, 'ring')!;
    const turned = done(p, transformSteps(p, ring, turnAbout({ x: 42, y: 42 }, 90)));
    expect(findLettering(turned, 'words')!.anchor.at).toMatchObject({ kind: 'clock', deg: expect.closeTo(180, 4) });
    const mirrored = done(p, transformSteps(p, ring, mirrorAbout({ x: 42, y: 42 })));
    expect(findLettering(mirrored, 'words')!.anchor).toMatchObject({
      align: 'end',
      at: { deg: expect.closeTo(270, 4) },
    });
    expect(transformSteps(p, ring, moveBy({ x: 1, y: 0 }))).toHaveLength(1);
  });
});

describe('words and their bookends', () => {
  const ground = { faces: new Map() };
  const made = (p: Piece, steps: Step[]): Lettering => {
    const after = transact(p, steps, ground);
    if (!after.ok) throw new Error(after.problem.message);
    return findLettering(after.value.piece, 'words')!;
  };
  it('keep opposite on a ring until they are set by hand', () => {
    const p = piece([curve(circle(10)), lettering('TIDE', { anchor: at(0), bookends: { startU: 0.5, endU: 0.5 } })]);
    const opposite = made(p, [setStep(p, 'words', ['anchor', 'at'], { kind: 'clock', deg: 90 })]).bookends;
    expect([opposite.startU, opposite.endU]).toEqual([expect.closeTo(0.75, 9), expect.closeTo(0.75, 9)]);
    const byHand = piece([
      curve(circle(10)),
      lettering('TIDE', { anchor: at(0), bookends: { startU: 0.4, endU: 0.4 } }),
    ]);
    expect(made(byHand, [setStep(byHand, 'words', ['anchor'], at(90))]).bookends.startU).toBe(0.4);
  });
  it('go together where words begin or end at one on an open curve', () => {
    const anchor = { at: { kind: 'fraction', u: 0 }, startOffsetMm: 0, align: 'start', by: 'ink' } as const;
    const p = piece([
      curve(straight, 'l'),
      lettering('TIDE', { curveId: 'l', anchor, bookends: { startU: 0, endU: 1 } }),
    ]);
    expect(made(p, [setStep(p, 'words', ['bookends'], { startU: 0.2, endU: 1 })]).anchor.at).toEqual({
      kind: 'fraction',
      u: 0.2,
    });
    expect(made(p, [setStep(p, 'words', ['bookends'], { startU: 0, endU: 0.8 })]).anchor.at).toEqual({
      kind: 'fraction',
      u: 0,
    });
  });
});
