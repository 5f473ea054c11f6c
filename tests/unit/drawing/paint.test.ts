import { beforeAll, describe, expect, it } from 'vitest';
import { asOutlinesSteps } from '#core/drawing/asOutlines';
import { cleanPath } from '#core/drawing/clean';
import { drawPiece } from '#core/drawing/drawPiece';
import { settingOf, type Faces } from '#core/setting/settingOf';
import { areaOf, regionOf } from '#core/geometry/outlines/edges';
import { askedFor, replaceInk, spotNameProblem } from '#core/editing/edits/inkEdits';
import { fittedDash } from '#core/drawing/inks';
import type { PaintedPath } from '#core/drawing/painted';
import { followed } from '../../support/edits';
import { tracksOf } from '#core/curves/index';
import { writeSvg } from '#core/output/svg';
import { pictureOfStyle } from '#core/output/stylePicture';
import { seenByInk } from '#core/drawing/seen';
import { makeStroke, makeStyle } from '#core/piece/make';
import { pieceProblems } from '#core/piece/check/index';
import { applySteps, setStep } from '#core/piece/steps/index';
import type { Curve, Item, Lettering, Piece, Stroke } from '#core/piece/types';
import { circle, curve, faces, lettering, piece, spacing } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const paths = (...items: Item[]): readonly PaintedPath[] => drawPiece(piece(items), all).paths;
const area = (path: PaintedPath): number => areaOf(regionOf(cleanPath(path).trace));
const filled = (shape: Curve['shape'], id: string, changes: Partial<Curve> = {}): Curve => ({
  ...curve(shape, id),
  fill: 'enamel',
  ...changes,
});
const stroke = (changes: Partial<Stroke> = {}): Stroke => ({ ...makeStroke('rust', 1), ...changes });

describe('what lies beneath letters', () => {
  const full = lettering('TIDE', {
    halo: { ink: 'brass', marginMm: 0.5 },
    shade: { ink: 'rust', deg: 135, depthMm: 1 },
    underline: { ink: 'black', widthMm: 0.3, offMm: 1 },
    stroke: makeStroke('black', 0.2),
  });
  it('is painted from the lowest up, each in its ink', () => {
    const made = paths(curve(circle(30)), full);
    expect(made.map((path) => path.id)).toEqual([
      'words.halo-shade',
      'words.halo-underline',
      'words.halo',
      'words.shade',
      'words.underline',
      'words',
    ]);
    expect(made[2]!.paint).toMatchObject({ fill: { id: 'brass' }, stroke: { widthMm: 1.2, join: 'round' } });
    expect(made[5]!.paint).toMatchObject({
      fill: { id: 'deep' },
      stroke: { ink: { id: 'black' }, widthMm: 0.2 },
      under: false,
    });
  });
  it('follows the curve under the words, from the first ink to the last', () => {
    const line = paths(curve(circle(30)), full).find((path) => path.part === 'underline')!;
    const ends: { x: number; y: number }[] = [];
    line.trace({
      moveTo: (x, y) => {
        ends.push({ x, y });
      },
      lineTo: () => {},
      quadTo: () => {},
      curveTo: (_a, _b, _c, _d, x, y) => {
        ends.push({ x, y });
      },
      closePath: () => {},
    });
    for (const { x, y } of ends) expect(Math.hypot(x - 42, y - 42)).toBeCloseTo(29, 3);
    // The words are centred at 12 o'clock by their ink, and so is the line.
    expect(ends[0]!.x - 42).toBeCloseTo(42 - ends.at(-1)!.x, 3);
  });
  it('is one outline in files, and letters that overlap are too where asked', () => {
    const shade = paths(curve(circle(30)), full).find((path) => path.part === 'shade')!;
    expect(regionOf(cleanPath(shade).trace).length).toBeLessThan(regionOf(shade.trace).length);
    const tight = { spacing: { ...lettering('A').spacing, tracking: -220 } };
    const [apart] = paths(curve(circle(30)), lettering('OOO', tight)),
      [one] = paths(curve(circle(30)), lettering('OOO', { ...tight, united: true }));
    expect(area(one!)).toBeLessThan(area(apart!) - 0.05);
  });
  it('is left out with the lettering where that is hidden', () => {
    expect(paths(curve(circle(30)), { ...full, hidden: true })).toEqual([]);
    expect(
      drawPiece(piece([curve(circle(30)), lettering('TIDE', { faceId: 'not-there', hidden: true })]), all).problems,
    ).toEqual([]);
  });
});

