import { describe, expect, it } from 'vitest';
import { measurePath } from '#core/geometry/measuredPath';
import { nearest } from '#core/geometry/nearest';
import { clockArc, cubic, line, pointAt, type CubicSegment, type Path } from '#core/geometry/segment';
import { frameAt, normalAt, parameterAt, stretchedFromDistance, walkTo } from '#core/geometry/walk';
import { onClock, vec } from '#core/geometry/vec';
import { between, seeded } from '../../support/random';

const randomCubic = (random: () => number): CubicSegment => {
  const p = () => vec(between(random, 0, 100), between(random, 0, 100));
  return cubic(p(), p(), p(), p());
};
const open = (...segments: Path['segments'][number][]): Path => ({ segments, closed: false });

/** Length by very many chords, with Richardson's correction: error below 1e-10 of the length. */
function denseLength(c: CubicSegment, t1 = 1): number {
  const chords = (n: number): number => {
    let sum = 0;
    let last = pointAt(c, 0);
    for (let i = 1; i <= n; i++) {
      const next = pointAt(c, (t1 * i) / n);
      sum += Math.hypot(next.x - last.x, next.y - last.y);
      last = next;
    }
    return sum;
  };
  const coarse = chords(20000),
    fine = chords(40000);
  return fine + (fine - coarse) / 3;
}

describe('circle and arc', () => {
  const random = seeded(11);
  it('agree with the closed form to 1e-9 of the length', () => {
    for (let n = 0; n < 300; n++) {
      const centre = vec(between(random, -50, 50), between(random, -50, 50));
      const radius = between(random, 0.2, 400);
      const start = between(random, -360, 360);
      const sweep = between(random, 5, 359) * (random() < 0.5 ? -1 : 1);
      const path = measurePath(open(clockArc(centre, radius, start, sweep)));
      const length = (radius * Math.abs(sweep) * Math.PI) / 180;
      expect(Math.abs(path.lengthMm - length)).toBeLessThan(1e-9 * length);
      const u = random();
      const here = frameAt(path, u * length);
      const deg = start + sweep * u;
      const want = onClock(centre, radius, deg);
      expect(Math.hypot(here.point.x - want.x, here.point.y - want.y)).toBeLessThan(1e-9 * length);
      const sign = Math.sign(sweep);
      expect(here.tangent.x).toBeCloseTo(sign * Math.cos((deg * Math.PI) / 180), 9);
      expect(here.tangent.y).toBeCloseTo(sign * Math.sin((deg * Math.PI) / 180), 9);
      expect(here.curvature).toBeCloseTo(sign / radius, 12);
    }
  });

  it('points its normal outward on a clockwise circle', () => {
    const path = measurePath({ segments: [clockArc(vec(0, 0), 10, 0, 360)], closed: true });
    expect(normalAt(path, 0)).toMatchObject({ x: expect.closeTo(0, 12), y: expect.closeTo(-1, 12) });
    expect(normalAt(path, path.lengthMm / 4)).toMatchObject({ x: expect.closeTo(1, 12), y: expect.closeTo(0, 12) });
  });

  it('goes round a closed path as often as asked, and counts', () => {
    const path = measurePath({ segments: [clockArc(vec(0, 0), 10, 0, 360)], closed: true });
    const twice = frameAt(path, path.lengthMm * 2.25);
    expect(twice.point.x).toBeCloseTo(10, 9);
    expect(twice.turningRad).toBeCloseTo(2.25 * 2 * Math.PI, 9);
    const before = frameAt(path, -path.lengthMm / 4);
    expect(before.point.x).toBeCloseTo(-10, 9);
  });
});

