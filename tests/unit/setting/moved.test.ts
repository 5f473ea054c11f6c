import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { wayBetween } from '#core/geometry/moved';
import { extentOf } from '#core/geometry/extent';
import { frameAt } from '#core/geometry/walk';
import { curveKind } from '#core/curves/index';
import { moveBy, turnAbout } from '#core/shapes/similarity';
import { settingOf, type Faces } from '#core/setting/settingOf';
import { findLettering, type CurveShape, type Lettering, type Piece } from '#core/piece/types';
import { SHAPES } from '../../support/shapes';
import { arc, circle, curve, faces, lettering, piece, seat, track } from '../../support/pieces';

const at = { x: 42, y: 42 };
/** Every kind of curve, as it is once it was moved: with its angles as they are written then. */
const NAMED = Object.entries(SHAPES).map(
  ([name, shape]) => [name, curveKind(shape).transform(shape, moveBy({ x: 0, y: 0 }))] as const,
);
const ALL = NAMED.map(([, shape]) => shape);
let all: Faces;
beforeAll(async () => {
  all = await faces();
});

const withShape = (p: Piece, id: string, shape: CurveShape): Piece => ({
  ...p,
  items: p.items.map((one) => (one.id === id && one.type === 'curve' ? { ...one, shape } : one)),
});
const set = (p: Piece) => {
  const made = settingOf(findLettering(p, 'words')!, tracksOf(p), all);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};
/** The same piece with letterings that were never set. */
const anew = (p: Piece): Piece => ({ ...p, items: p.items.map((one) => ({ ...one })) });
const WAY = { x: 7.3, y: -2.04 };

describe('a lettering on a curve that was moved', () => {
  it.each(NAMED)('stands as if it were set anew: %s', (name, shape) => {
    const changes: Partial<Lettering>[] = [
      {},
      { wording: 'TIDE\nSEDGE', lineDistanceMm: 7 },
      // On a line letters stand on what they would point to.
      { stance: { kind: shape.kind === 'line' ? 'upright' : 'pointed', strength: 1, centre: null } },
    ];
    for (const more of changes) {
      let p = piece([curve(shape), lettering('TIDE', more)]);
      set(p);
      for (let n = 1; n <= 3; n++) {
        p = withShape(p, 'ring', curveKind(shape).transform(shape, moveBy({ x: n * WAY.x, y: n * WAY.y })));
        const [moved, fresh] = [set(p), set(anew(p))];
        expect(moved.moved, name).toBeDefined();
        expect(fresh.moved).toBeUndefined();
        const lines = [[moved, fresh], ...moved.further.map((one, i) => [one, fresh.further[i]!] as const)] as const;
        expect(moved.further).toHaveLength(fresh.further.length);
        for (const [a, b] of lines) {
          a.rows.forEach((value, i) => expect(Math.abs(value - b.rows[i]!)).toBeLessThan(1e-7));
          expect(a.path).toBe(b.path);
        }
      }
    }
  });
  it('is set anew where the curve was turned, grew, or letters point to a place of their own', () => {
    for (const shape of ALL) {
      const turned = curveKind(shape).transform(shape, turnAbout(at, 3));
      const own = piece([curve(shape), lettering('TIDE')]);
      set(own);
      if (shape.kind !== 'circle') expect(set(withShape(own, 'ring', turned)).moved, shape.kind).toBeUndefined();
    }
    const ring = piece([curve(circle(24)), lettering('TIDE')]);
    set(ring);
    expect(set(withShape(ring, 'ring', circle(24.001, 43, 42))).moved).toBeUndefined();
    const pointing = piece([
      curve(circle(24)),
      lettering('TIDE', { stance: { kind: 'pointed', strength: 1, centre: { x: 0, y: 0 } } }),
    ]);
    set(pointing);
    expect(set(withShape(pointing, 'ring', circle(24, 43, 42))).moved).toBeUndefined();
  });
  it('moves with the curve that holds it only when both go the same way', () => {
    const held = piece([
      curve(circle(24)),
      curve(circle(36), 'rim'),
      lettering('TIDE', { seat: { ...seat(), hold: { kind: 'touching', curveId: 'rim', gapMm: 1 } } }),
    ]);
    const before = set(held);
    expect(before.moved).toBeUndefined();
    const alone = withShape(held, 'ring', circle(24, 44, 42));
    expect(set(alone).moved).toBeUndefined();
    const both = withShape(withShape(held, 'ring', circle(24, 50, 40)), 'rim', circle(36, 50, 40));
    set(held);
    const moved = set(both);
    moved.rows.forEach((value, i) => expect(Math.abs(value - set(anew(both)).rows[i]!)).toBeLessThan(1e-7));
  });
});

describe('paths that were moved', () => {
  it('tell by which way, and that they were not only moved', () => {
    for (const shape of ALL) {
      const to = curveKind(shape).transform(shape, moveBy(WAY));
      const way = wayBetween(track(shape).path.path, track(to).path.path)!;
      expect(way.x).toBeCloseTo(WAY.x, 9);
      expect(way.y).toBeCloseTo(WAY.y, 9);
    }
    expect(wayBetween(track(circle(24)).path.path, track(circle(25)).path.path)).toBeNull();
    expect(wayBetween(track(circle(24)).path.path, track(arc(24, 0, 90)).path.path)).toBeNull();
    const wave = ALL.find(({ kind }) => kind === 'wave')!;
    expect(wayBetween(track(wave).path.path, track({ ...wave, lengthMm: 91 } as CurveShape).path.path)).toBeNull();
  });
});

it('the box round a path holds all of it, and no more', () => {
  for (const shape of [...ALL, arc(20, 100, 250), arc(20, 350, -200), arc(20, 0, 90)]) {
    const { path } = track(shape),
      { min, max } = extentOf(path);
    // Close to each other, and at every corner.
    const points = [
      ...Array.from({ length: 20_001 }, (_, i) => (path.lengthMm * i) / 20_000),
      ...path.startDistance,
    ].map((s) => frameAt(path, s).point);
    for (const [axis, sign, edge] of [
      ['x', -1, min.x],
      ['y', -1, min.y],
      ['x', 1, max.x],
      ['y', 1, max.y],
    ] as const) {
      const farthest = Math.max(...points.map((point) => sign * point[axis]));
      expect(sign * edge - farthest, `${shape.kind} ${axis}`).toBeGreaterThan(-1e-9);
      expect(sign * edge - farthest, `${shape.kind} ${axis}`).toBeLessThan(1e-4);
    }
  }
});
