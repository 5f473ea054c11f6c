import { clockAngleDeg, distance, type Vec } from '../geometry/vec';
import type { CurveShape } from '../piece/types';

/** Kinds that are drawn with one drag. */
export type DraggedKind =
  'circle' | 'arc' | 'ellipse' | 'spiral' | 'wave' | 'line' | 'rectangle' | 'polygon' | 'star' | 'seal';

const round = (value: number): number => Math.round(value * 100) / 100;

/** A drag: from where to where, its length in mm as a person would type it, and its clock angle in whole degrees. */
interface Drag {
  readonly from: Vec;
  readonly to: Vec;
  readonly radiusMm: number;
  readonly towardsDeg: number;
  readonly tidy: (mm: number) => number;
}

type Drafts = { readonly [K in DraggedKind]: (drag: Drag) => Extract<CurveShape, { readonly kind: K }> };

/** One entry a kind that is drawn with one drag. */
const DRAFTS: Drafts = {
  circle: ({ from, radiusMm }) => ({ kind: 'circle', centre: from, radiusMm }),
  arc: ({ from, radiusMm, towardsDeg }) => ({
    kind: 'arc',
    centre: from,
    radiusMm,
    startDeg: (towardsDeg + 300) % 360,
    sweepDeg: 120,
  }),
  ellipse: ({ from, to, tidy }) => ({
    kind: 'ellipse',
    centre: from,
    radiusXMm: tidy(Math.max(Math.abs(to.x - from.x), 1)),
    radiusYMm: tidy(Math.max(Math.abs(to.y - from.y), 1)),
    turnDeg: 0,
  }),
  spiral: ({ from, radiusMm, tidy }) => ({
    kind: 'spiral',
    centre: from,
    startRadiusMm: tidy(radiusMm * 0.25),
    endRadiusMm: radiusMm,
    startDeg: 270,
    turns: 3,
    growth: 'even',
  }),
  wave: ({ from, to, tidy }) => ({
    kind: 'wave',
    from,
    lengthMm: tidy(distance(from, to)),
    turnDeg: Math.round(clockAngleDeg(from, to) + 270) % 360,
    amplitudeMm: tidy(distance(from, to) * 0.08),
    waves: 1,
    phaseDeg: 0,
  }),
  line: ({ from, to }) => ({ kind: 'line', from, to: { x: round(to.x), y: round(to.y) } }),
  rectangle: ({ from, to, tidy }) => ({
    kind: 'rectangle',
    centre: { x: round((from.x + to.x) / 2), y: round((from.y + to.y) / 2) },
    widthMm: tidy(Math.abs(to.x - from.x)),
    heightMm: tidy(Math.abs(to.y - from.y)),
    cornerMm: 0,
    turnDeg: 0,
  }),
  polygon: ({ from, radiusMm }) => ({ kind: 'polygon', centre: from, radiusMm, sides: 6, cornerMm: 0, turnDeg: 0 }),
  star: ({ from, radiusMm, tidy }) => ({
    kind: 'star',
    centre: from,
    radiusMm,
    innerRadiusMm: tidy(radiusMm * 0.55),
    points: 5,
    cornerMm: 0,
    turnDeg: 0,
  }),
  seal: ({ from, radiusMm, tidy }) => ({
    kind: 'seal',
    centre: from,
    radiusMm,
    depthMm: Math.max(tidy(radiusMm * 0.06), 0.1),
    teeth: 48,
    edge: 'rope',
    lean: 'ahead',
    turnDeg: 0,
  }),
};

/**
 * The shape that a drag draws: round kinds from their centre outwards, lines and waves from end to end, rectangles
 * from corner to corner.
 *
 * @param tidy brings a length to a value that a person would type
 */
export function draft(kind: DraggedKind, from: Vec, to: Vec, tidy: (mm: number) => number): CurveShape {
  const radiusMm = tidy(distance(from, to));
  const towardsDeg = radiusMm > 0 ? Math.round(clockAngleDeg(from, to)) : 0;
  return DRAFTS[kind]({ from, to, radiusMm, towardsDeg, tidy });
}

/** What a mere click gives: the kind at a size that fits the sheet. */
export function draftAt(
  kind: DraggedKind,
  at: Vec,
  sheetMm: { readonly widthMm: number; readonly heightMm: number },
): CurveShape {
  const size = Math.min(sheetMm.widthMm, sheetMm.heightMm) * 0.35;
  const tidy = (mm: number): number => Math.round(mm * 2) / 2;
  switch (kind) {
    case 'line':
    case 'wave':
      return draft(kind, { x: at.x - size, y: at.y }, { x: at.x + size, y: at.y }, tidy);
    case 'rectangle':
      return draft(kind, { x: at.x - size, y: at.y - size * 0.7 }, { x: at.x + size, y: at.y + size * 0.7 }, tidy);
    case 'ellipse':
      return draft(kind, at, { x: at.x + size, y: at.y + size * 0.7 }, tidy);
    default:
      return draft(kind, at, { x: at.x, y: at.y - size }, tidy);
  }
}
