import { describe, expect, it } from 'vitest';
import { plain, type PaintedPath } from '#core/drawing/painted';
import type { Trace } from '#core/geometry/outlines/outlineSink';
import { covers, flatOf, placesIn, within } from '#core/proof/flat';
import { seeded } from '../../support/random';

type Way = 1 | -1;
/** A ring's edge as four quarter curves, after Stone and DeRose; `way` -1 runs against it. */
const circle =
  (x: number, y: number, r: number, way: Way = 1, closes = true): Trace =>
  (sink) => {
    const k = r * 0.5522847498;
    const turn = way;
    sink.moveTo(x + r, y);
    sink.curveTo(x + r, y + turn * k, x + k, y + turn * r, x, y + turn * r);
    sink.curveTo(x - k, y + turn * r, x - r, y + turn * k, x - r, y);
    sink.curveTo(x - r, y - turn * k, x - k, y - turn * r, x, y - turn * r);
    sink.curveTo(x + k, y - turn * r, x + r, y - turn * k, x + r, y);
    if (closes) sink.closePath();
  };
const box =
  (x: number, y: number, w: number, h: number): Trace =>
  (sink) => {
    sink.moveTo(x, y);
    sink.lineTo(x + w, y);
    sink.lineTo(x + w, y + h);
    sink.lineTo(x, y + h);
    sink.closePath();
  };
const both =
  (...all: Trace[]): Trace =>
  (sink) =>
    all.forEach((one) => one(sink));
const INK = { purpose: 'print' } as never;
const painted = (trace: Trace, more: Partial<PaintedPath> = {}): PaintedPath => ({
  ...plain({ id: 'one' }, 'own', INK, trace),
  ...more,
});

describe('a place within outlines', () => {
  const random = seeded(3);
  it('is told by its distance from the middle of a disc and of a ring', () => {
    const disc = flatOf(circle(3, -2, 10))!,
      ring = flatOf(both(circle(3, -2, 10), circle(3, -2, 6, -1)))!,
      full = flatOf(both(circle(3, -2, 10), circle(3, -2, 6)))!;
    let inside = 0;
    for (let n = 0; n < 2000; n++) {
      const [x, y] = [3 + random() * 24 - 12, -2 + random() * 24 - 12];
      const r = Math.hypot(x - 3, y + 2);
      if (Math.abs(r - 10) < 0.02 || Math.abs(r - 6) < 0.02) continue;
      expect(within(disc, x, y)).toBe(r < 10);
      expect(within(ring, x, y)).toBe(r < 10 && r > 6);
      expect(within(full, x, y)).toBe(r < 10);
      inside += Number(r < 10);
    }
    expect(inside).toBeGreaterThan(500);
  });
  it('is found among several, each in its own corner, where an outline is left open too', () => {
    const flat = flatOf(both(box(0, 0, 2, 2), box(10, 10, 2, 2), circle(30, 5, 4, 1, false)))!;
    for (const [x, y, holds] of [
      [1, 1, true],
      [11, 11, true],
      [11, 1, false],
      [1, 11, false],
      [5, 5, false],
      [30, 5, true],
      [33.9, 5, true],
      [33, 8, false],
      [-0.01, 1, false],
      [2.01, 1, false],
      [1, -0.01, false],
      [1, 2.01, false],
      [11, 12.01, false],
      [34.1, 5, false],
    ] as const)
      expect(within(flat, x, y), `${x} ${y}`).toBe(holds);
  });
  it('is told where a fill closes what is left open', () => {
    const hook = flatOf((sink) => {
      sink.moveTo(0, 0);
      sink.lineTo(10, 0);
      sink.lineTo(10, 10);
      sink.moveTo(20, 0);
      sink.lineTo(20, 10);
      sink.lineTo(30, 0);
    })!;
    expect([within(hook, 7, 5), within(hook, 4, 5), within(hook, 22, 5), within(hook, 28, 5)]).toEqual([
      true,
      false,
      true,
      false,
    ]);
  });
  it('is none where there is nothing, and what is found is kept', () => {
    expect(flatOf(() => {})).toBeNull();
    const trace = circle(0, 0, 5);
    expect(flatOf(trace)).toBe(flatOf(trace));
    // Chords are no farther than a hundredth of a mm from the curve.
    const { contours } = flatOf(circle(0, 0, 50))!;
    for (let i = 0; i + 3 < contours[0]!.length; i += 2) {
      const [ax, ay, bx, by] = contours[0]!.subarray(i, i + 4) as unknown as [number, number, number, number];
      expect(50 - Math.hypot((ax + bx) / 2, (ay + by) / 2)).toBeLessThan(0.025);
    }
  });
  it('is found through curves of the second degree', () => {
    const bow = flatOf((sink) => {
      sink.moveTo(0, 0);
      sink.quadTo(5, 10, 10, 0);
      sink.closePath();
    })!;
    expect([within(bow, 5, 4.9), within(bow, 5, 5.1), within(bow, 1, 1.7), within(bow, 1, 1.9)]).toEqual([
      true,
      false,
      true,
      false,
    ]);
  });
});

