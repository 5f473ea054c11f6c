import { limited, object, point, tagged, type TypeOf } from '../fields';

export const spiral = object({
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
export type SpiralShape = TypeOf<typeof spiral>;
