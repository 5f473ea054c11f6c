import { describe, expect, it } from 'vitest';
import { alignSteps, distributeSteps, type Alignment } from '#core/editing/edits/arrange';
import { artSize } from '#core/editing/edits/bringArt';
import { boxOfItem, moveSteps, removeSteps, selectable } from '#core/editing/edits/several';
import { makeOrnaments } from '#core/piece/make';
import { applySteps, type Step } from '#core/piece/steps/index';
import { moveBy, turnAbout } from '#core/shapes/similarity';
import { findCurve, findItem, type Item, type Piece } from '#core/piece/types';
import { artOf, square } from '../../support/art';
import { circle, curve, lettering, piece } from '../../support/pieces';

const applied = (p: Piece, steps: readonly Step[]): Piece => {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  return next.value;
};
const centre = (p: Piece, id: string): [number, number] => {
  const { shape } = findCurve(p, id)!;
  if (shape.kind !== 'circle') throw new Error('not a circle');
  return [Math.round(shape.centre.x * 1e6) / 1e6, Math.round(shape.centre.y * 1e6) / 1e6];
};

describe('curves in line', () => {
  // Extents: a 10 to 30 and 16 to 36; b 45 to 55 and 55 to 65; c 62 to 78 and 2 to 18.
  const p = piece([
    curve(circle(10, 20, 26), 'a'),
    curve(circle(5, 50, 60), 'b'),
    curve(circle(8, 70, 10), 'c'),
    curve({ kind: 'parallel', of: 'a', distanceMm: 2 }, 'p'),
    { ...curve(circle(3, 5, 5), 'held'), locked: true },
  ]);
  const all = ['a', 'b', 'c', 'p', 'held', 'gone'];
  const placed = (how: Alignment, ids = all) => {
    const now = applied(p, alignSteps(p, ids, how));
    return ['a', 'b', 'c', 'held'].map((id) => centre(now, id));
  };
  it.each([
    [
      'left',
      [
        [20, 26],
        [15, 60],
        [18, 10],
      ],
    ],
    [
      'centre',
      [
        [44, 26],
        [44, 60],
        [44, 10],
      ],
    ],
    [
      'right',
      [
        [68, 26],
        [73, 60],
        [70, 10],
      ],
    ],
    [
      'top',
      [
        [20, 12],
        [50, 7],
        [70, 10],
      ],
    ],
    [
      'middle',
      [
        [20, 33.5],
        [50, 33.5],
        [70, 33.5],
      ],
    ],
    [
      'bottom',
      [
        [20, 55],
        [50, 60],
        [70, 57],
      ],
    ],
  ] as const)('are aligned by %s with each other; what is locked or follows stays', (how, places) => {
    expect(placed(how)).toEqual([...places, [5, 5]]);
  });
  it.each([
    ['left', [10, 26]],
    ['centre', [42, 26]],
    ['right', [74, 26]],
    ['top', [20, 10]],
    ['middle', [20, 42]],
    ['bottom', [20, 74]],
  ] as const)('alone are aligned by %s with the sheet', (how, place) => {
    expect(placed(how, ['a'])[0]).toEqual(place);
  });
  it('take no step where they stand', () => {
    expect(alignSteps(p, all, 'left')).toHaveLength(2);
    const now = applied(p, alignSteps(p, all, 'left'));
    expect(alignSteps(now, all, 'left')).toEqual([]);
  });
  it('are shared out with equal gaps, in whichever order they were picked', () => {
    // Across: 30 and 62 stay, 10 lie between: gaps of 11. Down: 18 and 55 stay, 20 lie between: gaps of 8.5.
    for (const ids of [all, ['c', 'a', 'b'], ['b', 'c', 'a']]) {
      expect(centre(applied(p, distributeSteps(p, ids, 'across')), 'b')).toEqual([46, 60]);
      expect(centre(applied(p, distributeSteps(p, ids, 'down')), 'a')).toEqual([20, 36.5]);
    }
    expect(distributeSteps(p, ['a', 'b', 'p', 'held'], 'across')).toEqual([]);
    expect(distributeSteps(p, ['a', 'b'], 'down')).toEqual([]);
  });
  it('are shared out with equal gaps, four of them too', () => {
    const four = piece([0, 12, 20, 60].map((x, i) => curve(circle(2 + i, x + 10, 20), `c${i}`)));
    const now = applied(four, distributeSteps(four, ['c0', 'c1', 'c2', 'c3'], 'across'));
    // 12 and 65 stay, 14 lie between: gaps of 13.
    expect(['c0', 'c1', 'c2', 'c3'].map((id) => centre(now, id)[0])).toEqual([10, 28, 48, 70]);
  });
});

