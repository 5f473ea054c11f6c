import { Clipper, EndType, FillRule, JoinType, type Paths64 } from 'clipper2-ts';
import { describe, expect, it } from 'vitest';
import { combine, traceRegion } from '#core/drawing/booleans';
import { withMargin } from '#core/drawing/margins';
import { areaOf, onEdge, regionOf, stepsOf, type Region } from '#core/geometry/outlines/edges';
import { sweep, sweepOf } from '#core/geometry/outlines/sweep';
import { traceLettering } from '#core/drawing/traceLetters';
import { settingOf } from '#core/setting/settingOf';
import { tracksOf } from '#core/curves/index';
import type { Lettering } from '#core/piece/types';
import type { OutlineSink } from '#core/geometry/outlines/outlineSink';
import { circle, curve, faces, lettering, piece } from '../../support/pieces';

const disc = (x: number, y: number, radius: number): Region => [
  [{ kind: 'round', x, y, radius, startRad: 0, sweepRad: 2 * Math.PI }],
];
const square =
  (x: number, y: number, side: number): ((sink: OutlineSink) => void) =>
  (sink) => {
    sink.moveTo(x, y);
    sink.lineTo(x + side, y);
    sink.lineTo(x + side, y + side);
    sink.lineTo(x, y + side);
    sink.closePath();
  };
/** A lens of two circles of radius r whose middles are d apart. */
const lens = (r: number, d: number): number =>
  2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);
const polygons = (region: Region): Paths64 =>
  region.map((contour) =>
    contour.flatMap((edge) => {
      const n = stepsOf(edge);
      return Array.from({ length: n }, (_, i) => {
        const { x, y } = onEdge(edge, i / n);
        return { x: Math.round(x * 1e5), y: Math.round(y * 1e5) };
      });
    }),
  );
const clipperArea = (paths: Paths64): number => paths.reduce((sum, path) => sum + Clipper.area(path), 0) / 1e10;

async function letters(faceId: string): Promise<(sink: OutlineSink) => void> {
  const p = piece([curve(circle(30)), lettering('OTTERMERE & Light 123', { faceId, size: { by: 'cap', mm: 6 } })]);
  const set = settingOf(p.items[1] as Lettering, tracksOf(p), await faces());
  if (!set.ok) throw new Error(set.problem.message);
  return (sink) => traceLettering(set.value, sink);
}

describe('booleans', () => {
  it('of discs have the areas of the closed form', () => {
    const [a, b] = [disc(0, 0, 20), disc(25, 0, 20)];
    expect(areaOf(combine('union', a, b))).toBeCloseTo(2 * Math.PI * 400 - lens(20, 25), 1);
    expect(areaOf(combine('intersection', a, b))).toBeCloseTo(lens(20, 25), 1);
    expect(areaOf(combine('difference', a, b))).toBeCloseTo(Math.PI * 400 - lens(20, 25), 1);
    const ring = combine('difference', disc(0, 0, 20), disc(0, 0, 15));
    expect(ring).toHaveLength(2);
    expect(areaOf(ring)).toBeCloseTo(Math.PI * 175, 1);
  });
  it('give back to the last digit what was not cut', async () => {
    const own = regionOf(await letters('lobster'));
    const far = combine('union', own, disc(500, 500, 3));
    const points = (region: Region) =>
      new Set(region.flat().map((edge) => ('points' in edge ? edge.points.join(' ') : '')));
    const [before, after] = [points(combine('union', own, [])), points(far)];
    for (const one of before) expect(after.has(one)).toBe(true);
    // Letters that stand alone keep every one of their own cubics.
    const single = regionOf((sink) => {
      sink.moveTo(0, 0);
      sink.curveTo(3, -4, 9, -4, 12, 0);
      sink.curveTo(9, 7, 3, 5, 0, 0);
      sink.closePath();
    });
    const same = combine('union', single, disc(100, 0, 2))
      .flat()
      .filter((edge) => 'points' in edge && edge.points[0] < 50);
    expect(same.map((edge) => ('points' in edge ? [...edge.points] : [])).sort()).toEqual(
      single[0]!.map((edge) => ('points' in edge ? [...edge.points] : [])).sort(),
    );
  });
  it('cut curves at their own parameter: what is left lies on what was', () => {
    const cut = combine('difference', disc(0, 0, 20), regionOf(square(0, -30, 60)));
    for (const edge of cut.flat())
      for (const t of [0.2, 0.5, 0.8]) {
        const { x, y } = onEdge(edge, t);
        if (edge.kind === 'cubic') expect(Math.abs(Math.hypot(x, y) - 20)).toBeLessThan(0.001);
      }
    expect(areaOf(cut)).toBeCloseTo(Math.PI * 200, 1);
  });
  it('agree with polygon booleans on letters of many faces, and trace as they are', async () => {
    for (const faceId of ['limelight', 'alfa-slab-one', 'lobster', 'monoton', 'great-vibes']) {
      const own = regionOf(await letters(faceId));
      const made = combine('union', own, []);
      const wanted = clipperArea(Clipper.union(polygons(own), [] as Paths64, FillRule.NonZero));
      expect(Math.abs(clipperArea(polygons(made)) / wanted - 1), faceId).toBeLessThan(5e-5);
      expect(areaOf(regionOf((sink) => traceRegion(made, sink)))).toBeCloseTo(areaOf(made), 3);
      const margin = withMargin(own, 0.4);
      const grown = clipperArea(Clipper.inflatePaths(polygons(made), 0.4e5, JoinType.Round, EndType.Polygon, 2, 50));
      expect(Math.abs(clipperArea(polygons(margin)) / grown - 1), faceId).toBeLessThan(2e-4);
      const cut = combine('difference', disc(42, 42, 45), margin);
      expect(areaOf(cut)).toBeCloseTo(
        areaOf(
          combine(
            'difference',
            disc(42, 42, 45),
            regionOf((sink) => traceRegion(margin, sink)),
          ),
        ),
        2,
      );
    }
  });
});

