import { describe, expect, it } from 'vitest';
import { pivotOf, turnSelectionSteps } from '#core/editing/edits/turn';
import { applySteps } from '#core/piece/steps/index';
import { findCurve, findLettering, type Piece } from '#core/piece/types';
import { arc, circle, curve, lettering, piece } from '../../support/pieces';

const turned = (p: Piece, ids: readonly string[], deg: number): Piece => {
  const made = applySteps(p, turnSelectionSteps(p, ids, deg));
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};
const clockOf = (p: Piece, id: string): number => {
  const { at } = findLettering(p, id)!.anchor;
  return at.kind === 'clock' ? at.deg : NaN;
};

describe('turning a selection', () => {
  const rings = piece([
    curve(circle(30)),
    curve(circle(20), 'inner'),
    curve(circle(10, 20, 20), 'aside'),
    lettering('TIDE'),
    lettering('SEDGE', { id: 'within', curveId: 'inner' }),
    lettering('TERN', { id: 'far', curveId: 'aside' }),
  ]);
  it('goes about the middle of one curve, its words with it', () => {
    expect(pivotOf(rings, ['aside'])).toEqual({
      centre: { x: 20, y: 20 },
      min: { x: expect.closeTo(10, 9), y: expect.closeTo(10, 9) },
      max: { x: expect.closeTo(30, 9), y: expect.closeTo(30, 9) },
    });
    const after = turned(rings, ['aside'], 40);
    expect(clockOf(after, 'far')).toBeCloseTo(40, 9);
    expect(clockOf(after, 'words')).toBe(0);
  });
  it('turns letterings about the centre that their rings share; the rings stay', () => {
    expect(pivotOf(rings, ['words', 'within'])?.centre).toEqual({ x: 42, y: 42 });
    const after = turned(rings, ['words', 'within'], -15);
    expect([clockOf(after, 'words'), clockOf(after, 'within')]).toEqual([
      expect.closeTo(345, 9),
      expect.closeTo(345, 9),
    ]);
    expect(findCurve(after, 'ring')).toEqual(findCurve(rings, 'ring'));
  });
  it('gives letterings of different centres none', () => {
    expect(pivotOf(rings, ['words', 'far'])).toBeNull();
    expect(turnSelectionSteps(rings, ['words', 'far'], 30)).toEqual([]);
  });
  it('goes about the middle of all of several curves', () => {
    const two = piece([curve(circle(10, 20, 20), 'a'), curve(circle(10, 60, 20), 'b')]);
    expect(pivotOf(two, ['a', 'b'])?.centre).toEqual({ x: expect.closeTo(40, 9), y: expect.closeTo(20, 9) });
    const after = turned(two, ['a', 'b'], 90);
    expect(findCurve(after, 'a')!.shape).toMatchObject({
      centre: { x: expect.closeTo(40, 6), y: expect.closeTo(0, 6) },
    });
  });
  it('has none for what is locked, or words on an open curve alone', () => {
    const held = piece([
      { ...curve(circle(10)), locked: true },
      curve(arc(20, -60, 120), 'c'),
      lettering('TIDE', { curveId: 'c' }),
    ]);
    expect(pivotOf(held, ['ring'])).toBeNull();
    expect(pivotOf(held, ['words'])).toBeNull();
    expect(pivotOf(held, [])).toBeNull();
    expect(pivotOf(held, ['c'])).not.toBeNull();
  });
});
