import { offsetPath } from '../../geometry/offset';
import type { ParallelShape } from '../../piece/shapes/parallel';
import { numberField } from '../common';
import type { CurveKind } from '../kind';

export const parallel: CurveKind<ParallelShape> = {
  title: 'Parallel',
  path: ({ distanceMm }, [parent]) => offsetPath(parent!.path, distanceMm * parent!.outwardSign),
  handles: () => [],
  moveHandle: (shape) => shape,
  transform: (shape, by) => ({ ...shape, distanceMm: shape.distanceMm * by.scale }),
  reverse: () => null,
  problem: () => null,
  sizeLabel: ({ distanceMm }) => `${Math.abs(distanceMm).toFixed(2)} mm ${distanceMm >= 0 ? 'outside' : 'inside'}`,
  fields: [numberField('Distance', 'distanceMm', 'mm', { min: -1000, max: 1000 }, 0.25)],
};
