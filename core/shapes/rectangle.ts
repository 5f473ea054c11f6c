import { limited, object, point, tagged, type TypeOf } from '../fields';
import type { Vec } from '../geometry/vec';
import { LIMITS } from '../fields/limits';
import { ok } from '../result';
import { centreFields, cornerField, firstProblem, lengthProblem, numberField, turnField } from './common';
import type { CurveKind } from './kind';
import { roundedPolygon } from './rounded';
import { mapDeg, mapPoint } from './similarity';

export const rectangleParameters = object({
  kind: tagged('rectangle'),
  centre: point(),
  widthMm: limited('lengthMm'),
  heightMm: limited('lengthMm'),
  /** Radius of the corners, mm; 0 for sharp ones. */
  cornerMm: limited('cornerMm'),
  turnDeg: limited('clockDeg'),
});

/** A rectangle, travelled clockwise from the middle of its top. */
export type RectangleShape = TypeOf<typeof rectangleParameters>;

const inAxes = (centre: Vec, turnDeg: number, to: Vec): Vec => {
  const a = (-turnDeg * Math.PI) / 180;
  const x = to.x - centre.x,
    y = to.y - centre.y;
  return { x: x * Math.cos(a) - y * Math.sin(a), y: x * Math.sin(a) + y * Math.cos(a) };
};
const onSheet = (centre: Vec, turnDeg: number, x: number, y: number): Vec => {
  const a = (turnDeg * Math.PI) / 180;
  return { x: centre.x + x * Math.cos(a) - y * Math.sin(a), y: centre.y + x * Math.sin(a) + y * Math.cos(a) };
};
/** Corners in the order of travel, the first being the top right one. */
const rectangleCorners = ({ centre, widthMm, heightMm, turnDeg }: RectangleShape): Vec[] =>
  [
    [1, -1],
    [1, 1],
    [-1, 1],
    [-1, -1],
  ].map(([x, y]) => onSheet(centre, turnDeg, (x! * widthMm) / 2, (y! * heightMm) / 2));

export const rectangle: CurveKind<RectangleShape> = {
  parameters: rectangleParameters,
  title: 'Rectangle',
  path: (shape) => ok({ segments: roundedPolygon(rectangleCorners(shape), shape.cornerMm), closed: true }),
  centre: (shape) => shape.centre,
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    ...rectangleCorners(shape).map((at, i) => ({
      id: `corner-${i}`,
      name: ['Top right corner', 'Bottom right corner', 'Bottom left corner', 'Top left corner'][i]!,
      at,
    })),
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    // The opposite corner stays where it is.
    const fixed = rectangleCorners(shape)[(Number(handleId.slice(-1)) + 2) % 4]!;
    const diagonal = inAxes(fixed, shape.turnDeg, to);
    return {
      ...shape,
      widthMm: Math.abs(diagonal.x),
      heightMm: Math.abs(diagonal.y),
      centre: { x: (fixed.x + to.x) / 2, y: (fixed.y + to.y) / 2 },
    };
  },
  transform: (s, by) => ({
    ...s,
    centre: mapPoint(by, s.centre),
    widthMm: s.widthMm * by.scale,
    heightMm: s.heightMm * by.scale,
    cornerMm: s.cornerMm * by.scale,
    turnDeg: mapDeg(by, s.turnDeg),
  }),
  reverse: () => null,
  problem: (s) =>
    firstProblem(
      lengthProblem('The width', s.widthMm, LIMITS.lengthMm, 'shape.widthMm'),
      lengthProblem('The height', s.heightMm, LIMITS.lengthMm, 'shape.heightMm'),
    ),
  sizeLabel: (s) => `${s.widthMm.toFixed(1)} × ${s.heightMm.toFixed(1)}`,
  fields: [
    numberField('Width', 'widthMm', 'mm', 'lengthMm', 0.5),
    numberField('Height', 'heightMm', 'mm', 'lengthMm', 0.5),
    cornerField(),
    turnField(),
    ...centreFields<RectangleShape>(),
  ],
};
