import { clockArc } from '../geometry/segment';
import { add, distance, normaliseDeg, onClock } from '../geometry/vec';
import { LIMITS } from '../piece/limits';
import type { CircleShape } from '../piece/shapes/circle';
import type { CurveKind } from './kind';

const EDGES = [
  { id: 'edge-0', name: 'Edge at 12 o’clock', deg: 0 },
  { id: 'edge-90', name: 'Edge at 3 o’clock', deg: 90 },
  { id: 'edge-180', name: 'Edge at 6 o’clock', deg: 180 },
  { id: 'edge-270', name: 'Edge at 9 o’clock', deg: 270 },
];

/** The radius rule that circles and arcs share. */
export const radiusProblem = (radiusMm: number) => {
  const { min, max } = LIMITS.radiusMm;
  if (radiusMm >= min && radiusMm <= max) return null;
  return {
    code: 'radius-out-of-range', field: 'shape.radiusMm', value: radiusMm, limit: radiusMm < min ? min : max,
    message: `A radius must lie between ${min} and ${max} mm.`,
  };
};

export const circle: CurveKind<CircleShape> = {
  title: 'Circle',
  path: ({ centre, radiusMm }) => ({ segments: [clockArc(centre, radiusMm, 0, 360)], closed: true }),
  centre: (shape) => shape.centre,
  outwardSign: () => 1,
  fractionAtClock: (_shape, deg) => normaliseDeg(deg) / 360,
  clockAtFraction: (_shape, u) => normaliseDeg(u * 360),
  handles: ({ centre, radiusMm }) => [
    { id: 'centre', name: 'Centre', at: centre },
    ...EDGES.map(({ id, name, deg }) => ({ id, name, at: onClock(centre, radiusMm, deg) })),
  ],
  moveHandle: (shape, handleId, to) =>
    handleId === 'centre' ? { ...shape, centre: to } : { ...shape, radiusMm: distance(shape.centre, to) },
  moveBy: (shape, by) => ({ ...shape, centre: add(shape.centre, by) }),
  problem: ({ radiusMm }) => radiusProblem(radiusMm),
  sizeLabel: ({ radiusMm }) => `⌀ ${(radiusMm * 2).toFixed(1)}`,
};

