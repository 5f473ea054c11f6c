import { describe, expect, it } from 'vitest';
import { ContentSink } from '#core/output/pdf/pdfContent';
import { drawPiece } from '#core/drawing/drawPiece';
import { contentOf, type PageMarks } from '#core/output/pdf/page';
import { layOut } from '#core/output/sheets/layOut';
import { copyMarks } from '#core/output/sheets/sheetMarks';
import { MARKS_MM, printMarks } from '#core/output/marks/printMarks';
import { piece } from '../../support/pieces';

const sheet = (bleedMm: number) => ({ widthMm: 60, heightMm: 40, bleedMm });
/** How far a line lies outside the trim at its nearer and at its farther end, mm. */
const outside = ([x0, y0, x1, y1]: readonly [number, number, number, number]): [number, number] => {
  const away = (x: number, y: number): number => Math.max(-x, x - 60, -y, y - 40);
  return [away(x0, y0), away(x1, y1)].sort((a, b) => a - b) as [number, number];
};

describe('marks of a sheet', () => {
  it.each([
    [0, 3],
    [2, 3],
    [3, 3],
    [3.5, 3.5],
    [12, 12],
  ])('with %f mm of bleed begin %f mm from the trim, outside the bleed', (bleedMm, from) => {
    const { lines, circles } = printMarks(sheet(bleedMm));
    const crop = lines.slice(0, 8);
    for (const mark of crop) {
      expect(outside(mark)).toEqual([from, from + 5]);
      // In line with an edge of the trim.
      const [x0, y0, x1, y1] = mark;
      expect((x0 === x1 && (x0 === 0 || x0 === 60)) || (y0 === y1 && (y0 === 0 || y0 === 40))).toBe(true);
    }
    expect(new Set(crop.map(String)).size).toBe(8);
    expect(circles).toHaveLength(4);
    for (const line of lines) expect(outside(line)[1]).toBeLessThanOrEqual(Math.max(bleedMm, 3) + 5 + 1e-9);
    for (const [x, y, radius] of circles) {
      expect([x === 30, y === 20].filter(Boolean)).toHaveLength(1);
      expect(Math.max(-x, x - 60, -y, y - 40) - radius).toBeGreaterThan(bleedMm);
    }
    expect(Math.max(bleedMm, 3) + 5 - bleedMm).toBeLessThanOrEqual(MARKS_MM);
  });
  it('keep from the trim what is asked for, out of the bleed in any case, and have the weight that is asked for', () => {
    const from = (bleedMm: number, awayMm: number): number => outside(printMarks(sheet(bleedMm), awayMm).lines[0]!)[0];
    expect([from(3, 6), from(3, 1), from(0, 0), from(0, 1)]).toEqual([6, 3, 0, 1]);
    const drawing = drawPiece({ ...piece([]), sheet: sheet(3) }, new Map());
    const written = (more: Partial<PageMarks>) =>
      contentOf({ drawing }, { marks: true, ...more }, { spaceOf: () => null, imageOf: () => '' });
    const weights = (more: Partial<PageMarks>): number[] =>
      [
        ...written(more)
          .sink.text.toString()
          .matchAll(/SCN ([\d.]+) w/g),
      ].map(([, weight]) => Number(weight));
    expect(weights({})).toEqual([0.1]);
    expect(weights({ marksWidthMm: 0.25 })).toEqual([0.25]);
    // The medium grows with the marks: 6 and 10 mm on either side, in points.
    expect(written({ marksAwayMm: 6 }).boxes.media[2]).toBeCloseTo(((60 + 2 * 16) * 72) / 25.4, 6);
  });
  it('of copies begin half a millimetre beyond the bleed of each, and cross no other', () => {
    for (const bleedMm of [0, 2]) {
      const layout = layOut(sheet(bleedMm), { widthMm: 220, heightMm: 200, marginMm: 10, gutterMm: 8, nested: false });
      if (!layout.ok) throw new Error(layout.problem.message);
      const { places } = layout.value,
        lines = copyMarks([sheet(bleedMm)], layout.value);
      expect(lines.length).toBeGreaterThan(places.length * 4);
      for (const [x0, y0, x1, y1] of lines) {
        const nearest = Math.min(
          ...places.flatMap(({ x, y }) =>
            [x0, x1].flatMap((px) => [y0, y1].map((py) => Math.max(x - px, px - x - 60, y - py, py - y - 40))),
          ),
        );
        expect(nearest).toBeCloseTo(bleedMm + 0.5, 9);
        expect(Math.hypot(x1 - x0, y1 - y0)).toBeCloseTo(2.5, 9);
      }
    }
  });
});

describe('a quadratic in a print file', () => {
  it('is raised to the cubic that runs through the same points', () => {
    const sink = new ContentSink({ spaceOf: () => null, imageOf: () => '' });
    sink.moveTo(1, 2);
    sink.quadTo(4, 8, 10, 5);
    sink.paint(
      {
        fill: { id: 'x', name: 'X', kind: 'process', cmyk: [0, 0, 0, 100], overprint: false, rgb: '#000000' } as never,
        stroke: null,
      } as never,
      'x',
    );
    const text = sink.text.toString();
    const [, x1, y1, x2, y2, x, y] = text
      .match(/([\d.]+) ([\d.]+) ([\d.]+) ([\d.]+) ([\d.]+) ([\d.]+) c/)!
      .map(Number) as number[];
    for (const t of [0.1, 0.5, 0.8]) {
      const m = 1 - t;
      const cubic = (a: number, b: number, c: number, d: number): number =>
        m ** 3 * a + 3 * m * m * t * b + 3 * m * t * t * c + t ** 3 * d;
      expect(cubic(1, x1!, x2!, x!)).toBeCloseTo(m * m * 1 + 2 * m * t * 4 + t * t * 10, 3);
      expect(cubic(2, y1!, y2!, y!)).toBeCloseTo(m * m * 2 + 2 * m * t * 8 + t * t * 5, 3);
    }
  });
});