describe('several items', () => {
  const words = lettering('TIDE', { curveId: 'a' });
  const p = piece([
    curve(circle(10), 'a'),
    words,
    { ...lettering('HELD', { id: 'held', curveId: 'a' }), locked: true },
    makeOrnaments('stars', 'Stars', 'a', 'deep'),
    artOf('art', { centre: { x: 10, y: 20 }, turnDeg: 350 }),
    { ...artOf('fixed'), locked: true },
    curve(circle(20), 'b'),
    lettering('SEA', { id: 'sea', curveId: 'b' }),
  ]);
  const by = moveBy({ x: 3, y: -2 });
  const ids = (q: Piece) => q.items.map(({ id }) => id);

  it('are moved once each, words by their curve, which is not locked and not picked itself', () => {
    expect(moveSteps(p, ['words', 'words', 'a'], by)).toHaveLength(1);
    expect(moveSteps(p, ['held'], by)).toEqual([]);
    expect(moveSteps(p, ['stars', 'gone', 'fixed'], by)).toEqual([]);
    expect(centre(applied(p, moveSteps(p, ['words', 'sea'], by)), 'a')).toEqual([45, 40]);
    const lost = piece([lettering('LOST', { curveId: 'nowhere' })]);
    expect(moveSteps(lost, ['words'], by)).toEqual([]);
  });
  it('are turned, art about itself as it goes round, in degrees below 360', () => {
    expect(moveSteps(p, ['art'], by)).toMatchObject([{ path: ['centre'], value: { x: 13, y: 18 } }]);
    const turned = findItem(applied(p, moveSteps(p, ['art'], turnAbout({ x: 10, y: 10 }, 90))), 'art');
    expect(turned).toMatchObject({ centre: { x: expect.closeTo(0, 9), y: expect.closeTo(10, 9) }, turnDeg: 80 });
    const back = findItem(applied(p, moveSteps(p, ['art'], turnAbout({ x: 10, y: 20 }, -355))), 'art');
    expect(back).toMatchObject({ turnDeg: 355 });
  });
  it('are removed: items first, then curves with what is left on them', () => {
    const removed = (list: readonly string[]) => {
      const steps = removeSteps(p, list);
      if (!steps.ok) throw new Error(steps.problem.message);
      return { now: ids(applied(p, steps.value)), steps: steps.value.length };
    };
    expect(removed(['words', 'art', 'gone'])).toEqual({ now: ['a', 'held', 'stars', 'fixed', 'b', 'sea'], steps: 2 });
    expect(removed(['a', 'words', 'stars']).now).toEqual(['art', 'fixed', 'b', 'sea']);
    expect(removed(['a', 'b', 'art', 'fixed']).now).toEqual([]);
    expect(removed([])).toEqual({ now: ids(p), steps: 0 });
  });
  it('can be picked by hand where they are neither locked nor hidden', () => {
    const hidden = { ...artOf('hidden'), hidden: true };
    expect(selectable({ ...p, items: [...p.items, hidden] })).toEqual(['a', 'words', 'stars', 'art', 'b', 'sea']);
  });
  it('reach as far as they are drawn, art by its scale and turn', () => {
    const box = (item: Item) => {
      const found = boxOfItem(p, item)!;
      return [found.min.x, found.min.y, found.max.x, found.max.y].map((v) => Math.round(v * 1e6) / 1e6);
    };
    expect(box(findCurve(p, 'a')!)).toEqual([32, 32, 52, 52]);
    const wide = { ...artOf('wide'), parts: [{ ...artOf('x').parts[0]!, outlines: [square(4, -3), square(4, 3)] }] };
    // 10 by 4 mm, twice as large, and turned by 90°.
    expect(artSize(wide)).toEqual({ widthMm: expect.closeTo(10, 9), heightMm: expect.closeTo(4, 9) });
    expect(box({ ...wide, scale: 2 })).toEqual([32, 38, 52, 46]);
    expect(box({ ...wide, turnDeg: 90 })).toEqual([40, 37, 44, 47]);
    // By 30°: half of 10·cos + 4·sin, and of 10·sin + 4·cos.
    const [c, n] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
    const [w, h] = [(10 * c + 4 * n) / 2, (10 * n + 4 * c) / 2];
    expect(box({ ...wide, turnDeg: 30 })).toEqual(
      [42 - w, 42 - h, 42 + w, 42 + h].map((v) => Math.round(v * 1e6) / 1e6),
    );
    expect(boxOfItem(p, findItem(p, 'stars')!)).toBeNull();
    expect(boxOfItem(p, curve({ kind: 'parallel', of: 'gone', distanceMm: 1 }, 'lost'))).toBeNull();
    expect(artSize({ ...artOf('none'), parts: [] })).toEqual({ widthMm: 0, heightMm: 0 });
  });
});
