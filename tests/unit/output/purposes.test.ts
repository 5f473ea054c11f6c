import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, printedOnly } from '#core/drawing/drawPiece';
import { inksOf } from '#core/drawing/inks';
import { spotNameProblem } from '#core/editing/edits/inkEdits';
import { asMeant, formatOf, STANDARD_OPTIONS, type FileTools } from '#core/output/formats/index';
import { layOut } from '#core/output/sheets/layOut';
import { repeated } from '../../support/repeated';
import { prepareFile, writeFile } from '#core/output/makeFile';
import { writePreview } from '#core/output/preview';
import { platesOf } from '#core/output/plates';
import { writeSvg } from '#core/output/svg';
import { onEdge, regionOf } from '#core/geometry/outlines/edges';
import { PLAIN_INK, STANDARD_INKS, type Ink } from '#core/piece/inks';
import { makeStroke } from '#core/piece/make';
import { proofPiece } from '#core/proof/index';
import { columnOf, readMapping } from '#core/output/series';
import { readTable } from '#core/import/table';
import type { Piece } from '#core/piece/types';
import type { Face } from '#core/type/face';
import { circle, curve, faces, lettering, piece } from '../../support/pieces';
import { pdfOf, separated } from '../../support/plates';

const base = { kind: 'spot', overprint: false, ...PLAIN_INK } as const;
const gold: Ink = { ...base, id: 'gold', name: 'Gold', cmyk: [0, 20, 80, 10] };
const pale: Ink = { ...gold, id: 'pale', name: 'Gold 40 %', tint: { of: 'gold', share: 40 } };
const grey: Ink = {
  ...base,
  id: 'grey',
  kind: 'process',
  name: 'Grey',
  cmyk: [0, 0, 0, 0],
  tint: { of: 'black', share: 30 },
};
// By a slip it is called a process ink: what is for a machine has a plate of its own all the same.
const cut: Ink = {
  ...base,
  id: 'cut',
  kind: 'process',
  name: 'Cut',
  cmyk: [0, 100, 0, 0],
  overprint: true,
  purpose: 'cut',
};
let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const of = (...items: Piece['items']): Piece => ({ ...piece(items), inks: [...STANDARD_INKS, gold, pale, grey, cut] });

describe('inks with a purpose', () => {
  const sheet = of(
    { ...curve(circle(30)), fill: 'gold' },
    { ...curve(circle(38), 'edge'), stroke: makeStroke('cut', 0.1) },
  );
  it('have plates of their own, print over, and are left out of pictures', () => {
    const drawing = drawPiece(sheet, all);
    expect(platesOf(drawing).map(({ name }) => name)).toEqual(['Cut', 'Gold']);
    expect(writeSvg(drawing)).toContain('edge');
    const pictured = printedOnly(drawing);
    expect(writeSvg(pictured)).not.toContain('edge');
    expect(pictured.paths).toHaveLength(1);
  });
  it('are no colour to the proof: a line to cut covers nothing', () => {
    const words = lettering('TIDE', { fill: 'deep', size: { by: 'cap', mm: 6 } });
    const under = of({ ...curve(circle(24)), fill: null }, words, { ...curve(circle(36), 'die'), fill: 'cut' });
    expect(proofPiece(under, all).map(({ code }) => code)).not.toContain('covered');
  });
  it('are refused the names of the press, with a better one', () => {
    expect(spotNameProblem(sheet, cut, 'All')).toMatchObject({
      code: 'reserved-name',
      message: expect.stringContaining('“All spot”'),
    });
    expect(spotNameProblem(sheet, cut, 'Cut line')).toBeNull();
  });
});

describe('tints of an ink', () => {
  it('are a share of it on its plate, and look so', () => {
    const inks = inksOf(of());
    expect(inks.get('pale')).toMatchObject({ kind: 'spot', share: 0.4, plate: { name: 'Gold' } });
    expect(inks.get('pale')!.cmyk[2]).toBeCloseTo(32, 9);
    expect(inks.get('grey')!.cmyk).toEqual([0, 0, 0, 30]);
    expect(platesOf(drawPiece(of({ ...curve(circle(30)), fill: 'pale' }), all)).map(({ name }) => name)).toEqual([
      'Gold',
    ]);
  });
  it('print so on the plates of another program', async () => {
    const drawing = drawPiece(
      of({ ...curve(circle(30)), fill: 'pale' }, { ...curve(circle(10), 'b'), fill: 'grey' }),
      all,
    );
    const file = join(mkdtempSync(join(tmpdir(), 'under-arc-tints-')), 'tints.pdf');
    writeFileSync(file, await pdfOf(drawing));
    const plates = separated(file);
    const at = (name: string, x: number, y: number): number => plates.get(name)!.at(x, y);
    expect(at('Gold', 42, 20)).toBeCloseTo(0.4, 1);
    expect(at('Black', 42, 42)).toBeCloseTo(0.3, 1);
    expect(at('Gold', 42, 42)).toBeCloseTo(0, 1);
  });
});

