import { onClock, type Vec } from '../geometry/vec';
import type { PolygonShape } from '../piece/shapes/polygon';
import type { RectangleShape } from '../piece/shapes/rectangle';
import type { StarShape } from '../piece/shapes/star';
import { ok } from '../result';
import { LIMITS } from '../piece/limits';
import { radiusProblem } from './circle';
import { centreFields, firstProblem, lengthProblem, numberField } from './common';
import type { CurveKind } from './kind';
import { roundedPolygon } from './rounded';
import { mapDeg, mapPoint } from './similarity';

/** Rectangle, polygon and star: corners round a centre, rounded alike. */
const inAxes = (centre: Vec, turnDeg: number, to: Vec): Vec => {
  const a = (-turnDeg * Math.PI) / 180;
  const x = to.x - centre.x, y = to.y - centre.y;
  return { x: x * Math.cos(a) - y * Math.sin(a), y: x * Math.sin(a) + y * Math.cos(a) };
};
const onSheet = (centre: Vec, turnDeg: number, x: number, y: number): Vec => {
  const a = (turnDeg * Math.PI) / 180;
  return { x: centre.x + x * Math.cos(a) - y * Math.sin(a), y: centre.y + x * Math.sin(a) + y * Math.cos(a) };
};
const cornerField = <S extends { readonly cornerMm: number }>() => numberField<S, 'cornerMm'>('Corners', 'cornerMm', 'mm', 'cornerMm', 0.5);
const turnField = <S extends { readonly turnDeg: number }>() => numberField<S, 'turnDeg'>('Turned by', 'turnDeg', '°', 'clockDeg', 1);

/** Corners in the order of travel, the first being the top right one. */
const rectangleCorners = ({ centre, widthMm, heightMm, turnDeg }: RectangleShape): Vec[] =>
  [[1, -1], [1, 1], [-1, 1], [-1, -1]].map(([x, y]) => onSheet(centre, turnDeg, (x! * widthMm) / 2, (y! * heightMm) / 2));

export const rectangle: CurveKind<RectangleShape> = {
  title: 'Rectangle',
  path: (shape) => ok({ segments: roundedPolygon(rectangleCorners(shape), shape.cornerMm), closed: true }),
  centre: (shape) => shape.centre,
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    ...rectangleCorners(shape).map((at, i) => ({ id: `corner-${i}`, name: ['Top right corner', 'Bottom right corner', 'Bottom left corner', 'Top left corner'][i]!, at })),
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    // The opposite corner stays where it is.
    const fixed = rectangleCorners(shape)[(Number(handleId.slice(-1)) + 2) % 4]!;
    const diagonal = inAxes(fixed, shape.turnDeg, to);
    return { ...shape, widthMm: Math.abs(diagonal.x), heightMm: Math.abs(diagonal.y), centre: { x: (fixed.x + to.x) / 2, y: (fixed.y + to.y) / 2 } };
  },
  transform: (s, by) => ({
    ...s, centre: mapPoint(by, s.centre), widthMm: s.widthMm * by.scale, heightMm: s.heightMm * by.scale, cornerMm: s.cornerMm * by.scale, turnDeg: mapDeg(by, s.turnDeg),
  }),
  reverse: () => null,
  problem: (s) => firstProblem(lengthProblem('The width', s.widthMm, LIMITS.lengthMm, 'shape.widthMm'), lengthProblem('The height', s.heightMm, LIMITS.lengthMm, 'shape.heightMm')),
  sizeLabel: (s) => `${s.widthMm.toFixed(1)} × ${s.heightMm.toFixed(1)}`,
  fields: [
    numberField('Width', 'widthMm', 'mm', 'lengthMm', 0.5), numberField('Height', 'heightMm', 'mm', 'lengthMm', 0.5),
    cornerField(), turnField(), ...centreFields<RectangleShape>(),
  ],
};

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
  moveHandle: (shape, handleId, to) => (handleId === 'centre' ? { ...shape, centre: to } : { ...shape, radiusMm: Math.hypot(to.x - shape.centre.x, to.y - shape.centre.y) }),
  transform: (s, by) => ({ ...s, centre: mapPoint(by, s.centre), radiusMm: s.radiusMm * by.scale, cornerMm: s.cornerMm * by.scale, turnDeg: mapDeg(by, s.turnDeg) }),
  reverse: () => null,
  problem: ({ radiusMm }) => radiusProblem(radiusMm),
  sizeLabel: (s) => `${s.sides} sides, r ${s.radiusMm.toFixed(1)}`,
  fields: [
    numberField('Sides', 'sides', '', 'sides', 1), numberField('Radius', 'radiusMm', 'mm', 'radiusMm', 0.5),
    cornerField(), turnField(), ...centreFields<PolygonShape>(),
  ],
};

const starCorners = ({ centre, radiusMm, innerRadiusMm, points, turnDeg }: StarShape): Vec[] =>
  Array.from({ length: points * 2 }, (_, i) => onClock(centre, i % 2 ? innerRadiusMm : radiusMm, turnDeg + (i * 180) / points));

export const star: CurveKind<StarShape> = {
  title: 'Star',
  path: (shape) => ok({ segments: roundedPolygon(starCorners(shape), shape.cornerMm), closed: true }),
  centre: (shape) => shape.centre,
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    { id: 'radius', name: 'First point', at: onClock(shape.centre, shape.radiusMm, shape.turnDeg) },
    { id: 'inner', name: 'First hollow', at: onClock(shape.centre, shape.innerRadiusMm, shape.turnDeg + 180 / shape.points) },
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    const radius = Math.hypot(to.x - shape.centre.x, to.y - shape.centre.y);
    return handleId === 'inner' ? { ...shape, innerRadiusMm: radius } : { ...shape, radiusMm: radius };
  },
  transform: (s, by) => ({
    ...s, centre: mapPoint(by, s.centre), radiusMm: s.radiusMm * by.scale, innerRadiusMm: s.innerRadiusMm * by.scale, cornerMm: s.cornerMm * by.scale, turnDeg: mapDeg(by, s.turnDeg),
  }),
  reverse: () => null,
  problem: (s) => firstProblem(radiusProblem(s.radiusMm), radiusProblem(s.innerRadiusMm, 'shape.innerRadiusMm')),
  sizeLabel: (s) => `${s.points} points, r ${s.radiusMm.toFixed(1)}`,
  fields: [
    numberField('Points', 'points', '', 'sides', 1), numberField('Radius', 'radiusMm', 'mm', 'radiusMm', 0.5),
    numberField('Hollows', 'innerRadiusMm', 'mm', 'radiusMm', 0.5), cornerField(), turnField(), ...centreFields<StarShape>(),
  ],
};
