import { describe, expect, it } from 'vitest';
import { betweenOf, filledBy, finestPlace, together, type FinePlace } from '#core/proof/fine';
import { seeded } from '../../support/random';

type Points = readonly (readonly [x: number, y: number])[];
const contour = (points: Points): Float64Array => Float64Array.from([...points, points[0]!].flat());
const filled = (...all: Points[]) => filledBy(all.map(contour), 'nonzero');
const box = (x: number, y: number, w: number, h: number): Points => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];
const circle = (x: number, y: number, r: number): Points =>
  Array.from({ length: 720 }, (_, i) => {
    const a = (i * Math.PI) / 360;
    return [x + r * Math.cos(a), y + r * Math.sin(a)] as const;
  });
/** Two blocks with a bar of a width and a length between them, turned about the origin. */
function dumbbell(width: number, length: number, turn = 0): Points {
  const plainOnes: Points = [
    [-length / 2 - 4, -3],
    [-length / 2, -3],
    [-length / 2, -width / 2],
    [length / 2, -width / 2],
    [length / 2, -3],
    [length / 2 + 4, -3],
    [length / 2 + 4, 3],
    [length / 2, 3],
    [length / 2, width / 2],
    [-length / 2, width / 2],
    [-length / 2, 3],
    [-length / 2 - 4, 3],
  ];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return plainOnes.map(([x, y]) => [x * c - y * s, x * s + y * c] as const);
}
/** A part of a width. */
const part = (mm: number, at?: { x: number; y: number }) =>
  expect.objectContaining({
    kind: 'part',
    mm: expect.closeTo(mm, 2) as number,
    ...(at && { at: { x: expect.closeTo(at.x, 0) as number, y: expect.closeTo(at.y, 0) as number } }),
  }) as FinePlace;

