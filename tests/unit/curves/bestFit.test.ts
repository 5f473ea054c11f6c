import { describe, expect, it } from 'vitest';
import { bestArc, bestCircle, bestEllipse, bestLine, likeliest } from '#core/curves/bestFit';
import { nearest } from '#core/geometry/nearest';
import { onClock, type Vec } from '#core/geometry/vec';
import { solveLinear } from '#core/geometry/solveLinear';
import { track } from '../../support/pieces';
import { between, seeded } from '../../support/random';

const centre = { x: 40, y: 30 };
const onEllipse = (a: number, b: number, turnDeg: number, atDeg: number): Vec => {
  const t = (atDeg * Math.PI) / 180,
    turn = (turnDeg * Math.PI) / 180;
  const x = a * Math.cos(t),
    y = b * Math.sin(t);
  return {
    x: centre.x + x * Math.cos(turn) - y * Math.sin(turn),
    y: centre.y + x * Math.sin(turn) + y * Math.cos(turn),
  };
};
const around = (count: number, from = 0, span = 360): number[] =>
  Array.from({ length: count }, (_, i) => from + (i * span) / count);
const shaken = (points: readonly Vec[], byMm: number, random: () => number): Vec[] =>
  points.map(({ x, y }) => ({ x: x + between(random, -byMm, byMm), y: y + between(random, -byMm, byMm) }));

describe('linear equations', () => {
  it('are solved, or have no single solution', () => {
    expect(
      solveLinear([
        [0, 2, 4],
        [3, 1, 5],
      ]),
    ).toEqual([1, 2]);
    expect(
      solveLinear([
        [1, 2, 3],
        [2, 4, 6],
      ]),
    ).toBeNull();
  });
});

describe('a circle through clicked points', () => {
  it('takes two as its diameter, three exactly, more by least squares', () => {
    expect(
      bestCircle([
        { x: 10, y: 0 },
        { x: 10, y: 8 },
      ]),
    ).toMatchObject({ shape: { centre: { x: 10, y: 4 }, radiusMm: 4 }, spreadMm: 0 });
    expect(bestCircle([10, 130, 260].map((deg) => onClock(centre, 25, deg)))!.shape.radiusMm).toBeCloseTo(25, 9);
    // Four points, two 0.1 outside and two 0.1 inside: the mean, and a spread of 0.1.
    const four = [0, 90, 180, 270].map((deg, i) => onClock(centre, i % 2 ? 24.9 : 25.1, deg));
    expect(bestCircle(four)).toMatchObject({
      shape: { radiusMm: expect.closeTo(25, 3) },
      spreadMm: expect.closeTo(0.1, 3),
      worstMm: expect.closeTo(0.1, 3),
    });
  });
  it('is none in a line or a point', () => {
    expect(
      bestCircle([
        { x: 1, y: 1 },
        { x: 1, y: 1 },
      ]),
    ).toBeNull();
    expect([
      bestCircle([0, 1, 2, 5].map((x) => ({ x, y: 2 * x }))),
      bestArc([0, 1, 2].map((x) => ({ x, y: x }))),
      bestEllipse([0, 1, 2, 3, 4].map((x) => ({ x, y: x }))),
    ]).toEqual([null, null, null]);
  });
});

describe('an arc through clicked points', () => {
  it('leaves the widest gap open, in whatever order the points come', () => {
    const points = [300, 320, 350, 10, 40].map((deg) => onClock(centre, 60, deg));
    for (const order of [
      points,
      points.slice().reverse(),
      [points[2]!, points[4]!, points[0]!, points[3]!, points[1]!],
    ]) {
      expect(bestArc(order)).toMatchObject({
        shape: {
          centre: { x: expect.closeTo(40, 8), y: expect.closeTo(30, 8) },
          radiusMm: expect.closeTo(60, 8),
          startDeg: expect.closeTo(300, 8),
          sweepDeg: expect.closeTo(100, 8),
        },
      });
    }
  });
});

