import { eitherWay, limited, object, point, tagged, type TypeOf } from '../fields';
import { clockArc } from '../geometry/segment';
import { clockAngleDeg, distance, normaliseDeg, onClock, type Vec } from '../geometry/vec';
import { LIMITS } from '../fields/limits';
import { fail, ok, type Result } from '../result';
import { radiusProblem } from './circle';
import { centreFields } from './common';
import type { CurveKind } from './kind';
import { circleThrough } from './through';
import { mapDeg, mapPoint } from './similarity';

export const arcParameters = object({
  kind: tagged('arc'),
  centre: point(),
  radiusMm: limited('radiusMm'),
  /** Degrees clockwise from 12 o'clock. */
  startDeg: limited('clockDeg'),
  /** Degrees, 1 to 359 either way. */
  sweepDeg: eitherWay('sweepDeg', `must sweep at least ${LIMITS.sweepDeg.min}°`),
});

/** Part of a circle, from a clock angle through a sweep; a positive sweep is travelled clockwise. */
export type ArcShape = TypeOf<typeof arcParameters>;

const clampSweep = (deg: number): number => {
  const { min, max } = LIMITS.sweepDeg;
  return Math.sign(deg || 1) * Math.min(Math.max(Math.abs(deg), min), max);
};

/** Degrees from `from` to `to` in the direction of `sign`, 0 ≤ result < 360. */
const degreesOn = (from: number, to: number, sign: number): number => normaliseDeg((to - from) * sign);

function moveEnd(shape: ArcShape, which: 'start' | 'end', to: Vec): ArcShape {
  const at = clockAngleDeg(shape.centre, to);
  const sign = Math.sign(shape.sweepDeg);
  if (which === 'end') return { ...shape, sweepDeg: clampSweep(sign * degreesOn(shape.startDeg, at, sign)) };
  const end = shape.startDeg + shape.sweepDeg;
  const sweepDeg = clampSweep(sign * degreesOn(at, end, sign));
  return { ...shape, startDeg: normaliseDeg(end - sweepDeg), sweepDeg };
}

/** Straight distance between the ends, mm. */
export const chordOf = ({ radiusMm, sweepDeg }: ArcShape): number =>
  2 * radiusMm * Math.sin((Math.abs(sweepDeg) * Math.PI) / 360);
/** Height of the arc above its chord, mm: what a sign maker measures. */
export const riseOf = ({ radiusMm, sweepDeg }: ArcShape): number =>
  radiusMm * (1 - Math.cos((Math.abs(sweepDeg) * Math.PI) / 360));

/** An arc of another chord and rise, its middle staying in place and in direction. r = (c² / 4 + h²) / 2h. */
export function withChordAndRise(shape: ArcShape, chordMm: number, riseMm: number): ArcShape {
  const radiusMm = ((chordMm * chordMm) / 4 + riseMm * riseMm) / (2 * riseMm);
  const half = Math.atan2(chordMm / 2, radiusMm - riseMm);
  const sweepDeg = clampSweep(Math.sign(shape.sweepDeg) * ((half * 360) / Math.PI));
  const middleDeg = shape.startDeg + shape.sweepDeg / 2;
  const top = onClock(shape.centre, shape.radiusMm, middleDeg);
  return {
    ...shape,
    centre: onClock(top, radiusMm, middleDeg + 180),
    radiusMm,
    startDeg: normaliseDeg(middleDeg - sweepDeg / 2),
    sweepDeg,
  };
}

/** The arc from a to c through b; `in-a-line` when the three lie in a line. */
export function arcThrough(a: Vec, b: Vec, c: Vec): Result<ArcShape> {
  const through = circleThrough(a, b, c);
  if (!through)
    return fail({
      code: 'in-a-line',
      message: 'The three points lie in a line, so no arc goes through them. Move the middle one, or use a line.',
    });
  const start = clockAngleDeg(through.centre, a);
  const toMiddle = normaliseDeg(clockAngleDeg(through.centre, b) - start);
  const toEnd = normaliseDeg(clockAngleDeg(through.centre, c) - start);
  return ok({
    kind: 'arc',
    centre: through.centre,
    radiusMm: through.radiusMm,
    startDeg: start,
    sweepDeg: clampSweep(toMiddle < toEnd ? toEnd : toEnd - 360),
  });
}

export const arc: CurveKind<ArcShape> = {
  parameters: arcParameters,
  title: 'Arc',
  path: ({ centre, radiusMm, startDeg, sweepDeg }) =>
    ok({ segments: [clockArc(centre, radiusMm, startDeg, sweepDeg)], closed: false }),
  centre: (shape) => shape.centre,
  outwardSign: ({ sweepDeg }) => (sweepDeg > 0 ? 1 : -1),
  handles: ({ centre, radiusMm, startDeg, sweepDeg }) => [
    { id: 'centre', name: 'Centre', at: centre },
    { id: 'start', name: 'Start of the arc', at: onClock(centre, radiusMm, startDeg) },
    { id: 'middle', name: 'Middle of the arc', at: onClock(centre, radiusMm, startDeg + sweepDeg / 2) },
    { id: 'end', name: 'End of the arc', at: onClock(centre, radiusMm, startDeg + sweepDeg) },
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    if (handleId === 'middle') return { ...shape, radiusMm: distance(shape.centre, to) };
    return moveEnd(shape, handleId === 'start' ? 'start' : 'end', to);
  },
  transform: (shape, by) => ({
    ...shape,
    centre: mapPoint(by, shape.centre),
    radiusMm: shape.radiusMm * by.scale,
    startDeg: mapDeg(by, shape.startDeg),
    sweepDeg: by.mirrored ? -shape.sweepDeg : shape.sweepDeg,
  }),
  reverse: (shape) => ({
    ...shape,
    startDeg: normaliseDeg(shape.startDeg + shape.sweepDeg),
    sweepDeg: -shape.sweepDeg,
  }),
  problem: ({ radiusMm }) => radiusProblem(radiusMm),
  sizeLabel: (shape) => `r ${shape.radiusMm.toFixed(1)}, ${Math.abs(shape.sweepDeg).toFixed(0)}°`,
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
      label: 'From',
      unit: '°',
      limits: 'clockDeg',
      step: 1,
      get: (s) => s.startDeg,
      set: (s, startDeg) => ({ ...s, startDeg }),
    },
    {
      label: 'Sweep',
      unit: '°',
      limits: { min: -359, max: 359 },
      step: 1,
      get: (s) => s.sweepDeg,
      set: (s, deg) => ({ ...s, sweepDeg: clampSweep(deg) }),
    },
    {
      label: 'Chord',
      unit: 'mm',
      limits: 'lengthMm',
      step: 0.5,
      get: chordOf,
      set: (s, mm) => withChordAndRise(s, mm, riseOf(s)),
    },
    {
      label: 'Rise',
      unit: 'mm',
      limits: 'lengthMm',
      step: 0.1,
      get: riseOf,
      set: (s, mm) => withChordAndRise(s, chordOf(s), mm),
    },
    ...centreFields<ArcShape>(),
  ],
};
