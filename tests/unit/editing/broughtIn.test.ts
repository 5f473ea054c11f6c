import { describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { bringArtSteps } from '#core/editing/edits/bringArt';
import { readableInk } from '#core/editing/edits/readableInk';
import { LIMITS } from '#core/fields/limits';
import type { BroughtIn } from '#core/import/svg';
import { applySteps, type Step } from '#core/piece/steps/index';
import type { Art, Curve, Item, Piece } from '#core/piece/types';
import { artOf, square } from '../../support/art';
import { circle, curve, inkOf, lettering, piece } from '../../support/pieces';

const applied = (p: Piece, steps: readonly Step[]): Piece => {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  return next.value;
};
describe('art brought in', () => {
  const found = (element: number, side: number, x: number, y: number, changes: Partial<BroughtIn> = {}): BroughtIn =>
    ({
      shape: square(side, x, y),
      element,
      paint: { fill: '#b4452a', stroke: null, rule: 'nonzero', strokeWidth: 1 },
      strokeMm: 0,
      ...changes,
    }) as BroughtIn;
  const made = (list: readonly BroughtIn[], onto = piece([]), name = 'Loco') => {
    let n = 0;
    return bringArtSteps(onto, list, name, () => `n${++n}`);
  };
  const art = (list: readonly BroughtIn[], onto = piece([]), name = 'Loco'): { art: Art; inks: Piece['inks'] } => {
    const steps = made(list, onto, name);
    if (!steps.ok) throw new Error(steps.problem.message);
    const now = applied(onto, steps.value.steps);
    expect(now.items.at(-1)!.id).toBe(steps.value.id);
    return { art: now.items.at(-1) as Art, inks: now.inks };
  };

  it('is one part an element, its outlines about the middle of all', () => {
    // From 8 to 22 and from 8 to 32: the middle is (15, 20).
    const one = art([found(1, 4, 10, 10), found(1, 4, 20, 10), found(2, 4, 20, 30)], piece([curve(circle(3))])).art;
    expect(one.parts.map(({ outlines }) => outlines)).toEqual([
      [square(4, -5, -10), square(4, 5, -10)],
      [square(4, 5, 10)],
    ]);
    expect(one).toEqual(artOf(one.id, { name: 'Loco', parts: one.parts }));
  });
  it('fills four fifths of the sheet where it is larger, whichever way', () => {
    expect(art([found(1, 84 * 0.8, 0, 0)]).art.scale).toBeCloseTo(1, 9);
    expect(art([found(1, 84, 0, 0)]).art.scale).toBeCloseTo(0.8, 9);
    const low = { ...piece([]), sheet: { widthMm: 200, heightMm: 50, bleedMm: 0 } };
    expect(art([found(1, 80, 0, 0)], low).art).toMatchObject({ scale: 0.5, centre: { x: 100, y: 25 } });
    const narrow = { ...piece([]), sheet: { widthMm: 50, heightMm: 200, bleedMm: 0 } };
    expect(art([found(1, 80, 0, 0)], narrow).art.scale).toBeCloseTo(0.5, 9);
  });
  it('has strokes within the limits, and none of no width', () => {
    const stroked = (strokeMm: number) =>
      art([
        found(1, 4, 0, 0, {
          paint: { fill: null, stroke: '#b4452a', rule: 'evenodd', strokeWidth: 1 },
          strokeMm,
        } as Partial<BroughtIn>),
      ]).art.parts[0]!;
    expect(stroked(0.5)).toMatchObject({ fill: null, rule: 'evenodd', stroke: { ink: 'rust', widthMm: 0.5 } });
    expect(stroked(0.0001).stroke!.widthMm).toBe(LIMITS.strokeMm.min);
    expect(stroked(1e6).stroke!.widthMm).toBe(LIMITS.strokeMm.max);
    expect(stroked(0).stroke).toBeNull();
    expect(art([found(1, 4, 0, 0, { strokeMm: 3 })]).art.parts[0]!.stroke).toBeNull();
  });
  it('prints with the inks of the piece that look the same, and with new ones under free names', () => {
    const red = inkOf('red', 'spot', [0, 100, 100, 0], { name: 'Ink 2' });
    const onto = { ...piece([]), inks: [red] };
    const { art: one, inks } = art(
      [
        found(1, 4, 0, 0, { paint: { fill: '#00a0ff', stroke: null, rule: 'nonzero', strokeWidth: 1 } }),
        found(2, 4, 9, 9, { paint: { fill: '#00a0ff', stroke: null, rule: 'nonzero', strokeWidth: 1 } }),
        found(3, 4, 0, 9, { paint: { fill: '#207020', stroke: null, rule: 'nonzero', strokeWidth: 1 } }),
      ] as BroughtIn[],
      onto,
    );
    expect(inks.map(({ id, name, kind, overprint }) => [id, name, kind, overprint])).toEqual([
      ['red', 'Ink 2', 'spot', false],
      ['n1', 'Ink 3', 'process', false],
      ['n2', 'Ink 4', 'process', false],
    ]);
    expect(one.parts.map(({ fill }) => fill)).toEqual(['n1', 'n1', 'n2']);
    // Where all are there, inks are left alone.
    const steps = made([found(1, 4, 0, 0)]);
    expect(steps.ok && steps.value.steps.map(({ kind }) => kind)).toEqual(['insert']);
  });
  it('has a name of its own, cut where it is too long', () => {
    expect(art([found(1, 4, 0, 0)], piece([]), '').art.name).toBe('Art');
    const long = art([found(1, 4, 0, 0)], piece([]), 'n'.repeat(900)).art.name;
    expect(long).toMatch(/^n+$/);
    expect(long.length).toBeLessThan(900);
  });
  it('is refused where nothing is painted or far too much is, with what to do', () => {
    const none = made([found(1, 4, 0, 0, { paint: { fill: null, stroke: null, rule: 'nonzero', strokeWidth: 1 } })]);
    expect(none.ok ? '' : none.problem.message).toContain('Import its outlines as curves instead');
    const many = (count: number) => made(Array.from({ length: count }, (_, i) => found(i, 1, i % 50, i % 40)));
    const { max } = LIMITS.artParts;
    expect(many(max).ok).toBe(true);
    const over = many(max + 1);
    expect(over.ok ? {} : over.problem).toMatchObject({
      code: 'too-many-parts',
      value: max + 1,
      limit: max,
      message: `The file paints ${max + 1} shapes one by one; ${max} are the most. Merge some before importing it.`,
    });
  });
});

describe('the ink of new letters', () => {
  const grey = (id: string, black: number) => inkOf(id, 'process', [0, 0, 0, black]);
  const on = (items: readonly Item[], inks = [grey('dark', 90), grey('light', 10), grey('mid', 50)]): Piece => ({
    ...piece(items),
    inks,
  });
  const at = (p: Piece, x = 42, y = 42): string | null =>
    readableInk(p, { x, y }, (id) => {
      const made = tracksOf(p).get(id);
      return made?.ok ? made.value : null;
    });
  const disc = (fill: string | null, changes: Partial<Curve> = {}): Item => ({
    ...curve(circle(20), 'disc'),
    fill,
    ...changes,
  });
  it('is the first that can be read there, and else what differs most', () => {
    expect(at(on([]))).toBe('dark');
    expect(at(on([disc('light')]))).toBe('dark');
    expect(at(on([disc('dark')]))).toBe('light');
    // On the middle one neither is far off: the paler differs by more.
    expect(['dark', 'light']).toContain(at(on([disc('mid')])));
    expect(at(on([disc('dark')], [grey('dark', 90), grey('mid', 50), grey('light', 10)]))).toBe('light');
  });
  it('goes by what covers the place: filled, closed, shown, and not cut out', () => {
    expect(at(on([disc('dark')]), 5, 5)).toBe('dark');
    expect(at(on([disc('dark', { hidden: true })]))).toBe('dark');
    expect(at(on([disc(null)]))).toBe('dark');
    const line: Item = {
      ...curve({ kind: 'line', from: { x: 0, y: 42 }, to: { x: 84, y: 42 } }, 'line'),
      fill: 'dark',
    };
    expect(at(on([line]))).toBe('dark');
    const hole = curve(circle(5), 'hole');
    expect(at(on([disc('dark', { cuts: [{ itemId: 'hole', marginMm: 0 }] }), hole]))).toBe('dark');
    expect(at(on([disc('dark', { cuts: [{ itemId: 'hole', marginMm: 0 }] }), hole]), 42, 30)).toBe('light');
    // Words that are cut out are no hole here, nor is what is not there.
    expect(at(on([disc('dark', { cuts: [{ itemId: 'words', marginMm: 0 }] }), lettering('O')]))).toBe('light');
    expect(at(on([disc('dark', { cuts: [{ itemId: 'gone', marginMm: 0 }] })]))).toBe('light');
    expect(at(on([disc('dark'), { ...disc('light'), id: 'top' } as Item]))).toBe('dark');
  });
  it('goes by the paper where nothing covers it', () => {
    expect(at({ ...on([]), paper: '#101010' })).toBe('light');
  });
});
