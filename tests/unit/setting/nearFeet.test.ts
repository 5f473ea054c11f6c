import { describe, expect, it } from 'vitest';
import { frameAt } from '#core/geometry/walk';
import type { CurveShape } from '#core/piece/types';
import { footOf } from '#core/setting/line/inkEnds';
import { surroundings } from '#core/setting/line/nearFeet';
import { track } from '../../support/pieces';

const SHAPES: readonly CurveShape[] = [
  { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 12, turnDeg: 30 },
  { kind: 'wave', from: { x: 0, y: 20 }, lengthMm: 90, turnDeg: 0, amplitudeMm: 6, waves: 3, phaseDeg: 0 },
  // Corners, and arcs that run into lines.
  { kind: 'rectangle', centre: { x: 40, y: 40 }, widthMm: 60, heightMm: 30, cornerMm: 0, turnDeg: 0 },
  { kind: 'rectangle', centre: { x: 40, y: 40 }, widthMm: 60, heightMm: 30, cornerMm: 4, turnDeg: 0 },
];

describe('the surroundings of a letter', () => {
  it('turn as the path does, at every place of them and beyond', () => {
    for (const shape of SHAPES)
      for (const direction of [1, -1] as const) {
        const { path } = track(shape);
        for (let s = -3; s < path.lengthMm + 3; s += 1.9) {
          const { turningAt } = surroundings(path, s, direction, 2.4);
          for (const along of [-4, -2.4, -1.13, 0, 0.5, 1.77, 2.4, 3]) {
            expect(
              Math.abs(turningAt(along) - frameAt(path, s + direction * along).turningRad),
              `${shape.kind} at ${s} by ${along}`,
            ).toBeLessThan(2e-5);
          }
        }
      }
  });
  it('find the foot of a point within a thousandth of a mm', () => {
    for (const shape of SHAPES.slice(0, 2)) {
      const { path } = track(shape);
      for (let s = 1; s < path.lengthMm - 1; s += 2.3) {
        const { foot } = surroundings(path, s, 1, 3),
          { point, tangent } = frameAt(path, s);
        for (const [along, up] of [
          [0.4, 1],
          [-2, 2],
          [1.6, -1],
        ] as const) {
          const x = point.x + tangent.x * along + tangent.y * up,
            y = point.y + tangent.y * along - tangent.x * up;
          const exact = footOf(path, s, 1, x, y, along),
            near = { ...foot(x, y, along) };
          if (1 + frameAt(path, s + exact.along).curvature * exact.height < 0.3) continue;
          expect(Math.abs(near.along - exact.along)).toBeLessThan(1e-3);
          expect(Math.abs(near.height - exact.height)).toBeLessThan(1e-3);
        }
      }
    }
  });
});
