import { describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import type { PaintedPath } from '#core/drawing/painted';
import { areaOf, onEdge, regionOf } from '#core/geometry/outlines/edges';
import type { OutlineSink } from '#core/geometry/outlines/outlineSink';
import { imposed } from '#core/output/sheets/impose';
import type { Imposition, Layout } from '#core/output/sheets/imposition';
import { layOut } from '#core/output/sheets/layOut';
import { copyMarks, sheetMarks } from '#core/output/sheets/sheetMarks';
import { makeStroke } from '#core/piece/make';
import { circle, curve, faces, piece } from '../../support/pieces';

const sheet = (widthMm: number, heightMm: number, bleedMm = 0) => ({ widthMm, heightMm, bleedMm });
const paper = (changes: Partial<Imposition> = {}): Imposition => ({
  widthMm: 100,
  heightMm: 100,
  marginMm: 10,
  gutterMm: 4,
  nested: false,
  ...changes,
});
const laid = (of: ReturnType<typeof sheet>, on: Imposition): Layout => {
  const layout = layOut(of, on);
  if (!layout.ok) throw new Error(layout.problem.message);
  return layout.value;
};
const at = ({ places }: Layout) => places.map(({ x, y }) => [x, y].map((mm) => Math.round(mm * 1e6) / 1e6));

describe('laying out', () => {
  it('puts rows and columns in the middle of what the margins leave', () => {
    const layout = laid(sheet(38, 20), paper());
    expect([layout.columns, layout.rows]).toEqual([2, 3]);
    expect(at(layout)).toEqual([
      [10, 16],
      [52, 16],
      [10, 40],
      [52, 40],
      [10, 64],
      [52, 64],
    ]);
    expect(layout.waste).toBeCloseTo(1 - (6 * 38 * 20) / 10_000, 12);
  });
  it('takes what just fits, and no more', () => {
    expect(at(laid(sheet(80, 80), paper()))).toEqual([[10, 10]]);
    expect(laid(sheet(38, 38), paper()).places).toHaveLength(4);
    expect(laid(sheet(38.0001, 38), paper()).places).toHaveLength(2);
    expect(layOut(sheet(80.0001, 80), paper())).toMatchObject({ ok: false });
    expect(layOut(sheet(80, 80.0001), paper())).toMatchObject({
      ok: false,
      problem: { code: 'no-room', value: 80, limit: 80.0001 },
    });
  });
  it('says what room there is where not one fits', () => {
    expect(layOut(sheet(90, 30), paper({ heightMm: 70 }))).toMatchObject({
      ok: false,
      problem: {
        code: 'no-room',
        value: 50,
        limit: 90,
        message: expect.stringContaining('Not one copy of 90 × 30 mm fits on what the margins leave, 80.0 × 50.0 mm.'),
      },
    });
    expect(layOut(sheet(30, 30), paper({ marginMm: 60 }))).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('0.0 × 0.0 mm') },
    });
  });
  it('lays discs in the hollows, rows indented by turns', () => {
    const layout = laid(sheet(20, 20), paper({ widthMm: 124, heightMm: 103, nested: true }));
    const step = (24 * Math.sqrt(3)) / 2,
      top = 10 + (83 - (3 * step + 20)) / 2;
    expect(layout.rows).toBe(4);
    const rows = [0, 1, 2, 3].flatMap((row) => [10, 34, 58, 82].map((x) => [x + (row % 2) * 12, top + row * step]));
    expect(at(layout)).toEqual(rows.map((row) => row.map((mm) => Math.round(mm * 1e6) / 1e6)));
    expect(layout.waste).toBeCloseTo(1 - (16 * Math.PI * 100) / (124 * 103), 12);
  });
  it('wants discs to be round, and bleeds to have room', () => {
    expect(layOut(sheet(20, 20.1), paper({ nested: true }))).toMatchObject({
      ok: false,
      problem: { code: 'not-round', message: expect.stringContaining('straight rows') },
    });
    expect(laid(sheet(20, 20, 2), paper({ gutterMm: 4 })).places.length).toBeGreaterThan(0);
    expect(layOut(sheet(20, 20, 2.01), paper({ gutterMm: 4 }))).toMatchObject({
      ok: false,
      problem: { code: 'gutter-too-small', limit: 4.02, message: expect.stringMatching(/bleed of 2\.01 mm.*4\.02 mm/) },
    });
  });
});

/** What a trace draws, as text. */
const drawn = (trace: (sink: OutlineSink) => void): string => {
  const out: string[] = [];
  const say =
    (name: string) =>
    (...v: number[]) =>
      out.push([name, ...v.map((mm) => Math.round(mm * 1e6) / 1e6)].join(' '));
  trace({ moveTo: say('M'), lineTo: say('L'), quadTo: say('Q'), curveTo: say('C'), closePath: say('Z') });
  return out.join(' ');
};
const box =
  (x0: number, y0: number, x1: number, y1: number) =>
  (sink: OutlineSink): void => {
    sink.moveTo(x0, y0);
    sink.lineTo(x1, y0);
    sink.lineTo(x1, y1);
    sink.lineTo(x0, y1);
    sink.closePath();
  };
