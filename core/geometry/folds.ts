import type { MeasuredPath } from './measuredPath';

/** Letters at a fold are set as if a parallel had at least this part of the curve's own length. */
const LEAST_STRETCH = 0.2;

/** A parallel that folds somewhere: per span the height that is used instead, and stretched distances to match. */
export interface Folded {
  readonly heights: Float64Array;
  /** Stretched distance at the start of each span, and at the end of the last. */
  readonly starts: Float64Array;
}
const folds = new WeakMap<MeasuredPath, Map<number, Folded>>();

/** Whether a parallel at k keeps its direction all along the path: nowhere shorter than LEAST_STRETCH of it. */
const unfolds = (path: MeasuredPath, k: number): boolean =>
  1 + k * path.curvatureMin >= LEAST_STRETCH && 1 + k * path.curvatureMax >= LEAST_STRETCH && path.cornersSafe(k);

/** Height and stretched distances where the plain formula would run backwards. */
function foldedAt(path: MeasuredPath, k: number): Folded {
  let known = folds.get(path);
  if (!known) folds.set(path, (known = new Map()));
  let folded = known.get(k);
  if (folded) return folded;
  const count = path.spans.length;
  const heights = new Float64Array(count);
  const starts = new Float64Array(count + 1);
  for (let i = 0; i < count; i++) {
    const { curvature0, curvature1 } = path.spans[i]!;
    const least = Math.min(k * curvature0, k * curvature1);
    heights[i] = 1 + least >= LEAST_STRETCH ? k : k * ((LEAST_STRETCH - 1) / least);
    const length = path.startDistance[i + 1]! - path.startDistance[i]!;
    const within = length + heights[i]! * path.spanTurning[i]!;
    // A corner towards the tops would turn letters back: it takes no room instead.
    const corner = path.startTurning[i + 1]! - path.startTurning[i]! - path.spanTurning[i]!;
    starts[i + 1] = starts[i]! + Math.max(within, length * 0.05) + Math.max(0, k * corner);
  }
  folded = { heights, starts };
  if (known.size > 200) known.clear();
  known.set(k, folded);
  return folded;
}

/** The fold table of a parallel, or null for the many that do not fold. */
export const foldsOf = (path: MeasuredPath, k: number): Folded | null =>
  k === 0 || unfolds(path, k) ? null : foldedAt(path, k);