describe('what a painted outline covers', () => {
  const at = { x: 5, y: 5 };
  it('is its fill in an ink that prints, without its holes, within its limit', () => {
    const plate = box(0, 0, 10, 10);
    expect(covers(painted(plate), at)).toBe(true);
    expect(covers(painted(plate), { x: 11, y: 5 })).toBe(false);
    expect(covers(painted(plate, { paint: { fill: null, stroke: null, under: false } }), at)).toBe(false);
    const cut = { purpose: 'cut' } as never;
    expect(covers(painted(plate, { paint: { fill: cut, stroke: null, under: false } }), at)).toBe(false);
    expect(covers(painted(plate, { holes: [{ trace: circle(5, 5, 2), marginMm: 0 }] }), at)).toBe(false);
    expect(covers(painted(plate, { holes: [{ trace: circle(1, 1, 1), marginMm: 0 }] }), at)).toBe(true);
    const holes = [
      { trace: circle(1, 1, 1), marginMm: 0 },
      { trace: circle(5, 5, 1), marginMm: 0 },
    ];
    expect(covers(painted(plate, { holes }), at)).toBe(false);
    expect(covers(painted(plate, { within: circle(5, 5, 1) }), at)).toBe(true);
    expect(covers(painted(plate, { within: circle(1, 1, 1) }), at)).toBe(false);
    expect(covers(painted(plate, { within: () => {} }), at)).toBe(false);
    expect(
      covers(
        painted(() => {}),
        at,
      ),
    ).toBe(false);
  });
  it('is a picture, though it has no fill', () => {
    const picture = {} as never;
    const paint = { fill: null, stroke: null, under: false };
    expect(covers(painted(box(0, 0, 10, 10), { paint, picture }), at)).toBe(true);
    expect(covers(painted(box(0, 0, 10, 10), { paint, picture }), { x: -1, y: 5 })).toBe(false);
  });
});

describe('places within the fill', () => {
  it('lie near its edge, inside, spread over all its contours, whichever way they run', () => {
    for (const way of [1, -1] as const) {
      const trace = both(circle(0, 0, 10, way), circle(0, 0, 6, -way as Way), circle(40, 0, 5, way));
      const places = placesIn(painted(trace), 24);
      const radii = places.map(({ x, y }) => (x > 20 ? Math.hypot(x - 40, y) + 100 : Math.hypot(x, y)));
      const near = (r: number): number => radii.filter((one) => Math.abs(one - r) < 0.02).length;
      expect([near(9.97), near(6.03), near(104.97)]).toEqual([8, 8, 8]);
      const angles = places.slice(0, 8).map(({ x, y }) => Math.atan2(y, x));
      for (const quarter of [0, 1, 2, 3])
        expect(angles.some((a) => Math.floor(((a + 2 * Math.PI) % (2 * Math.PI)) / (Math.PI / 2)) === quarter)).toBe(
          true,
        );
    }
  });
  it('are few where many contours are asked for few, and none where all is too thin', () => {
    const many = both(...Array.from({ length: 30 }, (_, i) => box(3 * i, 0, 2, 2)));
    const places = placesIn(painted(many), 10);
    expect(places).toHaveLength(10);
    expect(new Set(places.map(({ x }) => Math.floor(x / 3))).size).toBe(10);
    const sliver: Trace = (sink) => {
      sink.moveTo(0, 0);
      sink.lineTo(10, 0);
      sink.lineTo(5, 0.02);
      sink.closePath();
    };
    expect(placesIn(painted(sliver), 9)).toEqual([]);
    expect(
      placesIn(
        painted(() => {}),
        9,
      ),
    ).toEqual([]);
    const [one, ...more] = placesIn(painted(box(0, 0, 10, 4)), 1);
    expect(more).toEqual([]);
    expect(one).toEqual({ x: expect.closeTo(5, 6) as number, y: expect.closeTo(0.03, 6) as number });
    // A side of no length is passed over.
    const twice: Trace = (sink) => {
      sink.moveTo(0, 0);
      sink.lineTo(0, 0);
      sink.lineTo(10, 0);
      sink.lineTo(5, 8);
      sink.closePath();
    };
    for (const { x, y } of placesIn(painted(twice), 9)) expect(within(flatOf(twice)!, x, y)).toBe(true);
    expect(placesIn(painted(twice), 9).length).toBeGreaterThan(2);
  });
});
