import { describe, expect, it } from 'vitest';
import { askedFor, replaceInk, RESERVED_INK_NAMES, spotNameProblem } from '#core/editing/edits/inkEdits';
import { styleOf } from '#core/piece/items/lettering';
import { makeStroke } from '#core/piece/make';
import { applySteps } from '#core/piece/steps/index';
import type { Art, Lettering, Piece, Style } from '#core/piece/types';
import { artOf, square } from '../../support/art';
import { circle, curve, inkOf, lettering, piece } from '../../support/pieces';

const rust = { stroke: makeStroke('rust', 0.4) };
const words = lettering('TIDE', {
  fill: 'rust',
  ...rust,
  halo: { ink: 'rust', marginMm: 0.7 },
  shade: { ink: 'rust', deg: 45, depthMm: 1 },
  underline: { ink: 'rust', offMm: 1, widthMm: 0.5 },
});
const art = artOf('art', {
  parts: [
    { outlines: [square(4)], rule: 'nonzero', fill: 'rust', stroke: makeStroke('brass', 1) },
    { outlines: [square(3)], rule: 'nonzero', fill: 'brass', ...rust },
  ],
});
const style = (id: string, of: Lettering): Style => ({ id, name: id, of: styleOf(of) });
const p: Piece = {
  ...piece([{ ...curve(circle(30)), fill: 'brass', ...rust }, words, art]),
  styles: [style('plain', lettering('')), style('rusty', words)],
};
const replaced = (by: string | null, from = p): Piece => {
  const next = applySteps(from, replaceInk(from, 'rust', by));
  if (!next.ok) throw new Error(next.problem.message);
  return next.value;
};

describe('the places of an ink', () => {
  it('are fills, strokes, halos, shades and underlines, parts of art and styles: each counts', () => {
    // The curve's stroke, five of the words, two of the art, five of a style.
    expect(askedFor(p, 'rust')).toBe(13);
    expect(askedFor(p, 'brass')).toBe(3);
    // The fill of the plain style.
    expect(askedFor(p, 'deep')).toBe(1);
    expect(askedFor(p, 'enamel')).toBe(0);
  });
  it('all get another ink in its place, with all else as it was', () => {
    const next = replaced('enamel');
    expect(askedFor(next, 'rust')).toBe(0);
    expect(askedFor(next, 'enamel')).toBe(13);
    expect(askedFor(next, 'brass')).toBe(3);
    expect(JSON.parse(JSON.stringify(next).replaceAll('"enamel"', '"rust"'))).toEqual(
      JSON.parse(JSON.stringify(p).replaceAll('"enamel"', '"rust"')),
    );
  });
  it('all go without one where there is none in its place', () => {
    const next = replaced(null);
    expect(next.items[0]).toMatchObject({ fill: 'brass', stroke: null });
    expect(next.items[1]).toMatchObject({ fill: null, stroke: null, halo: null, shade: null, underline: null });
    expect((next.items[2] as Art).parts).toMatchObject([
      { fill: null, stroke: { ink: 'brass', widthMm: 1 } },
      { fill: 'brass', stroke: null },
    ]);
    expect(next.styles[0]).toEqual(p.styles[0]);
    expect(next.styles[1]!.of).toMatchObject({ fill: null, stroke: null, halo: null, shade: null, underline: null });
  });
  it('need no step where there are none, and none for styles that lack the ink', () => {
    expect(replaceInk(p, 'enamel', 'brass')).toEqual([]);
    const unstyled = { ...p, styles: [p.styles[0]!] };
    expect(replaceInk(unstyled, 'rust', 'brass').every((step) => step.kind === 'set' && step.id !== null)).toBe(true);
    expect(replaceInk(p, 'rust', 'brass').filter((step) => step.kind === 'set' && step.id === null)).toHaveLength(1);
    // One for the curve, five for the words, one for the art, one for the styles.
    expect(replaceInk(p, 'rust', 'brass')).toHaveLength(8);
  });
});

describe('the name of an ink', () => {
  const spot = inkOf('spot', 'spot', [0, 50, 0, 0], { name: 'Signal' }),
    mix = inkOf('mix', 'process', [0, 50, 0, 0], { name: 'Mix' }),
    cut = inkOf('cut', 'process', [0, 50, 0, 0], { name: 'Knife', purpose: 'cut' });
  const own = { ...p, inks: [spot, mix, cut] };
  const code = (ink: typeof spot, name: string): string | null => spotNameProblem(own, ink, name)?.code ?? null;

  it('is any that it has alone, in any script', () => {
    for (const name of ['Signal', 'Ünïcode (2) [x]', 'חול', 'Cyan spot', ' '])
      expect(code(spot, name), name).toBeNull();
  });
  it('is none that is empty, another’s, or cannot be shown', () => {
    expect(code(spot, '')).toBe('no-name');
    expect(code(spot, 'Mix')).toBe('same-name');
    expect(code(mix, 'Signal')).toBe('same-name');
    expect(code(spot, 'Sig\u0007nal')).toBe('control-character');
    expect(code(spot, 'Sig\u001fnal')).toBe('control-character');
    expect(code(spot, 'Sig nal')).toBeNull();
  });
  it('is no name of a plate of the process, for what has a plate of its own', () => {
    expect([...RESERVED_INK_NAMES].sort()).toEqual(['all', 'black', 'cyan', 'magenta', 'none', 'yellow']);
    for (const name of ['All', 'none', 'CYAN', 'Magenta', 'yellow', 'bLaCk']) {
      expect(code(spot, name), name).toBe('reserved-name');
      expect(code(cut, name), name).toBe('reserved-name');
      expect(code(mix, name), name).toBeNull();
    }
  });
  it('says what is wrong with it, and of what', () => {
    expect(spotNameProblem(own, spot, 'Mix')).toEqual({
      code: 'same-name',
      field: 'name',
      value: 'Mix',
      message: 'Another ink is called “Mix” already. Choose a name of its own.',
    });
    expect(spotNameProblem(own, spot, 'Black')!.message).toBe(
      'A spot ink cannot be called “Black”: printing keeps that name for a plate of its own. Call it “Black spot”, say.',
    );
    expect(spotNameProblem(own, spot, '')!.message).toContain('needs a name');
    expect(spotNameProblem(own, spot, '\u0001')!.message).toContain('cannot be shown');
  });
});
