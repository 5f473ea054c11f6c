import { beforeAll, describe, expect, it } from 'vitest';
import { middleLines } from '#core/geometry/outlines/middleLines';
import { contoursOf } from '#core/setting/line/flatOutlines';
import type { Faces } from '#core/setting/settingOf';
import { shapeFor } from '#core/setting/line/measure';
import { faces, spacing } from '../../support/pieces';
import { renderPixels } from '../../support/pictures';

type Points = readonly (readonly [x: number, y: number])[];
const contour = (points: Points): Float64Array => Float64Array.from([...points, points[0]!].flat());
const box = (x: number, y: number, w: number, h: number): Float64Array =>
  contour([
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ]);
const circle = (r: number): Float64Array =>
  contour(Array.from({ length: 180 }, (_, i) => [r * Math.cos((i * Math.PI) / 90), r * Math.sin((i * Math.PI) / 90)]));
const lines = (...contours: Float64Array[]) => middleLines(contours, 0.005)!;
const places = (points: Float64Array): [number, number][] =>
  Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i]!, points[2 * i + 1]!]);
/** The ends of a line, the left or lower one first. */
const ends = (points: Float64Array): number[][] =>
  [places(points)[0]!, places(points).at(-1)!].sort(([a, b], [c, d]) => a - c || b - d);
const near = (got: number[][], want: number[][]): void => {
  expect(got).toHaveLength(want.length);
  got.flat().forEach((value, i) => expect(Math.abs(value - want.flat()[i]!)).toBeLessThan(0.02));
};

const areaOf = (contours: readonly Float64Array[]): number =>
  Math.abs(
    contours.reduce((sum, points) => {
      const corners = places(points);
      return corners.reduce((part, [x, y], i) => {
        const [x1, y1] = corners[(i + 1) % corners.length]!;
        return part + (x * y1 - x1 * y) / 2;
      }, sum);
    }, 0),
  );
const lengthOf = (all: ReturnType<typeof lines>): number =>
  all.reduce((sum, { points, closed }) => {
    const on = places(points);
    return (closed ? [...on, on[0]!] : on)
      .slice(1)
      .reduce((part, [x, y], i) => part + Math.hypot(x - on[i]![0], y - on[i]![1]), sum);
  }, 0);

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

