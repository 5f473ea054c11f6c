import { id, object, tagged, type TypeOf } from '../fields';

export const midway = object({
  kind: tagged('midway'),
  /** Ids of the two curves. It runs in the direction of the first. */
  first: id(),
  second: id(),
});

/** A curve midway between two others. */
export type MidwayShape = TypeOf<typeof midway>;
