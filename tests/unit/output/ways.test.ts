import { describe, expect, it } from 'vitest';
import { imposed } from '#core/output/sheets/impose';
import type { Layout } from '#core/output/sheets/imposition';
import { layOut } from '#core/output/sheets/layOut';
import { drawPiece } from '#core/drawing/drawPiece';
import { flatOf } from '#core/proof/flat';
import type { Sheet } from '#core/piece/types';
import { circle, curve, piece } from '../../support/pieces';

const SRA3 = { widthMm: 320, heightMm: 450, marginMm: 10, gutterMm: 4, nested: false };
const laid = (widthMm: number, heightMm: number, more: object = {}): Layout => {
  const made = layOut({ widthMm, heightMm, bleedMm: 0 }, { ...SRA3, turned: true, ...more });
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};

/** Whether all copies lie within the margins, and none nearer to another than the gutter. */
function isSound({ places }: Layout, w: number, h: number): boolean {
  const boxes = places.map(({ x, y, turned }) => [x, y, x + (turned ? h : w), y + (turned ? w : h)] as const);
  const e = 1e-6;
  return boxes.every(
    ([x0, y0, x1, y1], i) =>
      x0 >= 10 - e &&
      y0 >= 10 - e &&
      x1 <= 310 + e &&
      y1 <= 440 + e &&
      boxes.every(
        (other, k) =>
          i === k ||
          x0 >= other[2] + 4 - e ||
          x1 <= other[0] - 4 + e ||
          y0 >= other[3] + 4 - e ||
          y1 <= other[1] - 4 + e,
      ),
  );
}

describe('copies on a sheet', () => {
  it.each([
    // A plate that stands five times in rows, and eight times with a part of them turned.
    [190, 72, 5, 8],
    [88, 110, 9, 11],
    [100, 100, 8, 8],
    [290, 60, 6, 6],
    [60, 290, 4, 6],
  ])('of %d × %d mm: %d in rows, %d by the better of all ways', (w, h, rows, best) => {
    expect(laid(w, h, { turned: false }).places).toHaveLength(rows);
    const layout = laid(w, h);
    expect(layout.places.length).toBeGreaterThanOrEqual(best);
    expect(isSound(layout, w, h)).toBe(true);
  });
  it('are sound in every size', () => {
    for (let n = 1; n <= 60; n++) {
      const [w, h] = [21 + ((n * 37) % 150), 19 + ((n * 53) % 170)];
      const layout = laid(w, h);
      expect(isSound(layout, w, h), `${w} × ${h}`).toBe(true);
      expect(layout.places.length).toBeGreaterThanOrEqual(
        Math.max(laid(w, h, { turned: false }).places.length, laid(h, w, { turned: false }).places.length),
      );
    }
  });
  it('are nested by rows or by columns, whatever takes more', () => {
    for (const d of [52, 60, 70, 84]) {
      const layout = laid(d, d, { nested: true });
      const middles = layout.places.map(({ x, y }) => [x + d / 2, y + d / 2] as const);
      for (const [i, [x, y]] of middles.entries())
        for (const [u, v] of middles.slice(0, i)) expect(Math.hypot(x - u, y - v)).toBeGreaterThan(d + 4 - 1e-6);
      expect(layout.places.length).toBeGreaterThanOrEqual(laid(d, d, { turned: false }).places.length);
    }
  });
  it('stand where they are laid when they are turned', () => {
    const sheet: Sheet = { widthMm: 290, heightMm: 60, bleedMm: 0 };
    const of = { ...piece([{ ...curve(circle(5, 280, 50)), fill: 'deep' }]), sheet };
    const drawing = drawPiece(of, new Map());
    const layout = laid(290, 60);
    const whole = imposed(
      'Copies',
      layout.places.map(() => drawing),
      layout,
      { ...SRA3, turned: true },
    );
    for (const [n, { x, y, turned }] of layout.places.entries()) {
      const shape = flatOf(whole.paths[n]!.trace)!;
      const [u, v] = [(shape.xMin + shape.xMax) / 2 - x, (shape.yMin + shape.yMax) / 2 - y];
      expect([u, v].map((mm) => Math.round(mm * 10) / 10)).toEqual(turned ? [10, 280] : [280, 50]);
    }
  });
});