describe('margins', () => {
  it('of a disc and a square are those of the closed form, outwards and inwards', () => {
    expect(areaOf(withMargin(disc(0, 0, 20), 2))).toBeCloseTo(Math.PI * 484, 0);
    expect(areaOf(withMargin(disc(0, 0, 20), -2))).toBeCloseTo(Math.PI * 324, 0);
    const box = regionOf(square(0, 0, 10));
    expect(areaOf(withMargin(box, 1))).toBeCloseTo(100 + 40 + Math.PI, 2);
    expect(areaOf(withMargin(box, -1))).toBeCloseTo(64, 3);
    expect(withMargin(box, -6)).toEqual([]);
  });
  it('are even: every point of them is as far from the outline', async () => {
    const margin = withMargin(regionOf(square(0, 0, 10)), 1.5);
    for (const edge of margin.flat())
      for (const t of [0, 0.3, 0.7]) {
        const { x, y } = onEdge(edge, t);
        const away = Math.hypot(Math.max(0 - x, 0, x - 10), Math.max(0 - y, 0, y - 10));
        expect(Math.abs(away - 1.5)).toBeLessThan(0.002);
      }
  });
});

describe('sweeps', () => {
  it('of a square and a disc are those of the closed form, in any direction', () => {
    for (const [vx, vy] of [
      [3, 0],
      [0, -4],
      [2, 2],
      [-3, 1],
    ] as const) {
      const box = combine('union', sweep(regionOf(square(0, 0, 10)), vx, vy), []);
      expect(areaOf(box)).toBeCloseTo(100 + 10 * (Math.abs(vx) + Math.abs(vy)), 4);
      const ball = combine('union', sweep(combine('union', disc(0, 0, 5), []), vx, vy), []);
      expect(areaOf(ball)).toBeCloseTo(Math.PI * 25 + 10 * Math.hypot(vx, vy), 1);
    }
  });
  it('of letters cover every step on the way, whichever way their outlines wind', async () => {
    for (const faceId of ['limelight', 'alfa-slab-one']) {
      const trace = await letters(faceId);
      const own = combine('union', regionOf(trace), []);
      const made = combine('union', sweepOf(trace, 135, 1), []);
      for (const share of [0, 0.3, 0.7, 1]) {
        const k = Math.SQRT1_2 * share;
        const there = own.map((contour) =>
          contour.map((edge) =>
            'points' in edge
              ? { ...edge, points: edge.points.map((value) => value + k) as unknown as typeof edge.points }
              : edge,
          ),
        );
        expect(areaOf(combine('difference', there, made)), `${faceId} ${share}`).toBeLessThan(0.01);
      }
    }
  });
});