const painted = (id: string, trace: (sink: OutlineSink) => void): PaintedPath =>
  ({
    id,
    itemId: id,
    part: 'own',
    trace,
    within: null,
    holes: [],
    united: false,
    rule: 'nonzero',
    paint: { fill: { id: 'k' }, stroke: null },
  }) as never;
const drawing = (paths: PaintedPath[], bleedMm = 0): Drawing =>
  ({
    name: 'one',
    sheet: sheet(20, 10, bleedMm),
    paper: '#f0e0d0',
    inks: [{ id: 'k' }],
    paths,
    pictures: new Map([['p', 1]]),
    problems: [{ code: 'x', message: 'x' }],
  }) as never;
const layout: Layout = {
  places: [
    { x: 5, y: 7 },
    { x: 50, y: 70 },
  ],
  columns: 2,
  rows: 1,
  waste: 0,
};

describe('a sheet of copies', () => {
  it('has every copy at its place, curves and all', () => {
    const curvy = (sink: OutlineSink): void => {
      sink.moveTo(1, 1);
      sink.quadTo(2, 1, 3, 2);
      sink.curveTo(4, 3, 3, 5, 2, 5);
      sink.lineTo(1, 4);
      sink.closePath();
    };
    const one = drawing([painted('a', curvy)]);
    const made = imposed('two', [one, one], layout, paper());
    expect(made).toMatchObject({ name: 'two', paper: '#f0e0d0', inks: [{ id: 'k' }], problems: [{ code: 'x' }] });
    expect(made.sheet).toEqual({ widthMm: 100, heightMm: 100, bleedMm: 0 });
    expect([...made.pictures.keys()]).toEqual(['p']);
    expect(made.paths.map(({ id }) => id)).toEqual(['a.1', 'a.2']);
    const alone = drawn(imposed('', [one], { ...layout, places: [{ x: 0, y: 0 }] }, paper()).paths[0]!.trace);
    const numbers = (text: string) =>
      text
        .split(' ')
        .filter((word) => /\d/.test(word))
        .map(Number);
    for (const [n, { x, y }] of layout.places.entries())
      expect(numbers(drawn(made.paths[n]!.trace))).toEqual(
        numbers(alone).map((mm, i) => Math.round((mm + (i % 2 ? y : x)) * 1e6) / 1e6),
      );
    expect(drawn(made.paths[0]!.trace).replace(/[^A-Z]/g, '')).toMatch(/^M.*Z$/);
  });
  it('is white paper where there is nothing to lay', () => {
    expect(imposed('none', [], layout, paper())).toMatchObject({ paper: '#ffffff', paths: [], inks: [] });
  });
  it.each([
    ['to the left', box(-9, 2, 5, 5), [-3, 2, 5, 5]],
    ['to the right', box(15, 2, 40, 5), [15, 2, 23, 5]],
    ['above', box(2, -9, 5, 5), [2, -3, 5, 5]],
    ['below', box(2, 5, 5, 40), [2, 5, 5, 13]],
  ])('is cut off at the bleed %s', (_where, trace, want) => {
    const made = imposed('cut', [drawing([painted('a', trace)], 3)], { ...layout, places: [{ x: 0, y: 0 }] }, paper());
    const values = drawn(made.paths[0]!.trace)
      .split(' ')
      .filter((word) => /\d/.test(word))
      .map(Number);
    const xs = values.filter((_, i) => i % 2 === 0),
      ys = values.filter((_, i) => i % 2 === 1);
    expect([Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]).toEqual(want);
  });
  it('leaves alone what reaches the bleed and no farther', () => {
    const full = box(-3, -3, 23, 13);
    const path = painted('a', full);
    const made = imposed('full', [drawing([path], 3)], { ...layout, places: [{ x: 0, y: 0 }] }, paper());
    expect(drawn(made.paths[0]!.trace)).toBe(drawn(full));
  });
});

