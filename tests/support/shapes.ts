import type { Vec } from '#core/geometry/vec';
import type { CurveShape } from '#core/piece/types';
import type { DrawnShape } from '#core/shapes/drawn';
import { arc, circle } from './pieces';

const at = { x: 40, y: 40 };
/** A node of a drawn curve. */
export const node = (
  x: number,
  y: number,
  back: Vec | null = null,
  ahead: Vec | null = null,
  kind: 'corner' | 'smooth' = 'corner',
) => ({ kind, at: { x, y }, back, ahead });
/** Drawn by hand, open, with a corner at each end. */
export const hill: DrawnShape = {
  kind: 'drawn',
  closed: false,
  nodes: [
    node(5, 60, null, { x: 20, y: 20 }),
    node(60, 40, { x: 50, y: 70 }, { x: 66, y: 22 }, 'smooth'),
    node(90, 60),
  ],
};

/** One of every kind of curve, and of some two. */
export const SHAPES: Record<string, CurveShape> = {
  'circle': circle(30),
  'arc': arc(30, -60, 120),
  'ellipse': { kind: 'ellipse', centre: at, radiusXMm: 35, radiusYMm: 18, turnDeg: 20 },
  'even spiral': {
    kind: 'spiral',
    centre: at,
    startRadiusMm: 8,
    endRadiusMm: 34,
    startDeg: 30,
    turns: 3.4,
    growth: 'even',
  },
  'proportional spiral': {
    kind: 'spiral',
    centre: at,
    startRadiusMm: 3,
    endRadiusMm: 34,
    startDeg: 0,
    turns: -2.2,
    growth: 'proportional',
  },
  'wave': { kind: 'wave', from: { x: 5, y: 40 }, lengthMm: 90, turnDeg: 12, amplitudeMm: 9, waves: 2.5, phaseDeg: 30 },
  'line': { kind: 'line', from: { x: 4, y: 9 }, to: { x: 80, y: 42 } },
  'rectangle': { kind: 'rectangle', centre: at, widthMm: 60, heightMm: 36, cornerMm: 5, turnDeg: 10 },
  'polygon': { kind: 'polygon', centre: at, radiusMm: 30, sides: 6, cornerMm: 0, turnDeg: 0 },
  'star': { kind: 'star', centre: at, radiusMm: 34, innerRadiusMm: 16, points: 5, cornerMm: 2, turnDeg: 0 },
  'seal': { kind: 'seal', centre: at, radiusMm: 34, depthMm: 2, teeth: 36, edge: 'rope', lean: 'ahead', turnDeg: 5 },
  'drawn': hill,
};
