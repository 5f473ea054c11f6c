import { describe, expect, it } from 'vitest';
import type { CurveShape } from '#core/piece/types';
import { frameAt } from '#core/geometry/walk';
import { parallelLine, placeOff } from '#core/setting/guides';
import { footOf } from '#core/setting/inkEnds';
import { circle, track } from '../../support/pieces';

const ELLIPSE: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 20, turnDeg: 30 };
const WAVE: CurveShape = { kind: 'wave', from: { x: 0, y: 20 }, lengthMm: 90, turnDeg: 0, amplitudeMm: 6, waves: 3, phaseDeg: 0 };
const BOX: CurveShape = { kind: 'rectangle', centre: { x: 40, y: 40 }, widthMm: 60, heightMm: 30, cornerMm: 0, turnDeg: 0 };

describe('the line of a parallel', () => {
  it('stays as near to the parallel as wanted, with few points', () => {
    for (const [shape, height] of [[circle(30), 4], [ELLIPSE, 0], [ELLIPSE, 5], [ELLIPSE, -3]] as const) {
      const { path } = track(shape);
      for (const flat of [0.05, 0.005]) {
        const line = parallelLine(path, 1, height, flat);
        expect(line.length).toBeLessThan(12 * Math.sqrt(path.lengthMm / flat) / 4);
        let off = 0;
        for (let i = 1; i < line.length; i++) {
          for (const part of [0, 0.5]) {
            const x = line[i - 1]!.x + (line[i]!.x - line[i - 1]!.x) * part, y = line[i - 1]!.y + (line[i]!.y - line[i - 1]!.y) * part;
            const near = (path.lengthMm * i) / line.length;
            const { point, tangent } = frameAt(path, near);
            const foot = footOf(path, near, 1, x, y, (x - point.x) * tangent.x + (y - point.y) * tangent.y);
            off = Math.max(off, Math.abs(foot.height - height));
          }
        }
        expect(off, `${shape.kind} ${height}`).toBeLessThan(flat);
      }
    }
  });
  it('begins and ends where the curve does, and has every corner', () => {
    const { path } = track(BOX);
    const line = parallelLine(path, 1, 0, 0.05);
    for (const corner of [{ x: 10, y: 25 }, { x: 70, y: 25 }, { x: 70, y: 55 }, { x: 10, y: 55 }]) {
      expect(Math.min(...line.map((p) => Math.hypot(p.x - corner.x, p.y - corner.y)))).toBeLessThan(1e-9);
    }
    const wave = track(WAVE).path;
    const points = parallelLine(wave, -1, 2, 0.05);
    expect(points[0]).toMatchObject({ x: expect.closeTo(placeOff(wave, 0, -1, 2).point.x, 9), y: expect.closeTo(placeOff(wave, 0, -1, 2).point.y, 9) });
    expect(points.at(-1)).toMatchObject({ x: expect.closeTo(placeOff(wave, wave.lengthMm, -1, 2).point.x, 6), y: expect.closeTo(placeOff(wave, wave.lengthMm, -1, 2).point.y, 6) });
  });
});