describe('crop marks of copies', () => {
  it('stand half a millimetre off the bleed at each corner, 2.5 mm long', () => {
    const lines = copyMarks([sheet(20, 10, 2)], { ...layout, places: [{ x: 30, y: 40 }] });
    expect(lines).toEqual([
      [27.5, 40, 25, 40],
      [30, 37.5, 30, 35],
      [27.5, 50, 25, 50],
      [30, 52.5, 30, 55],
      [52.5, 40, 55, 40],
      [50, 37.5, 50, 35],
      [52.5, 50, 55, 50],
      [50, 52.5, 50, 55],
    ]);
  });
  it('are left out where they would lie on a neighbour, its bleed with it', () => {
    const count = (gap: number) =>
      copyMarks([sheet(20, 10, 1)], {
        ...layout,
        places: [
          { x: 30, y: 40 },
          { x: 50 + gap, y: 40 },
        ],
      }).length;
    // A mark reaches 4 mm out; the neighbour's bleed begins 1 mm before its trim.
    expect(count(5.01)).toBe(16);
    expect(count(4.9)).toBe(12);
    expect(count(2)).toBe(12);
  });
  it('come with a registration mark at the middle of each side of the paper that has room for it', () => {
    const paper = { widthMm: 100, heightMm: 80 };
    const marks = (places: { x: number; y: number }[]) =>
      sheetMarks([sheet(20, 10, 2)], { ...layout, places }, paper).slice(8 * places.length);
    const crosses = (lines: ReturnType<typeof marks>) =>
      lines
        .filter(([x0, y0, x1, y1]) => Math.hypot(x1 - x0, y1 - y0) === 5)
        .map(([x0, y0, x1, y1]) => [(x0 + x1) / 2, (y0 + y1) / 2]);
    const all = marks([{ x: 30, y: 40 }]);
    expect([...new Set(crosses(all).map(String))]).toEqual(['50,4', '50,76', '4,40', '96,40']);
    // Each with a ring of 1 mm about its middle.
    const [, , ...ring] = all.slice(0, 26);
    expect(ring).toHaveLength(24);
    for (const [x0, y0] of ring) expect(Math.hypot(x0 - 50, y0 - 4)).toBeCloseTo(1, 9);
    // A copy whose bleed comes up to one keeps it away; 0.01 mm farther off it does not.
    expect(crosses(marks([{ x: 8.49, y: 35 }])).map(String)).not.toContain('4,40');
    expect(crosses(marks([{ x: 8.51, y: 35 }])).map(String)).toContain('4,40');
  });
});

describe('strokes of copies', () => {
  it('are cut at the bleed: closed ones as their own outline, in their own ink', async () => {
    const p = {
      ...piece([{ ...curve(circle(21, 20, 20)), fill: 'brass', stroke: makeStroke('rust', 8) }]),
      sheet: sheet(40, 40, 1),
    };
    const laid = imposed(
      'x',
      [drawPiece(p, await faces())],
      { places: [{ x: 0, y: 0 }], columns: 1, rows: 1, waste: 0 },
      { widthMm: 40, heightMm: 40, marginMm: 0, gutterMm: 2, nested: false },
    );
    expect(laid.paths.map(({ paint }) => [paint.fill?.id, paint.stroke])).toEqual([
      ['brass', null],
      ['rust', null],
    ]);
    const points = laid.paths.flatMap(({ trace }) =>
      regionOf(trace)
        .flat()
        .map((edge) => onEdge(edge, 0.5)),
    );
    for (const at of points) for (const v of [at.x, at.y]) expect(v > -1.001 && v < 41.001).toBe(true);
    // What is left of the stroke within the bleed: the band between 17 and 25 mm, in the square of 42.
    const square = 42 * 42,
      hole = Math.PI * 17 * 17;
    const area = Math.abs(areaOf(regionOf(laid.paths[1]!.trace)));
    expect(area).toBeLessThan(square - hole);
    expect(area).toBeGreaterThan(square - hole - 4 * (21 * 21 - (Math.PI * 21 * 21) / 4));
  });
  it('are cut at the bleed where they have ends or dashes too, and stay strokes where they do not reach it', async () => {
    const all = await faces();
    const across = (y: number, dash: { onMm: number; offMm: number } | null) => ({
      ...curve({ kind: 'line', from: { x: -9, y }, to: { x: 49, y } }, `line${y}`),
      stroke: { ...makeStroke('rust', 4), dash },
    });
    const within = {
      ...curve({ kind: 'line', from: { x: 12, y: 20 }, to: { x: 28, y: 20 } }, 'within'),
      stroke: { ...makeStroke('rust', 2), dash: { onMm: 1, offMm: 1 } },
    };
    const p = { ...piece([across(10, null), across(30, { onMm: 6, offMm: 6 }), within]), sheet: sheet(40, 40, 1) };
    const laid = imposed(
      'x',
      [drawPiece(p, all)],
      { places: [{ x: 0, y: 0 }], columns: 1, rows: 1, waste: 0 },
      { widthMm: 40, heightMm: 40, marginMm: 0, gutterMm: 2, nested: false },
    );
    const [solid, dashed, kept] = laid.paths;
    // A band of 4 mm in the 42 mm between both bleeds.
    expect(Math.abs(areaOf(regionOf(solid!.trace)))).toBeCloseTo(4 * 42, 3);
    // Dashes begin at -9, 3, 15, 27 and 39: the first lies beyond the bleed, the last is cut off by it.
    const ends = regionOf(dashed!.trace).flatMap((contour) => contour.map((edge) => onEdge(edge, 0).x));
    expect([Math.min(...ends), Math.max(...ends)]).toEqual([expect.closeTo(3, 3), expect.closeTo(41, 3)]);
    expect(dashed!.paint).toMatchObject({ fill: { id: 'rust' }, stroke: null });
    expect(kept!.paint).toMatchObject({ fill: null, stroke: { widthMm: 2 } });
  });
});
