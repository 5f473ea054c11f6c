import { id, limited, object, tagged, type TypeOf } from '../fields';
import { offsetPath } from '../geometry/offset';
import { numberField } from './common';
import type { CurveKind } from './kind';

export const parallelParameters = object({
  kind: tagged('parallel'),
  /** Id of the curve it follows. */
  of: id(),
  /** mm, positive outward, or to the left of travel on an open curve. */
  distanceMm: limited('coordinateMm'),
});

/** A curve at a distance from another: change that one, and it follows. */
export type ParallelShape = TypeOf<typeof parallelParameters>;

export const parallel: CurveKind<ParallelShape> = {
  parameters: parallelParameters,
  title: 'Parallel',
  path: ({ distanceMm }, [parent]) => offsetPath(parent!.path, distanceMm * parent!.outwardSign),
  parents: ({ of }) => [['of', of]],
  handles: () => [],
  moveHandle: (shape) => shape,
  transform: (shape, by) => ({ ...shape, distanceMm: shape.distanceMm * by.scale }),
  reverse: () => null,
  problem: () => null,
  sizeLabel: ({ distanceMm }) => `${Math.abs(distanceMm).toFixed(2)} mm ${distanceMm >= 0 ? 'outside' : 'inside'}`,
  fields: [numberField('Distance', 'distanceMm', 'mm', { min: -1000, max: 1000 }, 0.25)],
};
