import { id, object, tagged, type TypeOf } from '../fields';
import { midwayPath } from '../geometry/midway';
import type { CurveKind } from './kind';

export const midwayParameters = object({
  kind: tagged('midway'),
  /** Ids of the two curves. It runs in the direction of the first. */
  first: id(),
  second: id(),
});

/** A curve midway between two others. */
export type MidwayShape = TypeOf<typeof midwayParameters>;

export const midway: CurveKind<MidwayShape> = {
  parameters: midwayParameters,
  title: 'Midway',
  path: (_shape, [first, second]) => midwayPath(first!.path, second!.path),
  parents: ({ first, second }) => [
    ['first', first],
    ['second', second],
  ],
  handles: () => [],
  moveHandle: (shape) => shape,
  transform: (shape) => shape,
  reverse: () => null,
  problem: () => null,
  sizeLabel: () => 'between two',
  fields: [],
};
