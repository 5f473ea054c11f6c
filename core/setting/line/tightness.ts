import type { MeasuredPath } from '../../geometry/measuredPath';
import { frameAt } from '../../geometry/walk';
import type { Problem } from '../../result';

const mm = (value: number): string => `${(Math.ceil(value * 100) / 100).toFixed(2)} mm`;

/**
 * Whether letters would fold over one another on a curve of constant curvature: 1 + κy is not positive for a height y
 * at which they have something (κ in the reading direction, positive where tops fan out). Such a curve has no place
 * for them at all; on any other curve see `foldedLetters`.
 *
 * @param heightsMm heights towards the tops, measured from the curve
 * @returns the problem `too-tight` with the least radius that would do in `limit`, or null
 */
export function tightness(path: MeasuredPath, direction: 1 | -1, heightsMm: readonly number[]): Problem | null {
  if (path.curvatureMin !== path.curvatureMax || path.curvatureMin === 0) return null;
  const curvature = path.curvatureMin * direction;
  const needed = Math.max(0, ...heightsMm.filter((height) => 1 + curvature * height <= 1e-9).map(Math.abs));
  if (needed === 0) return null;
  const radius = Math.abs(1 / curvature);
  return {
    code: 'too-tight',
    value: radius,
    limit: needed,
    message:
      `Too tight: the letters reach ${mm(needed)} towards the centre, but the radius is ${mm(radius)}. ` +
      `Make the radius more than ${mm(needed)}, the letters smaller, or seat them farther out.`,
  };
}

/** Places looked at for each letter, from halfway to the one before to halfway to the one after. */
const LOOKS = 8;

/**
 * Letters that stand where the curve bends more tightly than they reach: they fold over their neighbours.
 *
 * @param distances where the middles of the letters stand on the curve, mm
 */
export function foldedLetters(
  path: MeasuredPath,
  direction: 1 | -1,
  distances: Float64Array,
  baselineMm: number,
  capMm: number,
): number[] {
  const folds = (curvature: number): boolean =>
    1 + curvature * direction * baselineMm <= 0 || 1 + curvature * direction * (baselineMm + capMm) <= 0;
  if (path.curvatureMin === path.curvatureMax || !(folds(path.curvatureMin) || folds(path.curvatureMax))) return [];
  const found: number[] = [];
  for (let i = 0; i < distances.length; i++) {
    const here = distances[i]!;
    const from = (here + (distances[i - 1] ?? here)) / 2,
      to = (here + (distances[i + 1] ?? here)) / 2;
    for (let n = 0; n <= LOOKS; n++) {
      if (!folds(frameAt(path, from + ((to - from) * n) / LOOKS).curvature)) continue;
      found.push(i);
      break;
    }
  }
  return found;
}
