import { limited, object, point, tagged, type TypeOf } from '../fields';

export const wave = object({
  kind: tagged('wave'),
  from: point(),
  lengthMm: limited('lengthMm'),
  /** Direction of the axis: 0 runs to the right, positive turns clockwise, degrees. */
  turnDeg: limited('clockDeg'),
  amplitudeMm: limited('amplitudeMm'),
  /** Number of whole waves along the axis. */
  waves: limited('waves'),
  /** Where in the wave it begins: 0 rises from the axis, 90 begins at the crest. */
  phaseDeg: limited('clockDeg'),
});

/** A sine wave along a straight axis. */
export type WaveShape = TypeOf<typeof wave>;
