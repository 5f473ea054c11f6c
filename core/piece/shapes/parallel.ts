import { id, limited, object, tagged, type TypeOf } from '../fields';

export const parallel = object({
  kind: tagged('parallel'),
  /** Id of the curve it follows. */
  of: id(),
  /** mm, positive outward, or to the left of travel on an open curve. */
  distanceMm: limited('coordinateMm'),
});

/** A curve at a distance from another: change that one, and it follows. */
export type ParallelShape = TypeOf<typeof parallel>;
