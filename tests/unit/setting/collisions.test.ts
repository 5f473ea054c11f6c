import { beforeAll, describe, expect, it } from 'vitest';
import type { CurveShape } from '#core/piece/types';
import { closest, inside, shapeOf, type Shape } from '#core/geometry/outlines/closest';
import { collisions as lookFor, joinedByFace } from '#core/setting/space/collisions';
import { placedShape } from '#core/setting/line/placedShape';
import type { Face } from '#core/type/face';
import { between, seeded } from '../../support/random';
import { line, plainFace, setSlabs, slabs } from '../../support/plainFace';
import { circle, faces, lettering, seat, spacing } from '../../support/pieces';
import { setOn } from '../../support/setting';

const collisions = (...given: Parameters<typeof lookFor>) => lookFor(...given).found;

const box = (x: number, y: number, w: number, h: number): Shape =>
  shapeOf([Float64Array.from([x, y, x + w, y, x + w, y + h, x, y + h, x, y])])!;
const plain = plainFace();

describe('the least distance of two outlines', () => {
  it('is that of edges and of corners, in closed form', () => {
    expect(closest(box(0, 0, 2, 2), box(3, 0, 2, 2), 5)!.mm).toBeCloseTo(1, 12);
    expect(closest(box(0, 0, 2, 2), box(5, 6, 2, 2), 9)).toMatchObject({
      mm: expect.closeTo(5, 12),
      at: { x: expect.closeTo(3.5, 9), y: expect.closeTo(4, 9) },
    });
    expect(closest(box(0, 0, 2, 2), box(5, 6, 2, 2), 4.999)).toBeNull();
  });
  it('is 0 where they cross, touch, or one lies in the other', () => {
    for (const other of [box(1, 1, 5, 5), box(2, 0, 1, 1), box(0.5, 0.5, 0.2, 0.2), box(-3, 0.9, 9, 0.2)])
      expect(closest(box(0, 0, 2, 2), other, 0.01)!.mm).toBe(0);
    expect(inside(box(0, 0, 2, 2), 1, 1)).toBe(true);
    expect(inside(box(0, 0, 2, 2), 2.01, 1)).toBe(false);
  });
  it('agrees with a dense search on random polygons', () => {
    const random = seeded(11);
    const polygon = (cx: number): Shape => {
      const p = Array.from({ length: 7 }, (_, i) => {
        const r = between(random, 0.4, 1);
        return [cx + r * Math.cos(i * 0.9), r * Math.sin(i * 0.9)] as const;
      });
      return shapeOf([Float64Array.from([...p, p[0]!].flat())])!;
    };
    for (let n = 0; n < 40; n++) {
      const [a, b] = [polygon(0), polygon(2.2 + random())];
      let least = Infinity;
      const dense = ({ contours: [points] }: Shape) =>
        Array.from({ length: 7 * 60 }, (_, i) => {
          const k = Math.floor(i / 60) * 2,
            t = (i % 60) / 60;
          return [
            points![k]! * (1 - t) + points![k + 2]! * t,
            points![k + 1]! * (1 - t) + points![k + 3]! * t,
          ] as const;
        });
      const [pa, pb] = [dense(a), dense(b)];
      for (const [x, y] of pa) for (const [u, v] of pb) least = Math.min(least, Math.hypot(x - u, y - v));
      const found = closest(a, b, 9)!.mm;
      expect(found).toBeLessThanOrEqual(least + 1e-12);
      expect(least - found).toBeLessThan(0.01);
    }
  });
});

describe('letters that come too close', () => {
  it('are found at the tight side of a curve, where on a line they stand apart', () => {
    const what = slabs('HHHH', {
      spacing: spacing({ tracking: -60 }),
      anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      bookends: { startU: 0.5, endU: 0.5 },
    });
    const found = collisions([setSlabs(plain, what, circle(10))], () => 0.1);
    expect(found.map(({ first, second, mm }) => [first.index, second.index, mm])).toEqual([
      [0, 1, 0],
      [1, 2, 0],
      [2, 3, 0],
    ]);
    // At their feet, on the ring.
    for (const { at } of found) expect(Math.hypot(at.x - 42, at.y - 42)).toBeLessThan(11.5);
    expect(collisions([setSlabs(plain, slabs('HHHH', { spacing: spacing({ tracking: -60 }) }))], () => 0.1)).toEqual(
      [],
    );
  });
  it('are told with their distance', () => {
    const [one] = collisions([setSlabs(plain, slabs('HI', { spacing: spacing() }), line)], () => 0.7);
    expect(one!.mm).toBeCloseTo(0.6, 9);
    expect(collisions([setSlabs(plain, slabs('HI'), line)], () => 0.59)).toEqual([]);
  });
  it('are found between lines and between letterings too', () => {
    const ring = circle(20);
    const at = (deg: number, more = {}) =>
      setSlabs(
        plain,
        slabs('HH', {
          anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          bookends: { startU: 0.5, endU: 0.5 },
          ...more,
        }),
        ring,
      );
    expect(collisions([at(0), at(12)], () => 0.1).length).toBeGreaterThan(0);
    expect(collisions([at(0), at(90)], () => 0.1)).toEqual([]);
    const lines = at(0, { wording: 'HH\nHH', lineDistanceMm: 6 });
    expect(collisions([lines], () => 0.1).every(({ first, second }) => first.line !== second.line)).toBe(true);
    expect(collisions([lines], () => 0.1).length).toBeGreaterThan(0);
  });

  let all: ReadonlyMap<string, Face>;
  beforeAll(async () => {
    all = await faces();
  });
  it('are no joins of a connected script', () => {
    const script = setOn(all, lettering('ottermere', { faceId: 'pacifico' }), circle(40));
    expect(joinedByFace(script).size).toBeGreaterThan(5);
    expect(collisions([script], () => 0.05).filter(({ first, second }) => second.index === first.index + 1)).toEqual(
      [],
    );
    expect(joinedByFace(setOn(all, lettering('OTTERMERE'), circle(40))).size).toBe(0);
  });
  it('stand where they are drawn, bent ones too', () => {
    const shape: CurveShape = circle(30);
    for (const kind of ['turned', 'bent', 'upright'] as const) {
      const set = setOn(all, lettering('SEA', { stance: { kind, strength: 1, centre: null }, seat: seat() }), shape);
      const { xMin, xMax, yMin, yMax } = placedShape(set, 1)!;
      // The middle letter at 12 o'clock lies between the ring and the cap line.
      expect([yMin > 42 - 30 - 5.6, yMax < 42 - 30 + 0.4, xMin > 36, xMax < 48]).toEqual([true, true, true, true]);
    }
  });
});
