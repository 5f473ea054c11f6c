import { beforeAll, describe, expect, it } from 'vitest';
import type { CurveShape, Piece } from '#core/piece/types';
import { proofPiece, type Finding } from '#core/proof/index';
import type { Faces } from '#core/setting/settingOf';
import { curve, faces, piece } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const LEAST_MM = 0.2;
const thin = (p: Piece): Finding[] =>
  proofPiece({ ...p, process: { ...p.process, leastStrokeMm: LEAST_MM } }, all).filter(
    ({ code }) => code === 'thin-stroke',
  );
describe('the proof of filled shapes', () => {
  it('finds points of stars that come out blunt, not those of full or rounded ones', () => {
    const star = (innerRadiusMm: number, cornerMm = 0): Piece => {
      const shape: CurveShape = {
        kind: 'star',
        centre: { x: 42, y: 42 },
        radiusMm: 30,
        innerRadiusMm,
        points: 8,
        cornerMm,
        turnDeg: 0,
      };
      return piece([{ ...curve(shape, 'star'), fill: 'deep' }]);
    };
    // A tip of the half angle t is 0.2 mm wide 0.1 / tan t from its end: 1 mm where tan t is 0.1.
    const lost = (inner: number): number =>
      (0.1 * (30 - inner * Math.cos(Math.PI / 8))) / (inner * Math.sin(Math.PI / 8));
    expect(lost(6)).toBeGreaterThan(1);
    expect(lost(7)).toBeLessThan(1);
    const [found, ...more] = thin(star(6));
    expect(more).toEqual([]);
    expect(found!.mm).toBeCloseTo(lost(6), 6);
    expect(thin(star(7))).toEqual([]);
    expect(thin(star(6, 0.2))).toEqual([]);
    const bare = star(6);
    expect(thin({ ...bare, items: bare.items.map((one) => ({ ...one, fill: null }) as typeof one) })).toEqual([]);
  });
});
