import { describe, expect, it } from 'vitest';
import { plain } from '#core/drawing/painted';
import type { Trace } from '#core/geometry/outlines/outlineSink';
import { boxOf, type Box } from '#core/proof/extent';
import { seeded } from '../../support/random';

/** The box of a trace as very many places on it have it: another way to the same thing. */
function boxBySampling(trace: Trace): Box {
  let [xMin, yMin, xMax, yMax] = [Infinity, Infinity, -Infinity, -Infinity],
    at = [0, 0];
  const through = (...points: number[][]): void => {
    const from = [at, ...points];
    for (let k = 0; k <= 4000; k++) {
      let level = from;
      while (level.length > 1)
        level = level.slice(1).map(([x, y], i) => {
          const [px, py] = level[i]!;
          return [px! + ((x! - px!) * k) / 4000, py! + ((y! - py!) * k) / 4000];
        });
      const [x, y] = level[0]!;
      [xMin, xMax] = [Math.min(xMin, x!), Math.max(xMax, x!)];
      [yMin, yMax] = [Math.min(yMin, y!), Math.max(yMax, y!)];
    }
    at = points.at(-1)!;
  };
  trace({
    moveTo: (x, y) => {
      at = [x, y];
      through([x, y]);
    },
    lineTo: (x, y) => through([x, y]),
    quadTo: (a, b, x, y) => through([a, b], [x, y]),
    curveTo: (a, b, c, d, x, y) => through([a, b], [c, d], [x, y]),
    closePath: () => {},
  });
  return { xMin, yMin, xMax, yMax };
}
const painted = (trace: Trace, widthMm: number | null = null) => {
  const path = plain({ id: 'one' }, 'own', null, trace);
  const stroke = { ink: { id: 'deep' }, widthMm } as never;
  return widthMm === null ? path : { ...path, paint: { ...path.paint, stroke } };
};
const near = (got: Box | null, want: Box): void => {
  for (const side of ['xMin', 'yMin', 'xMax', 'yMax'] as const) expect(got![side]).toBeCloseTo(want[side], 4);
};

describe('the box of a painted outline', () => {
  const random = seeded(41);
  const some = (): number => random() * 80 - 40;
  it('is that of very many places on it, for curves of every form', () => {
    for (let n = 0; n < 40; n++) {
      const [p, q] = [some(), some()];
      const [cubic, quad] = [Array.from({ length: 6 }, some), Array.from({ length: 4 }, some)];
      const trace: Trace = (sink) => {
        sink.moveTo(p, q);
        sink.curveTo(...(cubic as [number, number, number, number, number, number]));
        sink.quadTo(...(quad as [number, number, number, number]));
        sink.lineTo(p + 1, q - 1);
        sink.closePath();
      };
      near(boxOf(painted(trace)), boxBySampling(trace));
    }
  });
  it.each([
    // Of the second degree in one coordinate, in the other of the first; turning back at its ends; on one place.
    ['a raised quadratic', [0, 0, 2, 4, 4, 4, 6, 0]],
    ['a line', [0, 0, 1, 2, 2, 4, 3, 6]],
    ['a cusp', [0, 0, 9, 9, -3, 9, 6, 0]],
    ['a hook', [0, 0, 0, -5, 10, -5, 10, 0]],
    ['a place', [3, 4, 3, 4, 3, 4, 3, 4]],
    ['a bow to the left', [0, 0, -6, 3, -6, 7, 0, 10]],
  ])('is that of %s', (_, p) => {
    const [a, b, c, d, e, f, g, h] = p as [number, number, number, number, number, number, number, number];
    const trace: Trace = (sink) => {
      sink.moveTo(a, b);
      sink.curveTo(c, d, e, f, g, h);
    };
    near(boxOf(painted(trace)), boxBySampling(trace));
  });
  it('has half the stroke about it, and is nothing where nothing is drawn', () => {
    const trace: Trace = (sink) => {
      sink.moveTo(1, 2);
      sink.lineTo(11, 22);
    };
    expect(boxOf(painted(trace, 3))).toEqual({ xMin: -0.5, yMin: 0.5, xMax: 12.5, yMax: 23.5 });
    expect(boxOf(painted(() => {}, 3))).toBeNull();
    const path = painted(trace);
    expect(boxOf(path)).toBe(boxOf(path));
  });
});
