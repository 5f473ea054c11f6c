import { describe, expect, it } from 'vitest';
import { bendThrough, holdOf, straightened } from '#core/curves/bendThrough';
import { trackOf } from '#core/curves/index';
import { setNodeKind } from '#core/shapes/drawn';
import { bendSteps } from '#core/editing/edits/operations';
import { nearest } from '#core/geometry/nearest';
import { endPoint, startPoint } from '#core/geometry/segment';
import type { DrawnShape } from '#core/shapes/drawn';
import { findCurve, findLettering, type CurveShape } from '#core/piece/types';
import { done } from '../../support/edits';
import { curve, lettering, piece } from '../../support/pieces';

const line: CurveShape = { kind: 'line', from: { x: 0, y: 0 }, to: { x: 60, y: 0 } };
const corner = (x: number, y: number) => ({ kind: 'corner' as const, at: { x, y }, back: null, ahead: null });
const drawn: DrawnShape = { kind: 'drawn', nodes: [corner(0, 0), corner(40, 0), corner(40, 30)], closed: false };
const path = (shape: CurveShape) => {
  const track = trackOf(shape);
  if (!track.ok) throw new Error(track.problem.message);
  return track.value.path;
};

describe('a curve that is pulled', () => {
  it.each([
    [line, { x: 22, y: -14 }],
    [line, { x: 40, y: 9 }],
    [
      { kind: 'arc', centre: { x: 30, y: 40 }, radiusMm: 50, startDeg: 320, sweepDeg: 80 } as CurveShape,
      { x: 31, y: -30 },
    ],
  ])('goes through the place with its ends where they were', (shape, to) => {
    const bent = bendThrough(shape, null, to, 0.2)!;
    expect(bent.kind).toBe('arc');
    expect(nearest(path(bent), to)!.distanceMm).toBeLessThan(1e-9);
    const [was, now] = [path(shape).path.segments, path(bent).path.segments];
    for (const end of [startPoint, endPoint]) {
      expect(end(now[0]!).x).toBeCloseTo(end(was[0]!).x, 9);
      expect(end(now[0]!).y).toBeCloseTo(end(was[0]!).y, 9);
    }
  });
  it('is a line again when it is pulled straight, within what counts as that', () => {
    const bent = bendThrough(line, null, { x: 20, y: -9 }, 0.5)!;
    expect(bendThrough(bent, null, { x: 31, y: 0.49 }, 0.5)).toMatchObject({
      kind: 'line',
      to: { x: expect.closeTo(60, 9) },
    });
    expect(bendThrough(bent, null, { x: 31, y: 0.51 }, 0.5)).toMatchObject({ kind: 'arc' });
  });
  it('bends the stretch that was held, and no other', () => {
    const hold = holdOf(drawn, { x: 12, y: 1 })!;
    expect(hold).toEqual({ node: 0, t: 0.3 });
    const bent = bendThrough(drawn, hold, { x: 12, y: -8 }, 0.2) as DrawnShape;
    expect(nearest(path(bent), { x: 12, y: -8 })!.distanceMm).toBeLessThan(1e-6);
    expect(bent.nodes[2]).toEqual(drawn.nodes[2]);
    expect(bent.nodes.map(({ at }) => at)).toEqual(drawn.nodes.map(({ at }) => at));
  });
  it('leaves words on their side, whichever way it bulges', () => {
    const before = piece([curve(line), lettering('TIDE')]);
    for (const [y, tops] of [
      [-10, 'outward'],
      [10, 'inward'],
    ] as const) {
      const shape = bendThrough(line, null, { x: 30, y }, 0.2)!;
      const after = done(before, bendSteps(before, findCurve(before, 'ring')!, shape));
      expect(findLettering(after, 'words')!.seat.tops).toBe(tops);
    }
  });
  it('gives no other kinds', () => {
    expect(bendThrough({ kind: 'circle', centre: { x: 0, y: 0 }, radiusMm: 9 }, null, { x: 3, y: 3 }, 0.2)).toBeNull();
  });
});

describe('drawing straight', () => {
  it('is level, upright or at 45°', () => {
    expect(straightened({ x: 0, y: 0 }, { x: 20, y: 3 })).toMatchObject({ x: 20, y: expect.closeTo(0, 9) });
    expect(straightened({ x: 5, y: 5 }, { x: 4, y: -9 }).x).toBeCloseTo(5, 9);
    const { x, y } = straightened({ x: 0, y: 0 }, { x: 10, y: 8 });
    expect([x, y]).toEqual([expect.closeTo(9, 9), expect.closeTo(9, 9)]);
  });
});

describe('an end of an open curve', () => {
  it('keeps its handle when it is made smooth', () => {
    const end = { kind: 'corner' as const, at: { x: 40, y: 30 }, back: { x: 50, y: 10 }, ahead: null };
    const shape = { ...drawn, nodes: [...drawn.nodes.slice(0, 2), end] };
    for (const kind of ['smooth', 'symmetrical'] as const)
      expect(path(setNodeKind(shape, 2, kind)).path).toEqual(path(shape).path);
  });
});
