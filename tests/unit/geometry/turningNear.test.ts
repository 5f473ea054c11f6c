import { describe, expect, it } from 'vitest';
import { turningNear } from '#core/geometry/turningNear';
import { frameAt } from '#core/geometry/walk';
import type { CurveShape } from '#core/piece/types';
import { circle, track } from '../../support/pieces';

const SHAPES: readonly CurveShape[] = [
  circle(30), { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 12, turnDeg: 30 },
  { kind: 'wave', from: { x: 0, y: 20 }, lengthMm: 90, turnDeg: 0, amplitudeMm: 6, waves: 3, phaseDeg: 0 },
  // Corners, and arcs that run into lines.
  { kind: 'rectangle', centre: { x: 40, y: 40 }, widthMm: 60, heightMm: 30, cornerMm: 0, turnDeg: 0 }, { kind: 'rectangle', centre: { x: 40, y: 40 }, widthMm: 60, heightMm: 30, cornerMm: 4, turnDeg: 0 },
];

describe('the turning along a short stretch', () => {
  it('is that of the path, at every place of it and at its ends, whichever way it is given', () => {
    for (const shape of SHAPES) {
      const { path } = track(shape);
      for (const length of [0.3, 2.2, -1.7]) {
        for (let s = -3; s < path.lengthMm + 3; s += 0.7) {
          const turning = turningNear(path, s, s + length);
          for (const share of [0, 0.13, 0.5, 0.77, 1]) {
            expect(Math.abs(turning(s + length * share) - frameAt(path, s + length * share).turningRad), `${shape.kind} at ${s} over ${length}`).toBeLessThan(2e-6);
          }
        }
      }
    }
  });
  it('is told beyond the stretch as well', () => {
    const { path } = track(SHAPES[1]!);
    expect(turningNear(path, 10, 12)(50)).toBeCloseTo(frameAt(path, 50).turningRad, 12);
  });
});
