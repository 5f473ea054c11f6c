import { limited, object, point, tagged, type TypeOf } from '../fields';
import { clockArc } from '../geometry/segment';
import { distance, onClock } from '../geometry/vec';
import { LIMITS } from '../fields/limits';
import { ok, type Problem } from '../result';
import { centreFields, lengthProblem } from './common';
import type { CurveKind } from './kind';
import { mapPoint } from './similarity';

export const circleParameters = object({ kind: tagged('circle'), centre: point(), radiusMm: limited('radiusMm') });

/** A full circle, travelled clockwise from 12 o'clock. */
export type CircleShape = TypeOf<typeof circleParameters>;

const EDGES = [
  { id: 'edge-0', name: 'Edge at 12 o’clock', deg: 0 },
  { id: 'edge-90', name: 'Edge at 3 o’clock', deg: 90 },
  { id: 'edge-180', name: 'Edge at 6 o’clock', deg: 180 },
  { id: 'edge-270', name: 'Edge at 9 o’clock', deg: 270 },
];

/** The radius rule that all round kinds share. */
export const radiusProblem = (radiusMm: number, field = 'shape.radiusMm'): Problem | null =>
  lengthProblem('A radius', radiusMm, LIMITS.radiusMm, field);

export const circle: CurveKind<CircleShape> = {
  parameters: circleParameters,
  title: 'Circle',
  path: ({ centre, radiusMm }) => ok({ segments: [clockArc(centre, radiusMm, 0, 360)], closed: true }),
  centre: (shape) => shape.centre,
  handles: ({ centre, radiusMm }) => [
    { id: 'centre', name: 'Centre', at: centre },
    ...EDGES.map(({ id, name, deg }) => ({ id, name, at: onClock(centre, radiusMm, deg) })),
  ],
  moveHandle: (shape, handleId, to) =>
    handleId === 'centre' ? { ...shape, centre: to } : { ...shape, radiusMm: distance(shape.centre, to) },
  transform: (shape, by) => ({ ...shape, centre: mapPoint(by, shape.centre), radiusMm: shape.radiusMm * by.scale }),
  reverse: () => null,
  problem: ({ radiusMm }) => radiusProblem(radiusMm),
  sizeLabel: ({ radiusMm }) => `⌀ ${(radiusMm * 2).toFixed(1)}`,
  fields: [
    {
      label: 'Radius',
      unit: 'mm',
      limits: 'radiusMm',
      step: 0.5,
      get: (s) => s.radiusMm,
      set: (s, radiusMm) => ({ ...s, radiusMm }),
    },
    {
      label: 'Diameter',
      unit: 'mm',
      limits: { min: 0.2, max: 10000 },
      step: 0.5,
      get: (s) => s.radiusMm * 2,
      set: (s, mm) => ({ ...s, radiusMm: mm / 2 }),
    },
    ...centreFields<CircleShape>(),
  ],
};
