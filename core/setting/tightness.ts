import type { MeasuredPath } from '../geometry/measuredPath';
import type { Problem } from '../result';

const mm = (value: number): string => `${(Math.ceil(value * 100) / 100).toFixed(2)} mm`;

/**
 * Whether letters would fold over one another: somewhere on the curve 1 + κy is not positive for a height y
 * at which they have something (κ in the reading direction, positive where tops fan out).
 *
 * @param heightsMm heights towards the tops, measured from the curve
 * @returns the problem `too-tight` with the least radius that would do in `limit`, or null
 */
export function tightness(path: MeasuredPath, direction: 1 | -1, heightsMm: readonly number[]): Problem | null {
  let needed = 0;
  let tightest = Infinity;
  for (const curvature of [path.curvatureMin * direction, path.curvatureMax * direction]) {
    for (const height of heightsMm) {
      if (1 + curvature * height > 1e-9) continue;
      needed = Math.max(needed, Math.abs(height));
      tightest = Math.min(tightest, Math.abs(1 / curvature));
    }
  }
  if (needed === 0) return null;
  return {
    code: 'too-tight', value: tightest, limit: needed,
    message: `Too tight: the letters reach ${mm(needed)} towards the centre, but the radius is ${mm(tightest)}. `
      + `Make the radius more than ${mm(needed)}, the letters smaller, or seat them farther out.`,
  };
}
