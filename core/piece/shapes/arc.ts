import { eitherWay, limited, object, point, tagged, type TypeOf } from '../fields';
import { LIMITS } from '../limits';

export const arc = object({
  kind: tagged('arc'),
  centre: point(),
  radiusMm: limited('radiusMm'),
  /** Degrees clockwise from 12 o'clock. */
  startDeg: limited('clockDeg'),
  /** Degrees, 1 to 359 either way. */
  sweepDeg: eitherWay('sweepDeg', `must sweep at least ${LIMITS.sweepDeg.min}°`),
});

/** Part of a circle, from a clock angle through a sweep; a positive sweep is travelled clockwise. */
export type ArcShape = TypeOf<typeof arc>;