describe('middle lines', () => {
  it('run along a bar from end to end, however it is turned', () => {
    for (const turn of [0, 0.4, Math.PI / 2, 2]) {
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      const turned = contour(places(box(-5, -0.3, 10, 0.6)).map(([x, y]) => [x * c - y * s, x * s + y * c] as const));
      const found = lines(turned);
      expect(found).toHaveLength(1);
      near(
        ends(found[0]!.points),
        [
          [-5 * c, -5 * s],
          [5 * c, 5 * s],
        ].sort(([a, b], [d, e]) => a! - d! || b! - e!),
      );
    }
  });
  it('go round a ring as one closed line', () => {
    const [one, ...more] = lines(circle(5), circle(4.4));
    expect(more).toEqual([]);
    expect(one!.closed).toBe(true);
    for (const [x, y] of places(one!.points)) expect(Math.abs(Math.hypot(x, y) - 4.7)).toBeLessThan(0.01);
  });
  it('go on straight through a crossing, and end where another stroke begins', () => {
    const cross = contour([
      [-0.3, -4],
      [0.3, -4],
      [0.3, -0.3],
      [4, -0.3],
      [4, 0.3],
      [0.3, 0.3],
      [0.3, 4],
      [-0.3, 4],
      [-0.3, 0.3],
      [-4, 0.3],
      [-4, -0.3],
      [-0.3, -0.3],
    ]);
    const found = lines(cross).map(({ points }) => ends(points));
    expect(found).toHaveLength(2);
    near(
      found.find(([a]) => a![0]! < -3)!,
      [
        [-4, 0],
        [4, 0],
      ],
    );
    near(
      found.find(([a]) => a![0]! > -3)!,
      [
        [0, -4],
        [0, 4],
      ],
    );
    const tee = contour([
      [-4, 0],
      [4, 0],
      [4, 0.6],
      [-4, 0.6],
    ]);
    const stem = contour([
      [-4, 0],
      [-0.3, 0],
      [-0.3, -5],
      [0.3, -5],
      [0.3, 0],
      [4, 0],
      [4, 0.6],
      [-4, 0.6],
    ]);
    expect(lines(tee)).toHaveLength(1);
    const [bar, down] = [...lines(stem)].sort((a, b) => ends(a.points)[0]![0]! - ends(b.points)[0]![0]!);
    near(ends(bar!.points), [
      [-4, 0.3],
      [4, 0.3],
    ]);
    expect(ends(down!.points)[0]![1]).toBeCloseTo(-5, 1);
    expect(lines(stem)).toHaveLength(2);
  });
  it('of a thin stroke go on to the middle of the wide one that it stands on', () => {
    const wide = contour([
      [0, 0],
      [3, 0],
      [3, 3.8],
      [7, 3.8],
      [7, 4.2],
      [3, 4.2],
      [3, 8],
      [0, 8],
    ]);
    const found = lines(wide).map(({ points }) => ends(points));
    expect(found).toHaveLength(2);
    near(
      found.find(([, b]) => b![0]! > 5)!,
      [
        [1.5, 4],
        [7, 4],
      ],
    );
    near(
      found.find(([, b]) => b![0]! < 5)!,
      [
        [1.5, 0],
        [1.5, 8],
      ],
    );
  });
  it('turn a corner, and lead into none', () => {
    const ell = contour([
      [0, 0],
      [5, 0],
      [5, 0.6],
      [0.6, 0.6],
      [0.6, 7],
      [0, 7],
    ]);
    const [one, ...more] = lines(ell);
    expect(more).toEqual([]);
    near(ends(one!.points), [
      [0.3, 7],
      [5, 0.3],
    ]);
    for (const [x, y] of places(one!.points)) expect(Math.min(Math.abs(x - 0.3), Math.abs(y - 0.3))).toBeLessThan(0.2);
    // An end cut at a slant.
    const slanted = contour([
      [0, 0],
      [8, 0],
      [8.3, 0.6],
      [0, 0.6],
    ]);
    expect(lines(slanted)).toHaveLength(1);
    for (const [, y] of places(lines(slanted)[0]!.points)) expect(Math.abs(y - 0.3)).toBeLessThan(0.05);
  });
  it('are a short one where what is filled has no length, and none of nothing', () => {
    const [dot, ...more] = lines(circle(1));
    expect(more).toEqual([]);
    near(ends(dot!.points), [
      [-0.5, 0],
      [0.5, 0],
    ]);
    expect(middleLines([], 0.005)).toEqual([]);
    expect(middleLines([Float64Array.of(0, 0, 1, 1)], 0.005)).toEqual([]);
  });
  it('are not looked for where the edge is very long for its width', () => {
    const comb = contour([
      ...Array.from({ length: 4000 }, (_, i) => [i * 0.01, i % 2 === 0 ? 0 : 30] as const),
      [40, -1] as const,
      [0, -1] as const,
    ]);
    expect(middleLines([comb], 0.005)).toBeNull();
  });
  // Faces whose strokes are all of one width: what a pen of that width draws along the lines is the letter again.
  it.each([
    ['monoton', 'ESLZ', 0.9],
    ['comfortaa-bold', 'HOSCUJ', 0.9],
    ['bebas-neue', 'HOSUCJ', 0.9],
  ])('give the letters of %s back when they are drawn with a pen', async (faceId, letters, least) => {
    const face = all.get(faceId)!,
      k = 100 / face.metrics.capHeight;
    for (const letter of letters) {
      const glyph = shapeFor(face, letter, spacing()).letters[0]!.glyphs[0]!.id;
      const contours = contoursOf(face, glyph, 'fine').map((points) => points.map((value) => value * k));
      const apart = faceId === 'monoton' ? contours.map((one) => [one]) : [contours];
      const found = apart.flatMap((one) => middleLines(one, 0.05)!);
      // As wide as makes as much ink as the letter has.
      const width = areaOf(contours) / lengthOf(found);
      const d = (points: Float64Array, closed: boolean): string =>
        `M${Array.from(points).join(' ')}${closed ? 'Z' : ''}`;
      const drawn = async (body: string): Promise<Uint8Array> =>
        renderPixels(
          `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900"><g transform="translate(60 720) scale(5.4 -5.4)">${body}</g></svg>`,
        );
      const own = await drawn(`<path d="${contours.map((points) => d(points, true)).join('')}"/>`);
      const pen = await drawn(
        `<path fill="none" stroke="#000" stroke-width="${width}" d="${found.map(({ points, closed }) => d(points, closed)).join('')}"/>`,
      );
      let [both, either] = [0, 0];
      for (let i = 3; i < own.length; i += 4) {
        both += Math.min(own[i]!, pen[i]!);
        either += Math.max(own[i]!, pen[i]!);
      }
      expect.soft(both / either, `${faceId} ${letter}`).toBeGreaterThan(least);
    }
  });
});
