import { describe, expect, it } from 'vitest';
import { copiesTurnedSteps, copyOf, duplicateSteps, pasteSteps, turnLetteringsSteps } from '#core/editing/edits/copies';
import { applySteps, type Step } from '#core/piece/steps/index';
import {
  findCurve,
  findItem,
  findLettering,
  isLettering,
  type Item,
  type Lettering,
  type Piece,
} from '#core/piece/types';
import type { Result } from '#core/result';
import { artOf } from '../../support/art';
import { circle, curve, inkOf, lettering, piece, seat } from '../../support/pieces';

const at = (deg: number): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm: 0,
  align: 'centre',
  by: 'ink',
});
const art = (id: string, within: string | null, x = 42): Item => artOf(id, { within, centre: { x, y: 42 } });
const stars = (curveId: string): Item =>
  ({ ...curve(circle(1), 'stars'), type: 'ornaments', curveId }) as unknown as Item;
const line = { kind: 'line', from: { x: 7, y: 60 }, to: { x: 77, y: 60 } } as const;

/** New ids that tell what they are for: the first asked for is n1. */
const counter = (): (() => string) => {
  let n = 0;
  return () => `n${++n}`;
};
type Put = { readonly steps: readonly Step[]; readonly ids: readonly string[] };
function value(made: Result<Put>): Put {
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
}
function after(p: Piece, { steps }: Put): Piece {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  return next.value;
}
const STILL = { x: 0, y: 0 };
const pasted = (to: Piece, from: Piece, ids: readonly string[], by = STILL, onto: string | null = null) => {
  const put = value(pasteSteps(to, copyOf(from, ids), { newId: counter(), by, onto }));
  return { put, now: after(to, put) };
};

describe('what is copied', () => {
  it('keeps its ties to what comes along, and loses the others, one by one', () => {
    const cuts = [
      { itemId: 'gone', marginMm: 1 },
      { itemId: 'stay', marginMm: 2 },
    ];
    const p = piece([
      { ...curve(circle(30), 'ring'), cuts },
      curve(circle(5), 'gone'),
      curve(circle(6), 'stay'),
      art('inside', 'ring'),
      art('outside', 'gone'),
      { ...art('photo', 'ring'), type: 'picture' } as Item,
      { ...art('other', 'gone'), type: 'picture' } as Item,
    ]);
    const { piece: copied, ids } = copyOf(p, ['ring', 'stay', 'inside', 'outside', 'photo', 'other', 'nothing']);
    expect(ids).toEqual(['ring', 'stay', 'inside', 'outside', 'photo', 'other']);
    expect(findCurve(copied, 'ring')!.cuts).toEqual([cuts[1]]);
    expect(
      ['inside', 'outside', 'photo', 'other'].map((id) => (findItem(copied, id) as { within: string | null }).within),
    ).toEqual(['ring', null, 'ring', null]);
    // What has nothing to lose is the very same.
    expect(findItem(copied, 'inside')).toBe(findItem(p, 'inside'));
  });
  it('brings the ornaments of a curve, and the curve of ornaments', () => {
    const p = piece([curve(circle(30), 'ring'), curve(circle(20), 'other'), stars('ring')]);
    expect(copyOf(p, ['ring']).piece.items.map(({ id }) => id)).toEqual(['ring', 'stars']);
    expect(copyOf(p, ['stars']).piece.items.map(({ id }) => id)).toEqual(['ring', 'stars']);
    expect(copyOf(p, ['other']).piece.items.map(({ id }) => id)).toEqual(['other']);
  });
  it('takes neither guides nor styles along', () => {
    const p = { ...piece([curve(circle(30))]), guides: [{}], styles: [{}] } as unknown as Piece;
    expect(copyOf(p, ['ring']).piece).toMatchObject({ guides: [], styles: [] });
  });
});