describe('the finest place of polygons', () => {
  it.each([0, 0.3, 1, Math.PI / 2, 2.5])(
    'is a bar between blocks, turned by %f, at either side of the limit',
    (turn) => {
      for (const mm of [0.05, 0.12, 0.19]) {
        const found = finestPlace(filled(dumbbell(mm, 5, turn)), 0.2);
        expect(found).toEqual(part(mm, { x: 0, y: 0 }));
        expect(Math.abs(found!.mm - mm)).toBeLessThan(0.005);
      }
      expect(finestPlace(filled(dumbbell(0.206, 5, turn)), 0.2)).toBeNull();
    },
  );
  it('is so at any scale', () => {
    for (const k of [0.2, 1, 8]) {
      const scaled = (mm: number): Points => dumbbell(mm, 5).map(([x, y]) => [x * k, y * k] as const);
      expect(Math.abs(finestPlace(filled(scaled(0.15)), 0.2 * k)!.mm / k - 0.15)).toBeLessThan(0.01);
      expect(finestPlace(filled(scaled(0.23)), 0.2 * k)).toBeNull();
    }
  });
  it('is the finest of several, wherever it stands among them', () => {
    const random = seeded(7);
    for (let n = 0; n < 6; n++) {
      const widths = Array.from({ length: 9 }, () => 0.1 + random() * 0.09);
      const found = finestPlace(filled(...widths.map((mm, i) => box(0, 3 * i, 12, mm))), 0.2)!;
      const least = Math.min(...widths);
      expect(Math.abs(found.mm - least)).toBeLessThan(0.004);
      expect(found.at.x).toBeCloseTo(6, 1);
      expect(found.at.y).toBeCloseTo(3 * widths.indexOf(least) + least / 2, 1);
    }
  });
  it('is a ring all round, a short neck, and a bar in the middle of a plate', () => {
    const ring = filledBy([contour(circle(0, 0, 8)), contour(circle(0, 0, 7.87))], 'evenodd');
    expect(Math.abs(finestPlace(ring, 0.2)!.mm - 0.13)).toBeLessThan(0.006);
    expect(finestPlace(filledBy([contour(circle(0, 0, 8)), contour(circle(0, 0, 7.75))], 'evenodd'), 0.2)).toBeNull();
    for (const length of [0.1, 0.3]) {
      const found = finestPlace(filled(dumbbell(0.16, length)), 0.2)!;
      expect(found).toEqual(part(0.16, { x: 0, y: 0 }));
      expect(Math.abs(found.mm - 0.16)).toBeLessThan(0.005);
    }
    const holed = filledBy(
      [contour(box(0, 0, 20, 10)), contour(box(2, 2, 7, 6)), contour(box(9.14, 2, 8, 6))],
      'evenodd',
    );
    expect(Math.abs(finestPlace(holed, 0.2)!.mm - 0.14)).toBeLessThan(0.004);
    expect(finestPlace(holed, 0.2)!.at.x).toBeCloseTo(9.07, 1);
  });
  it('is a hair of one width that stands out, but no short stub', () => {
    const hair = (mm: number, length: number) => filled(box(0, 0, 10, 6), box(4, 5.9, mm, length + 0.1));
    const found = finestPlace(hair(0.15, 3), 0.2)!;
    expect(found.kind).toBe('part');
    expect(Math.abs(found.mm - 0.15)).toBeLessThan(0.006);
    expect(found.at.x).toBeCloseTo(4.075, 1);
    expect(finestPlace(hair(0.15, 0.4), 0.2)).toBeNull();
    expect(finestPlace(hair(0.22, 3), 0.2)).toBeNull();
  });
  it('is the tip of a long wedge, by how far it is finer, but no corner', () => {
    /** Of a wedge of half an angle: a disc of a width stands with its front so far from the tip. */
    const beyond = (half: number, widthMm: number): number => (widthMm / 2) * (1 / Math.sin(half) - 1);
    const wedge = (half: number) =>
      filled([
        [0, 0],
        [20, -20 * Math.tan(half)],
        [20, 20 * Math.tan(half)],
      ]);
    for (const half of [0.03, 0.05, 0.075]) {
      const found = finestPlace(wedge(half), 0.2)!;
      expect(found.kind).toBe('tip');
      expect(Math.abs(found.mm - beyond(half, 0.2))).toBeLessThan(0.1);
      expect(Math.hypot(found.at.x, found.at.y)).toBeLessThan(0.02);
    }
    // Less than five widths, and less than half a mm.
    expect(beyond(0.095, 0.2)).toBeLessThan(1);
    expect(finestPlace(wedge(0.095), 0.2)).toBeNull();
    expect(finestPlace(wedge(0.075), 0.07)).toBeNull();
    expect(finestPlace(wedge(0.055), 0.07)).toMatchObject({ kind: 'tip' });
    for (const half of [0.2, 0.4, Math.PI / 6, 1]) expect(finestPlace(wedge(half), 0.2)).toBeNull();
  });
  it('is the longest of several tips, and a part before any tip', () => {
    const fan = (half: number, y: number): Points => [
      [0, y],
      [20, y - 20 * Math.tan(half)],
      [20, y + 20 * Math.tan(half)],
    ];
    const tips = filled(fan(0.06, 0), fan(0.03, 10), fan(0.05, 20));
    expect(finestPlace(tips, 0.2)).toMatchObject({
      kind: 'tip',
      at: { x: expect.closeTo(0, 1), y: expect.closeTo(10, 1) },
    });
    expect(finestPlace(together([tips, filled(box(0, 30, 9, 0.18))]), 0.2)).toEqual(part(0.18));
  });
  it('is none of a star, a disc, a block, nor of nothing', () => {
    const star: Points = Array.from({ length: 10 }, (_, i) => {
      const [a, r] = [(i * Math.PI) / 5, i % 2 === 0 ? 10 : 4];
      return [r * Math.cos(a), r * Math.sin(a)] as const;
    });
    for (const one of [filled(star), filled(circle(0, 0, 5)), filled(box(0, 0, 3, 0.21)), filled()])
      expect(finestPlace(one, 0.2)).toBeNull();
    for (const width of [0, -1, Number.NaN]) expect(finestPlace(filled(box(0, 0, 5, 0.1)), width)).toBeNull();
    // Wholly finer: nothing of it is reached.
    expect(Math.abs(finestPlace(filled(box(0, 0, 0.1, 0.1)), 0.2)!.mm - 0.1)).toBeLessThan(0.004);
  });
});

describe('polygons', () => {
  it('are read by either rule', () => {
    const nested = [contour(box(0, 0, 10, 10)), contour(box(0.1, 0.1, 9.8, 9.8))];
    expect(finestPlace(filledBy(nested, 'nonzero'), 0.2)).toBeNull();
    expect(finestPlace(filledBy(nested, 'evenodd'), 0.2)!.mm).toBeCloseTo(0.1, 2);
  });
  it('are one where they meet', () => {
    const halves = [filled(box(0, 0, 10, 0.15)), filled(box(0, 0.14, 10, 0.15))];
    expect(finestPlace(halves[0]!, 0.2)!.mm).toBeCloseTo(0.15, 2);
    expect(finestPlace(together(halves), 0.2)).toBeNull();
  });
  it('have white between them, with a margin about them', () => {
    const white = betweenOf(filled(box(0, 0, 10, 10), box(10.16, 0, 10, 10)), 2);
    const found = finestPlace(white, 0.2)!;
    expect(found.mm).toBeCloseTo(0.16, 2);
    expect(found.at).toEqual({ x: expect.closeTo(10.08, 1), y: expect.closeTo(5, 0) });
    expect(finestPlace(betweenOf(filled(box(0, 0, 10, 10), box(10.21, 0, 10, 10)), 2), 0.2)).toBeNull();
    // The margin is white as well, and as wide as it was asked for.
    expect(finestPlace(betweenOf(filled(box(0, 0, 10, 10)), 0.18), 0.2)!.mm).toBeCloseTo(0.18, 2);
    expect(finestPlace(betweenOf(filled(box(0, 0, 10, 10)), 0.22), 0.2)).toBeNull();
    expect(betweenOf(filled(), 2)).toEqual([]);
  });
});