describe('strokes', () => {
  it('lie inside, on or outside a closed curve to the last hundredth', () => {
    for (const [place, radius] of [
      ['inside', 29.5],
      ['centre', 30],
      ['outside', 30.5],
    ] as const) {
      const path = paths(filled(circle(30), 'ring', { stroke: stroke({ place }) })).at(-1)!;
      expect(Math.sqrt(area({ ...path, holes: [] }) / Math.PI), place).toBeCloseTo(radius, 3);
      expect(path.paint.stroke!.widthMm).toBe(1);
    }
  });
  it('have dashes that come out even round a closed curve', () => {
    const [on, off] = fittedDash({ onMm: 2, offMm: 1 }, 2 * Math.PI * 30);
    expect((2 * Math.PI * 30) / (on + off)).toBeCloseTo(63, 9);
    expect(on / off).toBeCloseTo(2, 9);
    expect(fittedDash({ onMm: 2, offMm: 1 }, null)).toEqual([2, 1]);
  });
  it('go out as they are: corners, dashes, under the fill', () => {
    const svg = writeSvg(
      drawPiece(
        piece([
          { ...curve(circle(30)), stroke: stroke({ join: 'round', dash: { onMm: 3, offMm: 3 } }) },
          lettering('A', { stroke: stroke({ under: true, join: 'bevel' }) }),
        ]),
        all,
      ),
    );
    expect(svg).toMatch(
      /class="stroke-rust" fill="none" stroke="#[0-9a-f]{6}" stroke-width="1" stroke-linejoin="round" stroke-dasharray="[\d. ]+"/,
    );
    expect(svg).toMatch(/class="fill-deep stroke-rust" [^>]*stroke-linejoin="bevel" paint-order="stroke"/);
    expect(svg).toContain('<ink class="rust" name="Rust" kind="process" cmyk="18 82 88 17"/>');
  });
});

describe('cuts', () => {
  it('make a ring of two circles, and take letters with a margin out of a disc', () => {
    const [ring] = paths(
      filled(circle(30), 'disc', { cuts: [{ itemId: 'hole', marginMm: 0 }] }),
      curve(circle(20), 'hole'),
    );
    expect(area(ring!)).toBeCloseTo(Math.PI * 500, 1);
    const [wide] = paths(
      filled(circle(30), 'disc', { cuts: [{ itemId: 'hole', marginMm: 2 }] }),
      curve(circle(20), 'hole'),
    );
    expect(area(wide!)).toBeCloseTo(Math.PI * (900 - 484), 0);
    const words = lettering('TIDE', { curveId: 'disc', seat: { ...lettering('').seat, side: 'inside' }, fill: null });
    const cut = (marginMm: number): number =>
      area(paths(filled(circle(30), 'disc', { cuts: [{ itemId: 'words', marginMm }] }), words)[0]!);
    const letters = Math.PI * 900 - cut(0);
    expect(letters).toBeGreaterThan(20);
    expect(Math.PI * 900 - cut(0.3)).toBeGreaterThan(letters + 10);
  });
  it('leave the stroke whole, follow what cuts, and end when that is deleted', () => {
    const disc = filled(circle(30), 'disc', { stroke: stroke(), cuts: [{ itemId: 'hole', marginMm: 0 }] });
    const p = piece([disc, curve(circle(20), 'hole')]);
    const [fill, edge] = drawPiece(p, all).paths;
    expect([fill!.part, edge!.part, fill!.holes.length, edge!.holes.length]).toEqual(['own', 'stroke', 1, 0]);
    const steps = followed(p, [{ kind: 'remove', index: 1, item: p.items[1]! }], all);
    const after = applySteps(p, steps);
    expect(after.ok && (after.value.items[0] as Curve).cuts).toEqual([]);
  });
});

/** A piece after the lettering behind its first curve was copied as outlines, which must keep the rules. */
function outlined(p: Piece) {
  const own = p.items[1] as Lettering;
  const set = settingOf(own, tracksOf(p), all);
  if (!set.ok) throw new Error(set.problem.message);
  let n = 0;
  const made = asOutlinesSteps(p, own, set.value, () => `new${n++}`);
  if (!made.ok) throw new Error(made.problem.message);
  const after = applySteps(p, made.value.steps);
  if (!after.ok) throw new Error(after.problem.message);
  expect(pieceProblems(after.value)).toEqual([]);
  return { own, set: set.value, ids: made.value.ids, after: after.value };
}

describe('copying as outlines', () => {
  it('gives the same ink: a curve a letter, its counters cut out, the lettering hidden beside them', () => {
    const { own, set, ids, after } = outlined(piece([curve(circle(30)), lettering('TIDE OAR')]));
    expect(ids).toHaveLength(7);
    const drawing = drawPiece(after, all);
    const sum = (list: readonly PaintedPath[]): number => list.reduce((total, path) => total + area(path), 0);
    expect(sum(drawing.paths)).toBeCloseTo(
      sum(drawPiece(piece([curve(circle(30)), { ...own, united: true }]), all).paths),
      2,
    );
    expect((after.items[1] as Lettering).hidden).toBe(true);
    const blank = asOutlinesSteps(
      after,
      { ...own, wording: ' ' },
      { ...set, measured: { ...set.measured, run: { ...set.measured.run, letters: [] } } },
      () => 'x',
    );
    expect(blank).toMatchObject({ ok: false, problem: { code: 'no-letters' } });
  });
});

