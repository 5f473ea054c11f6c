import { describe, expect, it } from 'vitest';
import type { CurveShape } from '#core/piece/types';
import type { Vec } from '#core/geometry/vec';
import { parallelLine, placeOff, type LinePlace } from '#core/setting/hand/guides';
import { circle, track } from '../../support/pieces';

const ELLIPSE: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 20, turnDeg: 30 };
const WAVE: CurveShape = {
  kind: 'wave',
  from: { x: 0, y: 20 },
  lengthMm: 90,
  turnDeg: 0,
  amplitudeMm: 6,
  waves: 3,
  phaseDeg: 0,
};
const BOX: CurveShape = {
  kind: 'rectangle',
  centre: { x: 40, y: 40 },
  widthMm: 60,
  heightMm: 30,
  cornerMm: 0,
  turnDeg: 0,
};

const FLAT_ELLIPSE: CurveShape = { ...ELLIPSE, radiusYMm: 6 };
// So low that one period of it bends little: its ends and its middle lie on one line.
const RIPPLE: CurveShape = { ...WAVE, amplitudeMm: 0.08, waves: 1 };
const SPIRAL: CurveShape = {
  kind: 'spiral',
  centre: { x: 40, y: 40 },
  startRadiusMm: 6,
  endRadiusMm: 34,
  startDeg: 0,
  turns: 3,
  growth: 'even',
};
const DRAWN: CurveShape = {
  kind: 'drawn',
  closed: false,
  nodes: [
    { kind: 'corner', at: { x: 0, y: 0 }, back: null, ahead: { x: 40, y: -30 } },
    { kind: 'corner', at: { x: 50, y: 20 }, back: { x: 10, y: 40 }, ahead: { x: 60, y: 15 } },
    { kind: 'corner', at: { x: 90, y: 0 }, back: { x: 80, y: 60 }, ahead: null },
  ],
};

/** A place on a straight line or a quadratic Bézier. */
function along(from: LinePlace, to: LinePlace, t: number): Vec {
  const via = to.via ?? { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
    m = 1 - t;
  return { x: m * m * from.x + 2 * m * t * via.x + t * t * to.x, y: m * m * from.y + 2 * m * t * via.y + t * t * to.y };
}
/** How far a place lies from a line through many. */
function away(p: Vec, points: readonly Vec[]): number {
  let least = Infinity;
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!,
      x = points[i]!.x - a.x,
      y = points[i]!.y - a.y,
      t = Math.min(Math.max(((p.x - a.x) * x + (p.y - a.y) * y) / (x * x + y * y || 1), 0), 1);
    least = Math.min(least, Math.hypot(p.x - a.x - t * x, p.y - a.y - t * y));
  }
  return least;
}

describe('the line of a parallel', () => {
  it('stays as near to the parallel as wanted, of few bends', () => {
    for (const [shape, height] of [
      [circle(30), 4],
      [ELLIPSE, 0],
      [ELLIPSE, 5],
      [ELLIPSE, -3],
      [FLAT_ELLIPSE, 2],
      [FLAT_ELLIPSE, 20],
      [FLAT_ELLIPSE, -20],
      [WAVE, 0],
      [WAVE, 3],
      [WAVE, -12],
      [RIPPLE, 0],
      [RIPPLE, 2],
      [SPIRAL, 2],
      [DRAWN, 0],
      [DRAWN, 4],
      [DRAWN, -4],
    ] as const) {
      const { path } = track(shape);
      for (const flat of [0.05, 0.005]) {
        const line = parallelLine(path, 1, height, flat);
        expect(line.length, `${shape.kind} ${height}`).toBeLessThan(24 + 1.6 * path.spans.length + path.lengthMm / 10);
        const exact = Array.from(
          { length: 4001 },
          (_, i) => placeOff(path, (path.lengthMm * i) / 4000, 1, height).point,
        );
        const off = Math.max(
          ...line.flatMap((place, i) =>
            i === 0 ? [] : [0.25, 0.5, 0.75, 1].map((t) => away(along(line[i - 1]!, place, t), exact)),
          ),
        );
        expect(off, `${shape.kind} ${height}`).toBeLessThan(flat);
        // Nor is any of it left out.
        const drawn = line.flatMap((place, i) =>
          i === 0 ? [place] : Array.from({ length: 16 }, (_, n) => along(line[i - 1]!, place, (n + 1) / 16)),
        );
        const missed = Math.max(...exact.filter((_, i) => i % 10 === 0).map((one) => away(one, drawn)));
        expect(missed, `${shape.kind} ${height}`).toBeLessThan(flat);
      }
    }
  });
  it('begins and ends where the curve does, and has every corner', () => {
    const { path } = track(BOX);
    const line = parallelLine(path, 1, 0, 0.05);
    for (const corner of [
      { x: 10, y: 25 },
      { x: 70, y: 25 },
      { x: 70, y: 55 },
      { x: 10, y: 55 },
    ]) {
      expect(Math.min(...line.map((p) => Math.hypot(p.x - corner.x, p.y - corner.y)))).toBeLessThan(1e-9);
    }
    const wave = track(WAVE).path;
    const points = parallelLine(wave, -1, 2, 0.05);
    expect(points[0]).toMatchObject({
      x: expect.closeTo(placeOff(wave, 0, -1, 2).point.x, 9),
      y: expect.closeTo(placeOff(wave, 0, -1, 2).point.y, 9),
    });
    expect(points.at(-1)).toMatchObject({
      x: expect.closeTo(placeOff(wave, wave.lengthMm, -1, 2).point.x, 6),
      y: expect.closeTo(placeOff(wave, wave.lengthMm, -1, 2).point.y, 6),
    });
  });
});
