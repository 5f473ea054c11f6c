import { eachContour } from '../line/flatOutlines';
import type { SetLettering } from '../line/set';
import type { Strip } from './strip';

/**
 * How far the grey is blurred, in heights of the capitals: as screwed-up eyes do, letters run together and words do
 * not.
 */
export const SQUINT = 0.3;
/** Places to a height of the capitals at which the grey is taken. */
const FINE = 12;
/** How far a blur reaches, in its own widths. */
const REACH = 3;

/**
 * The grey of a line: how much of the height of the capitals is ink, 0 to 1 and more where tails are, at even places of
 * the strip.
 */
export interface Grey {
  readonly from: number;
  readonly step: number;
  readonly values: Float64Array;
}

/**
 * The grey along the flat strip, as seen with screwed-up eyes: the ink of each upright slice, blurred along the line. A
 * clot stands high, a hole low.
 */
export function greyAlong(set: SetLettering, strip: Strip): Grey {
  const { capMm } = set;
  const step = capMm / FINE,
    from = strip.from;
  const count = Math.max(2, Math.ceil((strip.to - from) / step));
  const ink = new Float64Array(count);
  /** Adds the area between a stretch and the baseline to the slices it crosses; what goes back takes it away again. */
  const add = (x0: number, y0: number, x1: number, y1: number, into: Float64Array): void => {
    const [a, b] = x0 < x1 ? [x0, x1] : [x1, x0];
    if (b - a < 1e-12) return;
    const sign = x1 > x0 ? 1 : -1;
    for (let n = Math.max(0, Math.floor((a - from) / step)); n < count && from + n * step < b; n++) {
      const l = Math.max(a, from + n * step),
        r = Math.min(b, from + (n + 1) * step);
      const y = y0 + ((y1 - y0) * ((l + r) / 2 - x0)) / (x1 - x0);
      into[n]! += sign * y * (r - l);
    }
  };
  strip.letters.forEach((letter, index) => {
    const own = new Float64Array(count);
    eachContour(set, index, 'coarse', (points, sx, sy, dx, dy) => {
      let px = 0,
        py = 0;
      for (let i = 0; i < points.length; i += 2) {
        const lx = (points[i]! + dx) * sx,
          ly = (points[i + 1]! + dy) * sy;
        const x = letter.x + letter.xx * lx + letter.yx * ly,
          y = letter.y + letter.xy * lx + letter.yy * ly;
        if (i > 0) add(px, py, x, y, own);
        px = x;
        py = y;
      }
    });
    // Outer contours run one way in one kind of font and the other way in the other.
    const sign = own.reduce((sum, value) => sum + value, 0) < 0 ? -1 : 1;
    for (let n = 0; n < count; n++) ink[n]! += (sign * own[n]!) / (step * capMm);
  });
  return { from, step, values: blurred(ink, SQUINT * FINE) };
}

function blurred(values: Float64Array, width: number): Float64Array {
  const reach = Math.ceil(width * REACH);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-(((i - reach) / width) ** 2) / 2));
  const sum = weights.reduce((a, b) => a + b, 0);
  return values.map((_, n) => {
    let all = 0;
    for (let i = Math.max(-reach, -n); i <= reach && n + i < values.length; i++)
      all += values[n + i]! * weights[i + reach]!;
    return all / sum;
  });
}
