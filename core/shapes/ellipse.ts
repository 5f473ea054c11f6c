import { limited, object, point, tagged, type TypeOf } from '../fields';
import type { Vec } from '../geometry/vec';
import { ok } from '../result';
import { radiusProblem } from './circle';
import { centreFields, firstProblem, numberField } from './common';
import type { CurveKind } from './kind';
import { mapDeg, mapPoint } from './similarity';

export const ellipseParameters = object({
  kind: tagged('ellipse'),
  centre: point(),
  /** Half axes, mm. */
  radiusXMm: limited('radiusMm'),
  radiusYMm: limited('radiusMm'),
  /** Turning about the centre, degrees clockwise. */
  turnDeg: limited('clockDeg'),
});

/** An ellipse, travelled clockwise from the end of its second half axis: the top, unless it is turned. */
export type EllipseShape = TypeOf<typeof ellipseParameters>;

/** The place on the sheet of a point given along the half axes. */
function axisPoint({ centre, turnDeg }: EllipseShape, x: number, y: number): Vec {
  const a = (turnDeg * Math.PI) / 180;
  return { x: centre.x + x * Math.cos(a) - y * Math.sin(a), y: centre.y + x * Math.sin(a) + y * Math.cos(a) };
}

export const ellipse: CurveKind<EllipseShape> = {
  parameters: ellipseParameters,
  title: 'Ellipse',
  path: ({ centre, radiusXMm, radiusYMm, turnDeg }) =>
    ok({
      segments: [
        {
          kind: 'ellipse',
          centre,
          radiusX: radiusXMm,
          radiusY: radiusYMm,
          turnRad: (turnDeg * Math.PI) / 180,
          startRad: -Math.PI / 2,
          sweepRad: 2 * Math.PI,
        },
      ],
      closed: true,
    }),
  centre: (shape) => shape.centre,
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    { id: 'right', name: 'End of the first half axis', at: axisPoint(shape, shape.radiusXMm, 0) },
    { id: 'left', name: 'Other end of the first half axis', at: axisPoint(shape, -shape.radiusXMm, 0) },
    { id: 'bottom', name: 'End of the second half axis', at: axisPoint(shape, 0, shape.radiusYMm) },
    { id: 'top', name: 'Other end of the second half axis', at: axisPoint(shape, 0, -shape.radiusYMm) },
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    const a = (-shape.turnDeg * Math.PI) / 180;
    const dx = to.x - shape.centre.x,
      dy = to.y - shape.centre.y;
    return handleId === 'right' || handleId === 'left'
      ? { ...shape, radiusXMm: Math.abs(dx * Math.cos(a) - dy * Math.sin(a)) }
      : { ...shape, radiusYMm: Math.abs(dx * Math.sin(a) + dy * Math.cos(a)) };
  },
  transform: (shape, by) => ({
    ...shape,
    centre: mapPoint(by, shape.centre),
    radiusXMm: shape.radiusXMm * by.scale,
    radiusYMm: shape.radiusYMm * by.scale,
    turnDeg: mapDeg(by, shape.turnDeg),
  }),
  reverse: () => null,
  problem: (s) =>
    firstProblem(radiusProblem(s.radiusXMm, 'shape.radiusXMm'), radiusProblem(s.radiusYMm, 'shape.radiusYMm')),
  sizeLabel: (s) => `${(s.radiusXMm * 2).toFixed(1)} × ${(s.radiusYMm * 2).toFixed(1)}`,
  fields: [
    {
      label: 'Width',
      unit: 'mm',
      limits: { min: 0.2, max: 10000 },
      step: 0.5,
      get: (s) => s.radiusXMm * 2,
      set: (s, mm) => ({ ...s, radiusXMm: mm / 2 }),
    },
    {
      label: 'Height',
      unit: 'mm',
      limits: { min: 0.2, max: 10000 },
      step: 0.5,
      get: (s) => s.radiusYMm * 2,
      set: (s, mm) => ({ ...s, radiusYMm: mm / 2 }),
    },
    numberField('Turned by', 'turnDeg', '°', 'clockDeg', 1),
    ...centreFields<EllipseShape>(),
  ],
};
