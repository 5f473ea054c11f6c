import { midwayPath } from '../../geometry/midway';
import type { MidwayShape } from '../../piece/shapes/midway';
import type { CurveKind } from '../kind';

export const midway: CurveKind<MidwayShape> = {
  title: 'Midway',
  path: (_shape, [first, second]) => midwayPath(first!.path, second!.path),
  handles: () => [],
  moveHandle: (shape) => shape,
  transform: (shape) => shape,
  reverse: () => null,
  problem: () => null,
  sizeLabel: () => 'between two',
  fields: [],
};
