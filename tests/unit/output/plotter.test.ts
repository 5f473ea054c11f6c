import { readdirSync, readFileSync } from 'node:fs';
import DxfParser from 'dxf-parser';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { seenDrawing } from '#core/drawing/seen';
import { toolContours } from '#core/output/cut/contours';
import { writeDxf } from '#core/output/cut/dxf';
import { plotterRun, type PlotRun } from '#core/output/cut/plotter';
import { makeStroke } from '#core/piece/make';
import { parsePiece } from '#core/piece/read';
import type { CurveShape, Item } from '#core/piece/types';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, HOME, piece } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const NO_EXTRAS = { weedingBox: false, marks: false };
const runOf = (drawing: Drawing, extras = NO_EXTRAS): PlotRun =>
  plotterRun(toolContours(drawing, 0.01, extras), drawing.sheet.heightMm);
const demo = (name: string): Drawing => {
  const found = parsePiece(readFileSync(`${HOME}/demo/${name}`, 'utf8'));
  if (!found.ok) throw new Error(found.problem.message);
  return drawPiece(found.value, all);
};
const box = (x: number, y: number, widthMm: number, heightMm: number): CurveShape => ({
  kind: 'rectangle',
  centre: { x, y },
  widthMm,
  heightMm,
  cornerMm: 0,
  turnDeg: 0,
});
/** Filled shapes of one ink, each an item. */
const filled = (...shapes: CurveShape[]): Drawing =>
  drawPiece(piece(shapes.map((shape, i): Item => ({ ...curve(shape, `shape${i}`), fill: 'deep' }))), all);
const twiceMm = ({ again }: PlotRun): number => again.reduce((sum, one) => sum + one.toMm - one.fromMm, 0);

describe('a plotter', () => {
  it.each(['1-roundel.json', '6-timetable-header.json', '8-luggage-label.json'])(
    'goes through the polylines of the DXF in their order, as another program reads them: %s',
    (name) => {
      const drawing = demo(name);
      const extras = { weedingBox: true, marks: false };
      const run = runOf(drawing, extras);
      const read = new DxfParser().parseSync(writeDxf(drawing, 0.01, { layers: 'ink', ...extras }))!;
      const polylines = read.entities as unknown as { vertices: { x: number; y: number }[]; shape: boolean }[];
      expect(run.lines.length).toBe(polylines.length);
      let cutMm = 0,
        liftedMm = 0,
        from = { x: 0, y: 0 };
      for (const [i, { vertices, shape }] of polylines.entries()) {
        const all = shape ? [...vertices, vertices[0]!] : vertices;
        const [x, y] = run.lines[i]!.points;
        expect([x! - all[0]!.x, drawing.sheet.heightMm - y! - all[0]!.y].every((off) => Math.abs(off) < 1e-3)).toBe(
          true,
        );
        liftedMm += Math.hypot(all[0]!.x - from.x, all[0]!.y - from.y);
        for (let n = 1; n < all.length; n++) cutMm += Math.hypot(all[n]!.x - all[n - 1]!.x, all[n]!.y - all[n - 1]!.y);
        from = all.at(-1)!;
      }
      expect(run.cutMm).toBeCloseTo(cutMm, 0);
      expect(run.liftedMm).toBeCloseTo(liftedMm, 0);
      expect(run.lines.at(-1)!.name).toBe('Weeding box');
    },
  );

  it('finds what it would cut twice, with its length and place', () => {
    // The same ring again.
    const ring = runOf(filled(circle(20), circle(20)));
    expect(ring.again.every(({ line }) => line === 1)).toBe(true);
    expect(twiceMm(ring)).toBeCloseTo(2 * Math.PI * 20, 0);
    // Two boxes that share half of a side, the other way round too.
    for (const shapes of [
      [box(20, 40, 20, 20), box(40, 50, 20, 20)],
      [box(40, 50, 20, 20), box(20, 40, 20, 20)],
    ]) {
      const shared = runOf(filled(...shapes));
      expect(shared.again).toHaveLength(1);
      expect(Math.abs(twiceMm(shared) - 10)).toBeLessThan(0.4);
      expect(shared.again[0]!.at.x).toBeCloseTo(30, 1);
    }
    // A ring and the chord of many sides that lies on it within a hundredth.
    const sides: CurveShape = {
      kind: 'polygon',
      centre: { x: 42, y: 42 },
      radiusMm: 20,
      sides: 24,
      cornerMm: 0,
      turnDeg: 0,
    };
    expect(twiceMm(runOf(filled(circle(20), sides)))).toBeLessThan(40);
  });

  it('finds nothing in lines that cross, touch or lie beside each other, or are of other inks', () => {
    for (const shapes of [
      [circle(20), circle(20, 60)],
      [circle(20, 22), circle(20, 62)],
      [circle(20), circle(19.9)],
      [box(42, 42, 40, 8), box(42, 42, 8, 40)],
      [box(42, 42, 40, 0.2)],
    ])
      expect(runOf(filled(...shapes)).again).toEqual([]);
    const inks = drawPiece(
      piece([
        { ...curve(circle(20), 'one'), fill: 'deep' },
        { ...curve(circle(20), 'two'), fill: 'brass' },
      ]),
      all,
    );
    expect(runOf(inks).again).toEqual([]);
  });

  it('finds nothing twice in what is seen of the demo pieces, but where a shade runs along its letter', () => {
    for (const name of readdirSync(`${HOME}/demo`).filter((one) => one.endsWith('.json'))) {
      const mm = twiceMm(runOf(seenDrawing(demo(name))));
      // A sliver of two hundredths of a mm lies between the two, 1.2 mm long.
      if (name.includes('marmalade')) expect(mm).toBeLessThan(1.3);
      else expect([name, mm]).toEqual([name, 0]);
    }
  });

  it('goes through marks last, and through nothing where there is nothing', () => {
    const marked = runOf(filled(circle(20)), { weedingBox: false, marks: true });
    expect(marked.lines[0]!.name).not.toBe('Registration mark');
    expect(marked.lines.slice(1).every(({ name }) => name === 'Registration mark')).toBe(true);
    expect(marked.again).toEqual([]);
    expect(runOf(drawPiece(piece([]), all))).toEqual({ lines: [], cutMm: 0, liftedMm: 0, again: [] });
    const open = drawPiece(
      piece([
        { ...curve({ kind: 'line', from: { x: 10, y: 10 }, to: { x: 60, y: 10 } }), stroke: makeStroke('deep', 0.3) },
      ]),
      all,
    );
    expect(runOf(open)).toMatchObject({ cutMm: 50, liftedMm: Math.hypot(10, 74) });
  });
});