describe('cubics', () => {
  it('agree in length with a dense reference to 1e-7', () => {
    const random = seeded(3);
    for (let n = 0; n < 40; n++) {
      const c = randomCubic(random);
      const { lengthMm } = measurePath(open(c));
      expect(Math.abs(lengthMm - denseLength(c))).toBeLessThan(1e-7 * lengthMm);
    }
  });

  it('find the place at a distance to 1e-7 of the length', () => {
    const random = seeded(4);
    for (let n = 0; n < 25; n++) {
      const c = randomCubic(random);
      const path = measurePath(open(c));
      const t = random();
      const want = pointAt(c, t);
      const here = frameAt(path, denseLength(c, t)).point;
      expect(Math.hypot(here.x - want.x, here.y - want.y)).toBeLessThan(1e-7 * path.lengthMm);
    }
  });

  it('take distance to parameter and back', () => {
    const random = seeded(5);
    for (let n = 0; n < 200; n++) {
      const path = measurePath(open(randomCubic(random), randomCubic(random)));
      const s = random() * path.lengthMm;
      const { segment, t } = parameterAt(path, s);
      const here = frameAt(path, s).point;
      const there = pointAt(path.path.segments[segment]!, t);
      expect(Math.hypot(here.x - there.x, here.y - there.y)).toBeLessThan(1e-7);
    }
  });

  it('measure turning as the integral of curvature', () => {
    const random = seeded(6);
    for (let n = 0; n < 20; n++) {
      const path = measurePath(open(randomCubic(random)));
      const steps = 4000;
      let turn = 0;
      for (let i = 0; i < steps; i++)
        turn += (frameAt(path, ((i + 0.5) * path.lengthMm) / steps).curvature * path.lengthMm) / steps;
      // The midpoint rule is the coarse side here, above all where the curve bends sharply.
      expect(Math.abs(turn - path.turningRad)).toBeLessThan(2e-2);
    }
  });

  it('survive a cusp, a loop and handles of no length', () => {
    const awkward = [
      cubic(vec(0, 0), vec(10, 10), vec(0, 10), vec(10, 0)),
      cubic(vec(0, 0), vec(12, 10), vec(-2, 10), vec(10, 0)),
      cubic(vec(0, 0), vec(0, 0), vec(10, 5), vec(10, 5)),
      cubic(vec(0, 0), vec(20, 0), vec(-10, 0), vec(10, 0)),
    ];
    for (const c of awkward) {
      const path = measurePath(open(c));
      expect(path.lengthMm).toBeCloseTo(denseLength(c), 5);
      for (let i = 0; i <= 50; i++) {
        const { point, tangent } = frameAt(path, (path.lengthMm * i) / 50);
        expect(Number.isFinite(point.x + point.y + tangent.x + tangent.y)).toBe(true);
        expect(Math.hypot(tangent.x, tangent.y)).toBeCloseTo(1, 9);
      }
    }
  });
});

describe('paths', () => {
  const path = measurePath(
    open(
      line(vec(0, 0), vec(10, 0)),
      clockArc(vec(10, 10), 10, 0, 90),
      cubic(vec(20, 10), vec(20, 16), vec(24, 20), vec(30, 20)),
    ),
  );

  it('go straight on past their ends', () => {
    expect(frameAt(path, -3).point).toMatchObject({ x: expect.closeTo(-3, 9), y: expect.closeTo(0, 9) });
    const end = frameAt(path, path.lengthMm + 5);
    expect(end.point.x).toBeCloseTo(35, 6);
    expect(end.point.y).toBeCloseTo(20, 6);
  });

  it('tie stretched distance to distance both ways', () => {
    const row = new Float64Array(7);
    const random = seeded(8);
    for (let n = 0; n < 300; n++) {
      const s = between(random, -5, path.lengthMm + 5);
      const k = between(random, -4, 4);
      walkTo(path, stretchedFromDistance(path, s, k), k, row, 0);
      if (s > 0 && s < path.lengthMm) expect(row[4]).toBeCloseTo(s, 7);
    }
  });

  it('find the nearest place', () => {
    const random = seeded(9);
    for (let n = 0; n < 100; n++) {
      const s = between(random, 0.5, path.lengthMm - 0.5);
      const { point, tangent } = frameAt(path, s);
      const off = between(random, -0.8, 0.8);
      const found = nearest(path, { x: point.x + tangent.y * off, y: point.y - tangent.x * off })!;
      expect(found.s).toBeCloseTo(s, 5);
      expect(found.distanceMm).toBeCloseTo(Math.abs(off), 6);
    }
    const end = nearest(path, vec(50, 20))!;
    expect(end.s).toBeCloseTo(path.lengthMm, 6);
  });

  it('without length have no spans, and say so', () => {
    const nothing = measurePath(open(line(vec(1, 1), vec(1, 1))));
    expect(nothing.problems[0]?.code).toBe('zero-length');
    expect(nearest(nothing, vec(0, 0))).toBeNull();
    expect(() => frameAt(nothing, 0)).toThrow(/without length/);
  });

  it('with coordinates that are not numbers are a programmer’s error', () => {
    expect(() => measurePath(open(line(vec(0, Number.NaN), vec(1, 1))))).toThrow(/not numbers/);
  });
});
