import { describe, expect, it } from 'vitest';
import { draft, draftAt, type DraggedKind } from '#core/curves/draft';
import { curveKind, trackOf } from '#core/curves/index';
import { extentOf } from '#core/geometry/extent';
import { pieceProblems } from '#core/piece/check/index';
import { curve, piece } from '../../support/pieces';

const KINDS: DraggedKind[] = [
  'circle',
  'arc',
  'ellipse',
  'spiral',
  'wave',
  'line',
  'rectangle',
  'polygon',
  'star',
  'seal',
];
const asIs = (mm: number): number => mm;

describe.each(KINDS)('a %s in the making', (kind) => {
  it('by a drag is a curve that the rules allow', () => {
    const shape = draft(kind, { x: 40, y: 40 }, { x: 65, y: 22 }, asIs);
    expect(curveKind(shape).problem(shape)).toBeNull();
    expect(pieceProblems(piece([curve(shape)]))).toEqual([]);
  });

  it('by a click fits the sheet', () => {
    for (const sheet of [
      { widthMm: 84, heightMm: 84 },
      { widthMm: 210, heightMm: 60 },
    ]) {
      const made = trackOf(draftAt(kind, { x: sheet.widthMm / 2, y: sheet.heightMm / 2 }, sheet));
      if (!made.ok) throw new Error(made.problem.message);
      const { min, max } = extentOf(made.value.path);
      expect(Math.min(min.x, min.y)).toBeGreaterThanOrEqual(-0.01);
      expect(max.x).toBeLessThanOrEqual(sheet.widthMm + 0.01);
      expect(max.y).toBeLessThanOrEqual(sheet.heightMm + 0.01);
      expect(max.x - min.x).toBeGreaterThan(Math.min(sheet.widthMm, sheet.heightMm) * 0.3);
    }
  });

  it('by a drag of no length is refused, or is one of the least size', () => {
    const shape = draft(kind, { x: 40, y: 40 }, { x: 40, y: 40 }, asIs);
    const problem = curveKind(shape).problem(shape);
    if (problem) expect(problem.message).toMatch(/must lie between|same/);
    else expect(trackOf(shape).ok).toBe(true);
  });
});

describe('what a kind cannot be', () => {
  it.each([
    [
      'a spiral whose radii are the same',
      {
        kind: 'spiral',
        centre: { x: 0, y: 0 },
        startRadiusMm: 20,
        endRadiusMm: 20,
        startDeg: 0,
        turns: 3,
        growth: 'even',
      },
      'no-pitch',
    ],
    [
      'a spiral without turns',
      {
        kind: 'spiral',
        centre: { x: 0, y: 0 },
        startRadiusMm: 20,
        endRadiusMm: 30,
        startDeg: 0,
        turns: 0,
        growth: 'even',
      },
      'out-of-range',
    ],
    ['a line without length', { kind: 'line', from: { x: 1, y: 1 }, to: { x: 1, y: 1 } }, 'out-of-range'],
    [
      'a rectangle without height',
      { kind: 'rectangle', centre: { x: 0, y: 0 }, widthMm: 10, heightMm: 0, cornerMm: 0, turnDeg: 0 },
      'out-of-range',
    ],
    [
      'an ellipse squeezed flat',
      { kind: 'ellipse', centre: { x: 0, y: 0 }, radiusXMm: 10, radiusYMm: 0, turnDeg: 0 },
      'out-of-range',
    ],
    ['a circle of no radius', { kind: 'circle', centre: { x: 0, y: 0 }, radiusMm: 0 }, 'out-of-range'],
  ] as const)('%s is told in plain words', (_what, shape, code) => {
    expect(curveKind(shape).problem(shape)).toMatchObject({ code, message: expect.stringMatching(/\.$/) });
  });

  it('a corner radius too large for its side gives way to the largest that fits', () => {
    const pill = trackOf({
      kind: 'rectangle',
      centre: { x: 0, y: 0 },
      widthMm: 40,
      heightMm: 10,
      cornerMm: 50,
      turnDeg: 0,
    });
    if (!pill.ok) throw new Error(pill.problem.message);
    expect(pill.value.path.lengthMm).toBeCloseTo(2 * 30 + Math.PI * 10, 6);
  });
});