describe('what is put down', () => {
  it('refers to its own, under new ids: curves, cuts, holders, twins, frames and groups', () => {
    const hold = { kind: 'band', curveId: 'a', otherId: 'b' } as const;
    const from = piece([
      { ...curve(circle(30), 'a'), cuts: [{ itemId: 'b', marginMm: 1 }], group: 'g' },
      { ...curve({ kind: 'parallel', of: 'a', distanceMm: 4 }, 'b'), group: 'g' },
      lettering('TIDE', { id: 'one', curveId: 'a', seat: { ...seat(), hold } }),
      lettering('TERN', {
        id: 'two',
        curveId: 'b',
        seat: { ...seat(), hold: { kind: 'touching', curveId: 'a', gapMm: 1 } },
        twin: { of: 'one', shares: ['face'] },
      }),
      stars('b'),
      art('inside', 'a'),
    ]);
    const { put, now } = pasted(piece([]), from, ['a', 'b', 'one', 'two', 'stars', 'inside']);
    expect(put.ids).toEqual(['n1', 'n2', 'n3', 'n4', 'n5', 'n6']);
    expect(now.items).toMatchObject([
      { id: 'n1', cuts: [{ itemId: 'n2', marginMm: 1 }], group: 'n7' },
      { id: 'n2', shape: { kind: 'parallel', of: 'n1', distanceMm: 4 }, group: 'n7' },
      { curveId: 'n1', seat: { hold: { kind: 'band', curveId: 'n1', otherId: 'n2' } }, twin: null, group: null },
      {
        curveId: 'n2',
        seat: { hold: { kind: 'touching', curveId: 'n1', gapMm: 1 } },
        twin: { of: 'n3', shares: ['face'] },
      },
      { curveId: 'n2' },
      { within: 'n1' },
    ]);
    // No new inks: all of them are there.
    expect(put.steps.every(({ kind }) => kind === 'insert')).toBe(true);
    expect(put.steps.map((step) => step.kind === 'insert' && step.index)).toEqual([0, 1, 2, 3, 4, 5]);
  });
  it('lies above all that is there, moved where that is asked for, across or down', () => {
    const to = piece([curve(circle(9), 'old')]);
    for (const by of [
      { x: 5, y: 0 },
      { x: 0, y: 7 },
    ]) {
      const { now } = pasted(to, piece([curve(circle(30), 'a')]), ['a'], by);
      expect(now.items.map(({ id }) => id)).toEqual(['old', 'n1']);
      expect(findCurve(now, 'n1')!.shape).toEqual(circle(30, 42 + by.x, 42 + by.y));
    }
    expect(pasted(to, piece([curve(circle(30), 'a')]), ['a']).put.steps).toHaveLength(1);
  });
  it('is called by a free name, words aside', () => {
    const from = piece([curve(circle(30), 'a'), lettering('TIDE', { curveId: 'a' })]);
    const { now } = pasted(from, from, ['a', 'words']);
    expect(now.items.map((one) => ('name' in one ? one.name : '-'))).toEqual(['a', '-', 'a 2', '-']);
  });
  it('stands on a curve that it was not on where words alone were copied', () => {
    const from = piece([curve(circle(30), 'a'), lettering('TIDE', { curveId: 'a', anchor: at(30) })]),
      to = piece([curve(circle(9), 'old'), curve(circle(30), 'a')]);
    expect(pasted(to, from, ['words'], { x: 5, y: 5 }, 'old').now.items.map(({ id }) => id)).toEqual([
      'old',
      'a',
      'n1',
    ]);
    expect(findLettering(pasted(to, from, ['words'], STILL, 'old').now, 'n1')!.curveId).toBe('old');
    // On the curve of its own name it stays as it is.
    const same = findLettering(pasted(to, from, ['words'], STILL, 'a').now, 'n1')!;
    expect(same).toEqual({ ...findLettering(from, 'words')!, id: 'n1' });
    // With its curve, or with no curve that is there, it comes on its own.
    expect(pasted(to, from, ['a', 'words'], STILL, 'old').now.items).toHaveLength(4);
    expect(pasted(to, from, ['words'], STILL, 'nowhere').now.items).toHaveLength(4);
    expect(pasted(to, from, ['words']).now.items).toHaveLength(4);
  });
  it('loses its twin on another curve, where that comes along too', () => {
    const twin = { of: 'one', shares: ['face' as const] };
    const from = piece([
      curve(circle(30), 'a'),
      lettering('TIDE', { id: 'one', curveId: 'a' }),
      lettering('TERN', { id: 'two', curveId: 'a', twin }),
    ]);
    const { now } = pasted(piece([curve(circle(9), 'old')]), from, ['one', 'two'], STILL, 'old');
    expect(now.items.filter(isLettering).map((one) => one.twin)).toEqual([null, null]);
  });
  it('is nothing where nothing was copied, which is said', () => {
    const none = pasteSteps(piece([]), { piece: piece([]), ids: [] }, { newId: counter(), by: STILL, onto: null });
    expect(none.ok ? '' : none.problem.message).toBe('Nothing was copied yet. Select something and copy it first.');
  });
});

