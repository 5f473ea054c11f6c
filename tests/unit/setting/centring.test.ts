import { beforeAll, describe, expect, it } from 'vitest';
import type { CurveShape, FitBy, Lettering } from '#core/piece/types';
import { nearest } from '#core/geometry/nearest';
import { frameAt } from '#core/geometry/walk';
import { bookendsInReading } from '#core/setting/line/overset';
import { fillRoom, wideRule } from '#core/setting/space/fill';
import { settle } from '#core/setting/space/settle';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import { placedContours } from '#core/setting/line/flatOutlines';
import type { Face } from '#core/type/face';
import { circle, faces, lettering, seat, spacing, track } from '../../support/pieces';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});

/** An open curve of two bends that are not alike. */
const pen: CurveShape = {
  kind: 'drawn',
  closed: false,
  nodes: [
    { kind: 'smooth', at: { x: 10, y: 40 }, back: null, ahead: { x: 18, y: 28 } },
    { kind: 'smooth', at: { x: 60, y: 26 }, back: { x: 45, y: 22 }, ahead: { x: 72, y: 29.2 } },
    { kind: 'smooth', at: { x: 76, y: 38 }, back: { x: 74, y: 30 }, ahead: null },
  ],
};
const hook: CurveShape = {
  kind: 'drawn',
  closed: false,
  nodes: [
    { kind: 'smooth', at: { x: 10, y: 70 }, back: null, ahead: { x: 14, y: 20 } },
    { kind: 'smooth', at: { x: 100, y: 50 }, back: { x: 60, y: 12 }, ahead: null },
  ],
};
const ellipse: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 38, radiusYMm: 22, turnDeg: 12 };
const spiral: CurveShape = {
  kind: 'spiral',
  centre: { x: 60, y: 60 },
  startRadiusMm: 14,
  endRadiusMm: 40,
  turns: 0.8,
  startDeg: 40,
  growth: 'even',
};

/**
 * Length along the parallel at a height, by adding up little chords of it: a measure of another kind than the one in
 * the core.
 */
function lengthAt(set: SetLettering, from: number, to: number, height: number): number {
  const { path, direction } = set,
    count = 20000;
  let sum = 0,
    before: { x: number; y: number } | null = null;
  for (let i = 0; i <= count; i++) {
    const { point, tangent } = frameAt(path, direction * (from + ((to - from) * i) / count));
    const here = { x: point.x + tangent.y * direction * height, y: point.y - tangent.x * direction * height };
    if (before) sum += Math.hypot(here.x - before.x, here.y - before.y);
    before = here;
  }
  return to < from ? -sum : sum;
}
/** The feet of the ends of the ink on the curve, in the reading direction, from all points of the letters' outlines. */
function feet(set: SetLettering): { start: number; end: number } {
  const { firstInk, lastInk } = set.measured;
  const of = (index: number): number[] =>
    placedContours(set, index, 'exact').flatMap((points) =>
      Array.from(
        { length: points.length / 2 },
        (_, i) => set.direction * nearest(set.path, { x: points[2 * i]!, y: points[2 * i + 1]! })!.s,
      ),
    );
  return { start: Math.min(...of(firstInk)), end: Math.max(...of(lastInk)) };
}
const open = (wording: string, more: Partial<Lettering> = {}): Lettering =>
  lettering(wording, {
    faceId: 'oswald-medium',
    size: { by: 'cap', mm: 4 },
    seat: seat('outward', 'outside', 1),
    anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    bookends: { startU: 0.03, endU: 0.96 },
    ...more,
  });
const set = (what: Lettering, shape: CurveShape): SetLettering => {
  const made = setLettering(what, track(shape), all.get(what.faceId)!);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};

describe('centred words', () => {
  it('are as long to both sides of their anchor at half the height of the letters, on every curve', () => {
    for (const [shape, what] of [
      [pen, open('SEDGE HALT')],
      [hook, open('SEDGE SHORE HALT')],
      [
        ellipse,
        lettering('TEA ROOM', {
          anchor: { at: { kind: 'clock', deg: 70 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        }),
      ],
    ] as [CurveShape, Lettering][]) {
      const one = set(what, shape);
      const { start, end } = feet(one),
        anchor = one.direction * one.anchorDistance,
        height = one.baselineMm + one.capMm / 2;
      expect(Math.abs(lengthAt(one, start, anchor, height) - lengthAt(one, anchor, end, height))).toBeLessThan(0.002);
    }
  });
  it('stay centred about a clock point on a ring, by rays as before', () => {
    const one = set(
      lettering('OTTERMERE', {
        anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      }),
      circle(30),
    );
    const { inkStart, inkEnd } = one.overset;
    expect((inkStart + inkEnd) / 2).toBeCloseTo(one.direction * one.anchorDistance, 9);
  });
});

describe('filling an open curve', () => {
  const LONG = 'SEDGE SHORE AND OTTERMERE';
  it.each(['tracking', 'width', 'size'] as FitBy[])(
    'meets both bookends on every curve, once and kept, by %s',
    (by) => {
      for (const shape of [pen, hook, spiral])
        for (const tops of ['outward', 'inward'] as const) {
          const what = open(LONG, {
            size: { by: 'cap', mm: by === 'width' ? track(shape).path.lengthMm * 0.05 : 2 },
            seat: seat(tops, 'outside', 0.5),
            bookends: tops === 'outward' ? { startU: 0.05, endU: 0.93 } : { startU: 0.93, endU: 0.05 },
          });
          const on = track(shape),
            face = all.get(what.faceId)!;
          const once = fillRoom({ lettering: what, track: on, face, held: [], correction: null }, [wideRule(by)], null);
          expect(Math.abs(once.leftMm)).toBeLessThan(1e-4);
          const plainly = set(once.lettering, shape);
          const kept = settle(
            {
              ...what,
              spacing: spacing({ evenOut: 1 }),
              fit: { kept: true, baseRadiusMm: null, rules: [wideRule(by)] },
            },
            on,
            face,
          ).result;
          if (!kept.ok) throw new Error(kept.problem.message);
          for (const one of [plainly, kept.value]) {
            const { start, end } = bookendsInReading({
              lettering: one.lettering,
              path: one.path,
              direction: one.direction,
            });
            const ink = feet(one);
            expect(Math.abs(ink.start - start), `${shape.kind} ${tops}`).toBeLessThan(1e-3);
            expect(Math.abs(ink.end - end), `${shape.kind} ${tops}`).toBeLessThan(1e-3);
            expect(one.overset.letters).toEqual([]);
            expect(one.overset.beforeMm + one.overset.afterMm).toBeLessThan(1e-4);
          }
        }
    },
  );
});
