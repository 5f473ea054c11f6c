import { describe, expect, it } from 'vitest';
import { frameAt } from '#core/geometry/walk';
import { nearest } from '#core/geometry/nearest';
import { drawPiece } from '#core/drawing/drawPiece';
import type { CurveShape } from '#core/piece/types';
import { circle, curve, faces, lettering, piece, track } from '../../support/pieces';
import { between, seeded } from '../../support/random';

const wave = (waves: number): CurveShape => ({
  kind: 'wave',
  from: { x: 15, y: 37 },
  lengthMm: 180,
  turnDeg: 12,
  amplitudeMm: 6,
  waves,
  phaseDeg: 40,
});

describe('the nearest place on a path', () => {
  it('is no farther than any of many places on it, however many spans it has', () => {
    const random = seeded(3);
    for (const shape of [wave(0.4), wave(60), circle(20)]) {
      const { path } = track(shape);
      const samples = Array.from({ length: 6000 }, (_, i) => frameAt(path, (path.lengthMm * i) / 6000).point);
      for (let n = 0; n < 60; n++) {
        const to = { x: between(random, -20, 220), y: between(random, -40, 120) };
        const found = nearest(path, to)!;
        const least = Math.min(...samples.map(({ x, y }) => Math.hypot(x - to.x, y - to.y)));
        expect(found.distanceMm).toBeLessThanOrEqual(least + 1e-9);
        expect(found.distanceMm).toBeGreaterThan(least - 0.2);
        expect(Math.hypot(found.point.x - to.x, found.point.y - to.y)).toBeCloseTo(found.distanceMm, 9);
      }
    }
  });
  it('is found soon enough for words on a parallel of a wave of 200 crests', async () => {
    const all = await faces();
    const from = performance.now();
    const drawn = drawPiece(
      piece([
        curve(wave(200), 'wave'),
        curve({ kind: 'parallel', of: 'wave', distanceMm: 1 }, 'beside'),
        lettering('OTTERMERE LIGHT RAILWAY', { curveId: 'beside' }),
      ]),
      all,
      new Map(),
    );
    expect(drawn.sheet.widthMm).toBeGreaterThan(0);
    // A minute and a half, before spans were left out that are surely farther.
    expect(performance.now() - from).toBeLessThan(8000);
  });
});
