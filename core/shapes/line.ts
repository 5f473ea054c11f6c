import { object, point, tagged, type TypeOf } from '../fields';
import { line as segment } from '../geometry/segment';
import { distance } from '../geometry/vec';
import { ok } from '../result';
import { LIMITS } from '../fields/limits';
import { lengthProblem, pointFields } from './common';
import type { CurveKind } from './kind';
import { mapPoint } from './similarity';

export const lineParameters = object({ kind: tagged('line'), from: point(), to: point() });

/** A straight line. */
export type LineShape = TypeOf<typeof lineParameters>;

const lengthOf = ({ from, to }: LineShape): number => distance(from, to);
const degOf = ({ from, to }: LineShape): number => (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
const aimed = (shape: LineShape, lengthMm: number, deg: number): LineShape => {
  const a = (deg * Math.PI) / 180;
  return { ...shape, to: { x: shape.from.x + lengthMm * Math.cos(a), y: shape.from.y + lengthMm * Math.sin(a) } };
};

export const line: CurveKind<LineShape> = {
  parameters: lineParameters,
  title: 'Line',
  path: ({ from, to }) => ok({ segments: [segment(from, to)], closed: false }),
  handles: ({ from, to }) => [
    { id: 'start', name: 'Start of the line', at: from },
    { id: 'end', name: 'End of the line', at: to },
  ],
  moveHandle: (shape, handleId, to) => (handleId === 'start' ? { ...shape, from: to } : { ...shape, to }),
  transform: (shape, by) => ({ ...shape, from: mapPoint(by, shape.from), to: mapPoint(by, shape.to) }),
  reverse: (shape) => ({ ...shape, from: shape.to, to: shape.from }),
  problem: (shape) => lengthProblem('The length of a line', lengthOf(shape), LIMITS.lengthMm, 'shape.to'),
  sizeLabel: (shape) => `${lengthOf(shape).toFixed(1)} mm`,
  fields: [
    { label: 'Length', unit: 'mm', limits: 'lengthMm', step: 1, get: lengthOf, set: (s, mm) => aimed(s, mm, degOf(s)) },
    { label: 'Angle', unit: '°', limits: 'clockDeg', step: 1, get: degOf, set: (s, deg) => aimed(s, lengthOf(s), deg) },
    ...pointFields<LineShape>(
      'Start',
      (s) => s.from,
      (s, from) => ({ ...s, from }),
    ),
    ...pointFields<LineShape>(
      'End',
      (s) => s.to,
      (s, to) => ({ ...s, to }),
    ),
  ],
};