describe('a series told on the command line', () => {
  const read = readTable('Name,Post,Many\nAda,Signals,2\n');
  const table = read.ok ? read.value : null!;
  const badge = piece([curve(circle(30)), lettering('NAME', { id: 'name' }), lettering('the post', { id: 'post' })]);
  it('maps columns, by name or letter, to letterings, by their words or id', () => {
    expect(readMapping(badge, table, ['Name=name', 'B=The Post'])).toEqual({ ok: true, value: { name: 0, post: 1 } });
    expect([columnOf(table, 'many'), columnOf(table, 'C'), columnOf(table, 'D')]).toEqual([2, 2, null]);
  });
  it('says what there is where a name is wrong', () => {
    expect(readMapping(badge, table, ['Nme=NAME'])).toMatchObject({
      problem: { code: 'no-column', message: expect.stringContaining('“Name”, “Post”, “Many”') },
    });
    expect(readMapping(badge, table, ['Name=SHIP'])).toMatchObject({
      problem: { code: 'no-lettering', message: expect.stringContaining('“NAME”, “the post”') },
    });
  });
});

describe('cut lines of copies', () => {
  const badge: Piece = {
    ...piece([{ ...curve(circle(9.5, 10, 10)), fill: 'brass' }]),
    sheet: { widthMm: 20, heightMm: 20, bleedMm: 1 },
  };
  const paper = { widthMm: 100, heightMm: 80, marginMm: 5, gutterMm: 4, nested: true, cutLines: true };
  const sheetOf = (own: Piece, on: typeof paper) => {
    const layout = layOut(own.sheet, on);
    if (!layout.ok) throw new Error(layout.problem.message);
    return { drawing: repeated(drawPiece(own, new Map()), layout.value, on), places: layout.value.places };
  };

  it('go round nested pieces on a plate of their own, and leave the others as they are', async () => {
    const { drawing, places } = sheetOf(badge, paper);
    expect(places.length).toBeGreaterThan(4);
    const file = join(mkdtempSync(join(tmpdir(), 'under-arc-cut-')), 'copies.pdf');
    writeFileSync(file, await pdfOf(drawing));
    const plates = separated(file, 600),
      lines = plates.get('Cut')!;
    for (const { x, y } of places) {
      for (let deg = 0; deg < 360; deg += 15) {
        const at = (r: number): number =>
          lines.at(x + 10 + r * Math.sin((deg * Math.PI) / 180), y + 10 - r * Math.cos((deg * Math.PI) / 180));
        expect(Math.max(...[9.98, 10, 10.02].map(at)), `${deg}°`).toBeGreaterThan(0.3);
        expect(at(9.85)).toBe(0);
        expect(at(10.15)).toBe(0);
      }
      // It prints on top: brass goes on beneath it.
      expect(plates.get('Yellow')!.at(x + 10, y + 10)).toBeCloseTo(0.77, 1);
    }
    const plain = sheetOf(badge, { ...paper, cutLines: false }).drawing;
    expect(platesOf(plain).map(({ name }) => name)).not.toContain('Cut');
    expect(printedOnly(drawing).paths.map(({ id }) => id)).toEqual(plain.paths.map(({ id }) => id));
  });
  it('follow the trim where pieces lie in straight rows, turned ones too, in the ink for cutting that is there', () => {
    const own: Piece = {
      ...badge,
      sheet: { widthMm: 30, heightMm: 12, bleedMm: 0 },
      inks: [...STANDARD_INKS, { ...cut, name: 'Kiss cut' }],
    };
    const { drawing, places } = sheetOf(own, { ...paper, nested: false, turned: true } as typeof paper);
    expect(places.some(({ turned }) => turned)).toBe(true);
    const lines = drawing.paths.filter(({ paint }) => paint.stroke?.ink.purpose === 'cut');
    expect(lines.map(({ paint }) => paint.stroke!.ink.name)).toEqual(places.map(() => 'Kiss cut'));
    for (const [n, { x, y, turned }] of places.entries()) {
      const points = regionOf(lines[n]!.trace)
        .flat()
        .map((edge) => onEdge(edge, 0));
      const [w, h] = turned ? [12, 30] : [30, 12];
      expect([Math.min(...points.map((p) => p.x)), Math.max(...points.map((p) => p.x))]).toEqual([
        expect.closeTo(x, 6),
        expect.closeTo(x + w, 6),
      ]);
      expect([Math.min(...points.map((p) => p.y)), Math.max(...points.map((p) => p.y))]).toEqual([
        expect.closeTo(y, 6),
        expect.closeTo(y + h, 6),
      ]);
    }
  });
  it('are shown in SVG and PNG when they were asked for, without another choice', async () => {
    const lines = (svg: string): number => [...svg.matchAll(/<path id="cut\.\d+"/g)].length;
    for (const cutLines of [true, false]) {
      const options = { ...STANDARD_OPTIONS, imposition: { ...paper, cutLines } };
      const prepared = prepareFile('svg', badge, new Map(), options);
      if (!prepared.ok) throw new Error(prepared.problem.message);
      const made = await writeFile('svg', prepared.value, options, {} as FileTools);
      const places = prepared.value.layout!.places.length;
      expect(made.ok && lines(new TextDecoder().decode(made.value))).toBe(cutLines ? places : 0);
      expect(
        lines(writePreview(prepared.value.drawing, formatOf('png').preview(prepared.value, asMeant(options)))),
      ).toBe(cutLines ? places : 0);
    }
  });
  it('have a plate of another name where an ink is called Cut already', () => {
    const named: Piece = { ...badge, inks: [...STANDARD_INKS, { ...gold, name: 'CUT' }] };
    expect(platesOf(sheetOf(named, paper).drawing).map(({ name }) => name)).toContain('Cut 2');
  });
});
