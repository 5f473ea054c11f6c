import { clockArc } from '../geometry/segment';
import { add, clockAngleDeg, distance, normaliseDeg, onClock, type Vec } from '../geometry/vec';
import { LIMITS } from '../piece/limits';
import type { ArcShape } from '../piece/shapes/arc';
import { radiusProblem } from './circle';
import type { CurveKind } from './kind';

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

export const arc: CurveKind<ArcShape> = {
  title: 'Arc',
  path: ({ centre, radiusMm, startDeg, sweepDeg }) => ({ segments: [clockArc(centre, radiusMm, startDeg, sweepDeg)], closed: false }),
  centre: (shape) => shape.centre,
  outwardSign: ({ sweepDeg }) => (sweepDeg > 0 ? 1 : -1),
  fractionAtClock({ startDeg, sweepDeg }, deg) {
    const sweep = Math.abs(sweepDeg);
    const along = degreesOn(startDeg, deg, Math.sign(sweepDeg));
    if (along <= sweep) return along / sweep;
    // Off the arc the nearer end is taken.
    return along - sweep < 360 - along ? 1 : 0;
  },
  clockAtFraction: ({ startDeg, sweepDeg }, u) => normaliseDeg(startDeg + sweepDeg * u),
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
  moveBy: (shape, by) => ({ ...shape, centre: add(shape.centre, by) }),
  problem: ({ radiusMm }) => radiusProblem(radiusMm),
  sizeLabel: ({ radiusMm, sweepDeg }) => `r ${radiusMm.toFixed(1)}, ${Math.abs(sweepDeg).toFixed(0)}°`,
};