describe('inks of what is put down', () => {
  const signal = inkOf('mine', 'spot', [0, 90, 90, 0], { name: 'Signal' });
  const from = {
    ...piece([{ ...curve(circle(30), 'a'), fill: 'mine' }]),
    inks: [signal, inkOf('idle', 'spot', [1, 1, 1, 1])],
  };
  const onto = (...inks: (typeof signal)[]): { names: string[]; fill: string | null; steps: number } => {
    const { put, now } = pasted({ ...piece([]), inks }, from, ['a']);
    return {
      names: now.inks.map(({ name }) => name),
      fill: findCurve(now, now.items[0]!.id)!.fill,
      steps: put.steps.length,
    };
  };
  it('are those of the piece where these are the same, whatever their ids', () => {
    expect(onto(signal)).toEqual({ names: ['Signal'], fill: 'mine', steps: 1 });
    expect(onto({ ...signal, id: 'theirs' })).toEqual({ names: ['Signal'], fill: 'theirs', steps: 1 });
  });
  it('come along where they differ by name, kind or mix, under a name that is free; idle ones stay', () => {
    expect(onto()).toEqual({ names: ['Signal'], fill: 'n1', steps: 2 });
    expect(onto({ ...signal, id: 'x', name: 'Other' })).toMatchObject({ names: ['Other', 'Signal'], fill: 'n1' });
    expect(onto({ ...signal, id: 'x', kind: 'process' })).toMatchObject({ names: ['Signal', 'Signal 2'], fill: 'n1' });
    expect(onto({ ...signal, id: 'x', cmyk: [0, 90, 90, 1] })).toMatchObject({ names: ['Signal', 'Signal 2'] });
    const second = inkOf('y', 'spot', [9, 9, 9, 9], { name: 'Signal 2' });
    expect(onto({ ...signal, id: 'x', cmyk: [0, 90, 90, 1] }, second).names).toEqual([
      'Signal',
      'Signal 2',
      'Signal 3',
    ]);
  });
  it('are told apart from those that have their id by chance', () => {
    const theirs = inkOf('mine', 'spot', [50, 0, 0, 0], { name: 'Sea' });
    expect(onto(theirs)).toEqual({ names: ['Sea', 'Signal'], fill: 'n1', steps: 2 });
  });
});

describe('words turned along their ring', () => {
  it('take anchor and bookends along, round past the top', () => {
    const p = piece([
      curve(circle(30)),
      lettering('TIDE', { anchor: at(300), bookends: { startU: 0.5, endU: 0.25 } }),
      curve(line, 'l'),
      lettering('TERN', { id: 'open', curveId: 'l' }),
      lettering('LOST', { id: 'lost', curveId: 'nowhere' }),
    ]);
    const now = after(p, { steps: turnLetteringsSteps(p, p.items.filter(isLettering), 90), ids: [] });
    const words = findLettering(now, 'words')!;
    expect(words.anchor.at).toEqual({ kind: 'clock', deg: expect.closeTo(30, 6) });
    expect(words.bookends.startU).toBeCloseTo(0.75, 9);
    expect(words.bookends.endU).toBeCloseTo(0.5, 9);
    expect(findLettering(now, 'open')).toBe(findLettering(p, 'open'));
    expect(findLettering(now, 'lost')).toBe(findLettering(p, 'lost'));
  });
});

