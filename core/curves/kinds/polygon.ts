import { hypot } from '../../hypot';
import { onClock, type Vec } from '../../geometry/vec';
import type { PolygonShape } from '../../piece/shapes/polygon';
import { ok } from '../../result';
import { radiusProblem } from './circle';
import { centreFields, cornerField, numberField, turnField } from '../common';
import type { CurveKind } from '../kind';
import { roundedPolygon } from '../rounded';
import { mapDeg, mapPoint } from '../similarity';

const polygonCorners = ({ centre, radiusMm, sides, turnDeg }: PolygonShape): Vec[] =>
  Array.from({ length: sides }, (_, i) => onClock(centre, radiusMm, turnDeg + (i * 360) / sides));

export const polygon: CurveKind<PolygonShape> = {
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
