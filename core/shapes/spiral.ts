import { limited, object, point, tagged, type TypeOf } from '../fields';
import { distance, normaliseDeg, onClock } from '../geometry/vec';
import { ok } from '../result';
import { radiusProblem } from './circle';
import { centreFields, firstProblem, numberField } from './common';
import type { CurveKind } from './kind';
import { mapDeg, mapPoint } from './similarity';

export const spiralParameters = object({
  kind: tagged('spiral'),
  centre: point(),
  startRadiusMm: limited('radiusMm'),
  endRadiusMm: limited('radiusMm'),
  /** Clock angle at which it begins, degrees. */
  startDeg: limited('clockDeg'),
  /** Turns gone through, negative for anticlockwise. */
  turns: limited('turns'),
  /** Whether the radius grows by equal amounts (Archimedean) or by equal factors (logarithmic). */
  growth: tagged('even', 'proportional'),
});

/** A spiral from one radius to another through a number of turns. */
export type SpiralShape = TypeOf<typeof spiralParameters>;

const endDeg = ({ startDeg, turns }: SpiralShape): number => startDeg + turns * 360;

/** Neighbouring turns are this far apart at least, or the spiral would run over itself. */
const LEAST_PITCH_MM = 0.01;

export const spiral: CurveKind<SpiralShape> = {
  parameters: spiralParameters,
  title: 'Spiral',
  path: ({ centre, startRadiusMm, endRadiusMm, startDeg, turns, growth }) =>
    ok({
      segments: [
        {
          kind: 'spiral',
          centre,
          startRadius: startRadiusMm,
          endRadius: endRadiusMm,
          startRad: ((startDeg - 90) * Math.PI) / 180,
          sweepRad: turns * 2 * Math.PI,
          growth,
        },
      ],
      closed: false,
    }),
  centre: (shape) => shape.centre,
  outwardSign: ({ turns }) => (turns > 0 ? 1 : -1),
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    { id: 'start', name: 'Start of the spiral', at: onClock(shape.centre, shape.startRadiusMm, shape.startDeg) },
    { id: 'end', name: 'End of the spiral', at: onClock(shape.centre, shape.endRadiusMm, endDeg(shape)) },
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    const radius = distance(shape.centre, to);
    return handleId === 'start' ? { ...shape, startRadiusMm: radius } : { ...shape, endRadiusMm: radius };
  },
  transform: (shape, by) => ({
    ...shape,
    centre: mapPoint(by, shape.centre),
    startRadiusMm: shape.startRadiusMm * by.scale,
    endRadiusMm: shape.endRadiusMm * by.scale,
    startDeg: mapDeg(by, shape.startDeg),
    turns: by.mirrored ? -shape.turns : shape.turns,
  }),
  reverse: (shape) => ({
    ...shape,
    startRadiusMm: shape.endRadiusMm,
    endRadiusMm: shape.startRadiusMm,
    startDeg: normaliseDeg(endDeg(shape)),
    turns: -shape.turns,
  }),
  problem(s) {
    const pitch = Math.abs(s.endRadiusMm - s.startRadiusMm) / Math.max(Math.abs(s.turns), 1e-9);
    return firstProblem(
      radiusProblem(s.startRadiusMm, 'shape.startRadiusMm'),
      radiusProblem(s.endRadiusMm, 'shape.endRadiusMm'),
      Math.abs(s.turns) < 0.05
        ? {
            code: 'out-of-range',
            field: 'shape.turns',
            value: s.turns,
            limit: 0.05,
            message: 'A spiral needs at least 0.05 of a turn, either way.',
          }
        : null,
      Math.abs(s.turns) > 1 && pitch < LEAST_PITCH_MM
        ? {
            code: 'no-pitch',
            field: 'shape.endRadiusMm',
            value: pitch,
            message:
              'The two radii are the same, so the spiral would run over itself. Make one larger, or use a circle.',
          }
        : null,
    );
  },
  choices: [
    {
      label: 'Turns grow',
      options: [
        { value: 'even', label: 'by the same distance' },
        { value: 'proportional', label: 'by the same share' },
      ],
      get: (s) => s.growth,
      set: (s, value) => ({ ...s, growth: value as SpiralShape['growth'] }),
    },
  ],
  sizeLabel: (s) => `${Math.abs(s.turns).toFixed(1)} turns`,
  fields: [
    numberField('Start radius', 'startRadiusMm', 'mm', 'radiusMm', 0.5),
    numberField('End radius', 'endRadiusMm', 'mm', 'radiusMm', 0.5),
    numberField('Turns', 'turns', '', 'turns', 0.25),
    numberField('From', 'startDeg', '°', 'clockDeg', 1),
    ...centreFields<SpiralShape>(),
  ],
};