describe('an arc through three points', () => {
  it('goes from the first by the second to the third, the long way too', () => {
    const [a, b, c] = [0, 100, 250].map((deg) => onClock(centre, 40, deg)) as [Vec, Vec, Vec];
    expect(bestArc([a, b, c])!.shape).toMatchObject({
      startDeg: expect.closeTo(0, 8),
      sweepDeg: expect.closeTo(250, 8),
    });
    expect(bestArc([c, b, a])!.shape).toMatchObject({
      startDeg: expect.closeTo(250, 8),
      sweepDeg: expect.closeTo(-250, 8),
    });
  });
});

describe('points in a line', () => {
  it('make a line from end to end, in the order of the clicks', () => {
    expect(
      bestLine([
        { x: 4, y: 4 },
        { x: 9, y: 9 },
        { x: 0, y: 0 },
      ]),
    ).toEqual({ shape: { kind: 'line', from: { x: 9, y: 9 }, to: { x: 0, y: 0 } }, spreadMm: 0, worstMm: 0 });
    expect([
      bestLine([
        { x: 0, y: 0 },
        { x: 5, y: 1 },
        { x: 10, y: 0 },
      ]),
      bestLine([centre, centre]),
    ]).toEqual([null, null]);
  });
});

describe('an ellipse through clicked points', () => {
  it('is found exactly from exact points, part of the rim or all of it', () => {
    for (const [a, b, turn, degs] of [
      [50, 30, 20, around(7)],
      [30, 34, -40, around(12)],
      [80, 20, 0, around(9, 200, 170)],
    ] as const) {
      const fit = bestEllipse(degs.map((deg) => onEllipse(a, b, turn, deg)))!;
      expect(fit.worstMm).toBeLessThan(1e-6);
      expect(fit.shape).toMatchObject({
        radiusXMm: expect.closeTo(a, 4),
        radiusYMm: expect.closeTo(b, 4),
        turnDeg: expect.closeTo(turn, 4),
      });
    }
  });
  it('fits shaken points no worse than the ellipse they came from, by true distances', () => {
    const random = seeded(11);
    for (let n = 0; n < 30; n++) {
      const [a, b, turn] = [between(random, 30, 60), between(random, 20, 50), between(random, -44, 44)];
      const points = shaken(
        around(9, between(random, 0, 40)).map((deg) => onEllipse(a, b, turn, deg)),
        0.3,
        random,
      );
      const fit = bestEllipse(points)!;
      const distances = (radiusXMm: number, radiusYMm: number, turnDeg: number, at: Vec): number[] => {
        const { path } = track({ kind: 'ellipse', centre: at, radiusXMm, radiusYMm, turnDeg });
        return points.map((p) => nearest(path, p)!.distanceMm);
      };
      const rms = (list: readonly number[]): number => Math.sqrt(list.reduce((sum, d) => sum + d * d, 0) / list.length);
      const own = distances(fit.shape.radiusXMm, fit.shape.radiusYMm, fit.shape.turnDeg, fit.shape.centre);
      expect(fit.spreadMm).toBeCloseTo(rms(own), 6);
      expect(fit.worstMm).toBeCloseTo(Math.max(...own), 6);
      expect(fit.spreadMm).toBeLessThanOrEqual(rms(distances(a, b, turn, centre)) + 1e-9);
    }
  });
});

describe('what is most likely meant', () => {
  it('is a circle all round, an arc in part, an ellipse where it fits far closer', () => {
    const random = seeded(5);
    expect(
      likeliest(
        shaken(
          around(8).map((deg) => onClock(centre, 40, deg)),
          0.1,
          random,
        ),
      ),
    ).toBe('circle');
    expect(
      likeliest(
        shaken(
          around(6, 300, 100).map((deg) => onClock(centre, 40, deg)),
          0.05,
          random,
        ),
      ),
    ).toBe('arc');
    expect(
      likeliest(
        shaken(
          around(8).map((deg) => onEllipse(40, 33, 10, deg)),
          0.1,
          random,
        ),
      ),
    ).toBe('ellipse');
    expect([likeliest([centre]), likeliest([0, 1, 2].map((x) => ({ x, y: x })))]).toEqual([null, null]);
  });
});
