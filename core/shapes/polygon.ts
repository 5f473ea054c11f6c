import { limited, object, point, tagged, wholeNumber, type TypeOf } from '../fields';
import { hypot } from '../hypot';
import { onClock, type Vec } from '../geometry/vec';
import { ok } from '../result';
import { radiusProblem } from './circle';
import { centreFields, cornerField, numberField, turnField } from './common';
import type { CurveKind } from './kind';
import { roundedPolygon } from './rounded';
import { mapDeg, mapPoint } from './similarity';

export const polygonParameters = object({
  kind: tagged('polygon'),
  centre: point(),
  /** Distance of the corners from the centre, mm. */
  radiusMm: limited('radiusMm'),
  sides: wholeNumber('sides'),
  cornerMm: limited('cornerMm'),
  turnDeg: limited('clockDeg'),
});

/** A regular polygon with a corner at 12 o’clock, unless it is turned; travelled clockwise. */
export type PolygonShape = TypeOf<typeof polygonParameters>;

const polygonCorners = ({ centre, radiusMm, sides, turnDeg }: PolygonShape): Vec[] =>
  Array.from({ length: sides }, (_, i) => onClock(centre, radiusMm, turnDeg + (i * 360) / sides));

export const polygon: CurveKind<PolygonShape> = {
  parameters: polygonParameters,
  title: 'Polygon',
  path: (shape) => ok({ segments: roundedPolygon(polygonCorners(shape), shape.cornerMm), closed: true }),
  centre: (shape) => shape.centre,
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    { id: 'radius', name: 'First corner', at: onClock(shape.centre, shape.radiusMm, shape.turnDeg) },
  ],
  moveHandle: (shape, handleId, to) =>
    handleId === 'centre'
      ? { ...shape, centre: to }
      : { ...shape, radiusMm: hypot(to.x - shape.centre.x, to.y - shape.centre.y) },
  transform: (s, by) => ({
    ...s,
    centre: mapPoint(by, s.centre),
    radiusMm: s.radiusMm * by.scale,
    cornerMm: s.cornerMm * by.scale,
    turnDeg: mapDeg(by, s.turnDeg),
  }),
  reverse: () => null,
  problem: ({ radiusMm }) => radiusProblem(radiusMm),
  sizeLabel: (s) => `${s.sides} sides, r ${s.radiusMm.toFixed(1)}`,
  fields: [
    numberField('Sides', 'sides', '', 'sides', 1),
    numberField('Radius', 'radiusMm', 'mm', 'radiusMm', 0.5),
    cornerField(),
    turnField(),
    ...centreFields<PolygonShape>(),
  ],
};
