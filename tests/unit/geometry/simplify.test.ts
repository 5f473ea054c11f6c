import { beforeAll, describe, expect, it } from 'vitest';
import type { Face } from '#core/type/face';
import { flattenedPoints, PAIRS, COMMAND, type Outline } from '#core/geometry/outlines/outline';
import { simplified, simplifyOutline } from '#core/geometry/outlines/simplify';
import { faces } from '../../support/pieces';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});

const outline = (...parts: readonly [keyof typeof COMMAND, ...number[]][]): Outline => ({
  commands: Uint8Array.from(parts.map(([name]) => COMMAND[name])),
  coords: Float64Array.from(parts.flatMap(([, ...points]) => points)),
});

/** The contours of an outline, each flattened on its own and closed. */
function contours({ commands, coords }: Outline): Float64Array[] {
  const all: Float64Array[] = [];
  let from = 0,
    at = 0,
    first = 0;
  commands.forEach((command, n) => {
    at += PAIRS[command]! * 2;
    if (command !== COMMAND.close) return;
    const points = flattenedPoints({ commands: commands.subarray(from, n), coords: coords.subarray(first, at) }, 0.05);
    all.push(Float64Array.from([...points, points[0]!, points[1]!]));
    from = n + 1;
    first = at;
  });
  return all;
}

/** The greatest distance from the points of one polyline to another. */
function farthest(points: Float64Array, line: Float64Array): number {
  let worst = 0;
  for (let i = 0; i < points.length; i += 2) {
    let least = Infinity;
    for (let k = 2; k < line.length; k += 2) {
      const [ax, ay, bx, by] = [line[k - 2]!, line[k - 1]!, line[k]!, line[k + 1]!];
      const square = (bx - ax) ** 2 + (by - ay) ** 2;
      const t =
        square === 0
          ? 0
          : Math.min(1, Math.max(0, ((points[i]! - ax) * (bx - ax) + (points[i + 1]! - ay) * (by - ay)) / square));
      least = Math.min(least, Math.hypot(points[i]! - ax - t * (bx - ax), points[i + 1]! - ay - t * (by - ay)));
    }
    worst = Math.max(worst, least);
  }
  return worst;
}

describe('an outline with fewer points', () => {
  it('joins the halves of one parabola again, and leaves a corner alone', () => {
    // The parabola (0,0) (50,100) (100,0), cut at its middle.
    const halves = outline(['move', 0, 0], ['quad', 25, 50, 50, 50], ['quad', 75, 50, 100, 0], ['close']);
    expect(simplifyOutline(halves, 0.5)).toEqual(outline(['move', 0, 0], ['quad', 50, 100, 100, 0], ['close']));
    const corner = outline(['move', 0, 0], ['quad', 25, 50, 50, 50], ['quad', 50, 20, 100, 0], ['close']);
    expect(simplifyOutline(corner, 1)).toEqual(corner);
  });
  it('draws a quarter of a circle that came as quadratics as one cubic', () => {
    // Four quadratics that touch the circle at their ends.
    const round = (deg: number, radius: number): [number, number] => [
      radius * Math.cos((deg * Math.PI) / 180),
      radius * Math.sin((deg * Math.PI) / 180),
    ];
    const step = 22.5,
      out = 1000 / Math.cos((step / 2) * (Math.PI / 180));
    const quads = [0, 1, 2, 3].map((k): ['quad', ...number[]] => [
      'quad',
      ...round((k + 0.5) * step, out),
      ...round((k + 1) * step, 1000),
    ]);
    const quarter = simplifyOutline(outline(['move', 1000, 0], ...quads), 1);
    expect([...quarter.commands]).toEqual([COMMAND.move, COMMAND.cubic]);
    // The handles of a quarter, 0.5523 of the radius (4/3 tan 22.5°), to what the quadratics are off.
    expect(quarter.coords[3]! / 1000).toBeCloseTo(0.5523, 2);
    expect(quarter.coords[4]! / 1000).toBeCloseTo(0.5523, 2);
    expect(quarter.coords[6]).toBeCloseTo(0, 9);
    expect(quarter.coords[7]).toBeCloseTo(1000, 9);
  });
  it('leaves out the points of a straight run, and no corner', () => {
    const square = outline(
      ['move', 0, 0],
      ['line', 50, 0.2],
      ['line', 100, 0],
      ['line', 100, 100],
      ['line', 0, 100],
      ['close'],
    );
    expect(simplifyOutline(square, 0.5)).toEqual(
      outline(['move', 0, 0], ['line', 100, 0], ['line', 100, 100], ['line', 0, 100], ['close']),
    );
    expect(simplifyOutline(square, 0.1)).toEqual(square);
  });
  it('stays within the tolerance for every letter of every face, with fewer commands', () => {
    for (const face of all.values()) {
      const tolerance = face.metrics.upem / 500;
      let before = 0,
        after = 0;
      for (const letter of 'CRS&ag') {
        const own = face.outline(face.font.nominalGlyph(letter.codePointAt(0)!) ?? 0);
        const fewer = simplified(own, tolerance);
        expect(simplified(own, tolerance), 'is remembered').toBe(fewer);
        const [was, now] = [contours(own), contours(fewer)];
        expect(now).toHaveLength(was.length);
        was.forEach((line, i) => {
          expect(farthest(line, now[i]!), `${face.id} ${letter}`).toBeLessThan(tolerance + 0.05);
          expect(farthest(now[i]!, line), `${face.id} ${letter}`).toBeLessThan(tolerance + 0.05);
        });
        before += own.commands.length;
        after += fewer.commands.length;
      }
      expect(after, face.id).toBeLessThanOrEqual(before);
    }
  });
});