describe('duplicates', () => {
  const ring = piece([
    curve(circle(30)),
    lettering('TIDE', { anchor: at(0), seat: seat('outward', 'outside', 2), twin: { of: 'other', shares: ['face'] } }),
    lettering('TERN', { id: 'other', anchor: at(90) }),
  ]);
  it('of words lie on the same curve, turned, or a line further in where they are not', () => {
    const turned = value(duplicateSteps(ring, ['words', 'other'], 45, counter()));
    expect(turned.ids).toEqual(['n1', 'n2']);
    const now = after(ring, turned);
    expect(now.items.map(({ id }) => id)).toEqual(['ring', 'words', 'other', 'n1', 'n2']);
    const [one, two] = turned.ids.map((id) => findLettering(now, id)!);
    expect([one!.anchor.at, two!.anchor.at]).toMatchObject([
      { deg: expect.closeTo(45, 6) },
      { deg: expect.closeTo(135, 6) },
    ]);
    expect([one!.twin, one!.curveId, one!.seat.baselineShiftMm]).toEqual([null, 'ring', 2]);
    const still = value(duplicateSteps(ring, ['words'], 0, counter()));
    expect(findLettering(after(ring, still), 'n1')).toMatchObject({ anchor: at(0), seat: { baselineShiftMm: 2 - 8 } });
  });
  it('of curves come with their words, aside, or turned about the middle of the curve', () => {
    const p = piece([curve(line, 'l'), lettering('TIDE', { curveId: 'l' })]);
    const aside = after(p, value(duplicateSteps(p, ['l'], 0, counter())));
    expect(findCurve(aside, 'n1')!.shape).toEqual({ ...line, from: { x: 10, y: 63 }, to: { x: 80, y: 63 } });
    expect(findLettering(aside, 'n2')!.curveId).toBe('n1');
    const turned = findCurve(after(p, value(duplicateSteps(p, ['l'], 90, counter()))), 'n1')!.shape as typeof line;
    expect([turned.from, turned.to]).toEqual([
      { x: expect.closeTo(42, 6), y: expect.closeTo(25, 6) },
      { x: expect.closeTo(42, 6), y: expect.closeTo(95, 6) },
    ]);
  });
  it('of art turn about its own middle, and words with something else go with their curve', () => {
    const p = piece([art('loco', null, 20)]);
    const now = after(p, value(duplicateSteps(p, ['loco'], 30, counter())));
    expect(findItem(now, 'n1')).toMatchObject({ centre: { x: 20, y: 42 }, turnDeg: 30 });
    const both = value(duplicateSteps(ring, ['ring', 'words'], 0, counter()));
    expect(after(ring, both).items).toHaveLength(6);
    expect(duplicateSteps(ring, [], 0, counter())).toMatchObject({ problem: { code: 'nothing-copied' } });
  });
});

describe('several copies, turned', () => {
  const p = piece([curve(circle(30)), lettering('TIDE', { anchor: at(0), seat: seat('outward', 'outside') })]);
  const made = (turnDeg: number, count: number, upright: boolean, from = p, ids = ['words']) => {
    const put = value(copiesTurnedSteps(from, ids, { turnDeg, count, upright, newId: counter() }));
    const now = after(from, put);
    return put.ids.map((id) => findLettering(now, id)!);
  };
  const degs = (all: readonly Lettering[]) =>
    all.map(({ anchor }) => (anchor.at.kind === 'clock' ? Math.round(anchor.at.deg * 1e6) / 1e6 : null));
  const tops = (all: readonly Lettering[]) => all.map((one) => one.seat.tops);

  it('are each turned farther than the one before', () => {
    expect(degs(made(90, 3, false))).toEqual([90, 180, 270]);
    expect(tops(made(90, 3, false))).toEqual(['outward', 'outward', 'outward']);
    expect(made(90, 0, false)).toEqual([]);
  });
  it('are turned over where they would hang, in the lower half, and on the same band', () => {
    const turned = made(80, 4, true);
    expect(degs(turned)).toEqual([80, 160, 240, 320]);
    expect(tops(turned)).toEqual(['outward', 'inward', 'inward', 'outward']);
    expect(turned.map((one) => one.seat.side)).toEqual(['outside', 'outside', 'outside', 'outside']);
  });
  it('stay as they are where the words hang themselves, or stand on an open curve', () => {
    const hanging = piece([
      curve(circle(30)),
      lettering('TIDE', { anchor: at(180), seat: seat('outward', 'outside') }),
    ]);
    expect(tops(made(30, 2, true, hanging))).toEqual(['outward', 'outward']);
    const inner = piece([curve(circle(30)), lettering('TIDE', { anchor: at(180), seat: seat('inward', 'outside') })]);
    expect(tops(made(180, 1, true, inner))).toEqual(['outward']);
    const open = piece([curve(line, 'l'), lettering('TIDE', { curveId: 'l' })]);
    expect(tops(made(180, 1, true, open))).toEqual(['outward']);
  });
  it('tell why there are none', () => {
    expect(copiesTurnedSteps(p, ['gone'], { turnDeg: 90, count: 2, upright: true, newId: counter() })).toMatchObject({
      problem: { code: 'nothing-copied' },
    });
  });
});
