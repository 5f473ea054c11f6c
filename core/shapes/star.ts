import { limited, object, point, tagged, wholeNumber, type TypeOf } from '../fields';
import { hypot } from '../hypot';
import { onClock, type Vec } from '../geometry/vec';
import { ok } from '../result';
import { radiusProblem } from './circle';
import { centreFields, cornerField, firstProblem, numberField, turnField } from './common';
import type { CurveKind } from './kind';
import { roundedPolygon } from './rounded';
import { mapDeg, mapPoint } from './similarity';

export const starParameters = object({
  kind: tagged('star'),
  centre: point(),
  /** Distance of the points from the centre, and of the hollows between them, mm. */
  radiusMm: limited('radiusMm'),
  innerRadiusMm: limited('radiusMm'),
  points: wholeNumber('sides'),
  cornerMm: limited('cornerMm'),
  turnDeg: limited('clockDeg'),
});

/** A star with a point at 12 o’clock, unless it is turned; travelled clockwise. */
export type StarShape = TypeOf<typeof starParameters>;

const starCorners = ({ centre, radiusMm, innerRadiusMm, points, turnDeg }: StarShape): Vec[] =>
  Array.from({ length: points * 2 }, (_, i) =>
    onClock(centre, i % 2 ? innerRadiusMm : radiusMm, turnDeg + (i * 180) / points),
  );

export const star: CurveKind<StarShape> = {
  parameters: starParameters,
  title: 'Star',
  path: (shape) => ok({ segments: roundedPolygon(starCorners(shape), shape.cornerMm), closed: true }),
  centre: (shape) => shape.centre,
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    { id: 'radius', name: 'First point', at: onClock(shape.centre, shape.radiusMm, shape.turnDeg) },
    {
      id: 'inner',
      name: 'First hollow',
      at: onClock(shape.centre, shape.innerRadiusMm, shape.turnDeg + 180 / shape.points),
    },
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    const radius = hypot(to.x - shape.centre.x, to.y - shape.centre.y);
    return handleId === 'inner' ? { ...shape, innerRadiusMm: radius } : { ...shape, radiusMm: radius };
  },
  transform: (s, by) => ({
    ...s,
    centre: mapPoint(by, s.centre),
    radiusMm: s.radiusMm * by.scale,
    innerRadiusMm: s.innerRadiusMm * by.scale,
    cornerMm: s.cornerMm * by.scale,
    turnDeg: mapDeg(by, s.turnDeg),
  }),
  reverse: () => null,
  problem: (s) => firstProblem(radiusProblem(s.radiusMm), radiusProblem(s.innerRadiusMm, 'shape.innerRadiusMm')),
  sizeLabel: (s) => `${s.points} points, r ${s.radiusMm.toFixed(1)}`,
  fields: [
    numberField('Points', 'points', '', 'sides', 1),
    numberField('Radius', 'radiusMm', 'mm', 'radiusMm', 0.5),
    numberField('Hollows', 'innerRadiusMm', 'mm', 'radiusMm', 0.5),
    cornerField(),
    turnField(),
    ...centreFields<StarShape>(),
  ],
};