describe('copying the whole look as outlines', () => {
  const faceted = (changes: Partial<Lettering>): Piece =>
    piece([curve(circle(30)), lettering('TIDE OAR', { ...changes })]);
  /** What is seen of each ink before and after, mm². */
  function seen(p: Piece): { before: Map<string, number>; after: Map<string, number>; items: Piece['items'] } {
    const { after } = outlined(p);
    const areas = (one: Piece): Map<string, number> =>
      new Map(seenByInk(drawPiece(one, all)).map(({ ink, region }) => [ink.id, areaOf(region)]));
    return { before: areas(p), after: areas(after), items: after.items.slice(2) };
  }
  it.each([
    ['a halo', { halo: { ink: 'rust', marginMm: 0.8 } }],
    ['a halo about an outline', { halo: { ink: 'rust', marginMm: 0.8 }, stroke: makeStroke('enamel', 0.4) }],
    ['a shade in a halo', { halo: { ink: 'rust', marginMm: 0.5 }, shade: { ink: 'brass', deg: 135, depthMm: 1 } }],
    ['a shade', { shade: { ink: 'brass', deg: 200, depthMm: 1.2 } }],
    ['an outline beneath', { stroke: { ...makeStroke('enamel', 0.6), under: true } }],
    ['an outline upon it', { stroke: makeStroke('enamel', 0.3) }],
    ['letters in one', { united: true, spacing: spacing({ tracking: -120 }), stroke: makeStroke('enamel', 0.3) }],
  ] satisfies [string, Partial<Lettering>][])('keeps %s, of which as much is seen', (_name, changes) => {
    const { before, after, items } = seen(faceted(changes));
    expect([...after.keys()].sort()).toEqual([...before.keys()].sort());
    for (const [ink, mm2] of before) expect(Math.abs(after.get(ink)! - mm2), ink).toBeLessThan(0.01 * mm2);
    expect(new Set(items.map((one) => (one as Curve).group)).size).toBe(1);
  });
  it('keeps underlines as lines with a stroke, their halo beneath', () => {
    const { items } = seen(
      faceted({ underline: { ink: 'brass', widthMm: 0.6, offMm: 1 }, halo: { ink: 'rust', marginMm: 0.5 } }),
    );
    const lines = items.filter((one) => (one as Curve).shape.kind === 'drawn' && !((one as Curve).shape as any).closed);
    expect(lines.map((one) => (one as Curve).stroke)).toMatchObject([
      { ink: 'rust', widthMm: 1.6 },
      { ink: 'brass', widthMm: 0.6 },
    ]);
  });
});

describe('inks of a piece', () => {
  const p: Piece = {
    ...piece([
      filled(circle(30), 'ring', { stroke: makeStroke('enamel') }),
      lettering('A', { curveId: 'ring', halo: { ink: 'enamel', marginMm: 1 } }),
    ]),
  };
  it('are counted, and replaced wherever they are asked for', () => {
    const styled = { ...p, styles: [makeStyle('s', 'Style', lettering('A', { fill: 'enamel' }))] };
    expect(askedFor(styled, 'enamel')).toBe(4);
    const after = applySteps(styled, [
      ...replaceInk(styled, 'enamel', 'rust'),
      setStep(
        styled,
        null,
        ['inks'],
        styled.inks.filter((ink) => ink.id !== 'enamel'),
      ),
    ]);
    expect(after.ok && pieceProblems(after.value)).toEqual([]);
    const none = applySteps(styled, replaceInk(styled, 'enamel', null));
    expect(none.ok && askedFor(none.value, 'enamel')).toBe(0);
  });
  it('have names of their own, in any script, none that printing keeps for itself', () => {
    const ink = { ...p.inks[0]!, kind: 'spot' as const };
    expect(spotNameProblem(p, ink, '')).toMatchObject({ code: 'no-name' });
    expect(spotNameProblem(p, ink, 'Rust')).toMatchObject({ code: 'same-name' });
    expect(spotNameProblem(p, ink, 'BLACK')).toMatchObject({ code: 'reserved-name' });
    expect(spotNameProblem(p, ink, 'a\u0007b')).toMatchObject({ code: 'control-character' });
    for (const name of ['Bråss (卍) "7"', 'ذهب', '<Ink> [1] /2']) expect(spotNameProblem(p, ink, name)).toBeNull();
    expect(pieceProblems({ ...p, inks: p.inks.slice(2) })[0]).toMatchObject({
      code: 'unknown-ink',
      field: 'items[0].fill',
    });
    expect(pieceProblems({ ...p, inks: [...p.inks, { ...p.inks[0]!, id: 'two' }] })[0]).toMatchObject({
      code: 'same-name',
    });
  });
  it('make the picture of a style, at whatever size it is', () => {
    const style = makeStyle(
      's',
      'Style',
      lettering('A', { size: { by: 'em', pt: 200 }, shade: { ink: 'rust', deg: 90, depthMm: 4 } }),
    );
    expect(pictureOfStyle(p, style, all).match(/<path /g)).toHaveLength(2);
    expect(pictureOfStyle(p, { ...style, of: { ...style.of, faceId: 'not-there' } }, all)).toBe('');
  });
});
