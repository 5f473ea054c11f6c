import type { MeasuredPath } from './measuredPath';
import { frameAt } from './walk';
import type { Vec } from './vec';

export interface Extent { readonly min: Vec; readonly max: Vec }

/** The box round a path, from points every hundredth of its length and at the ends of its segments. */
export function extentOf(path: MeasuredPath): Extent {
  let xMin = Infinity, yMin = Infinity, xMax = -Infinity, yMax = -Infinity;
  const take = (s: number): void => {
    const { x, y } = frameAt(path, s).point;
    xMin = Math.min(xMin, x); xMax = Math.max(xMax, x);
    yMin = Math.min(yMin, y); yMax = Math.max(yMax, y);
  };
  for (let i = 0; i <= 100; i++) take((path.lengthMm * i) / 100);
  for (let i = 0; i < path.spans.length; i++) take(path.startDistance[i]!);
  return { min: { x: xMin, y: yMin }, max: { x: xMax, y: yMax } };
}

export const middleOf = ({ min, max }: Extent): Vec => ({ x: (min.x + max.x) / 2, y: (min.y + max.y) / 2 });
