import { hypot } from '../../../hypot';
import { CONES, type Levels, type Sides } from './sides';

/** How deep a bay counts, and how soft nearness is, in heights of the letters. */
const BAYS = [0.1, 0.3] as const;
const NEARNESS = [0.04, 0.2] as const;
const PER_CONE = BAYS.length + NEARNESS.length;

/** How many readings of the white between two letters there are: for each cone two of bays and two of nearness. */
export const READINGS = CONES.length * PER_CONE;

/** The share of each reading in the measure of white: none is negative, and their sum is 1. */
export type Shares = readonly number[];

/**
 * The stretch of height in which two letters are judged, from the baseline up, and the height that the readings count
 * by.
 */
export interface Band {
  readonly top: number;
  readonly height: number;
}

/** How two letters lie to each other. */
export interface Facing {
  readonly levels: Levels;
  /** Length from a place on the line to another on a level; the level is given by its height above the baseline. */
  readonly along: (height: number, from: number, to: number) => number;
  /** How long a unit along the line is on each level at either letter; null for 1. */
  readonly stretchLeft: Float64Array | null;
  readonly stretchRight: Float64Array | null;
  /** How far the right letter's own places lie from the left one's. */
  readonly shift: number;
}

/** Two letters with the gaps between their sides, one list of levels for each cone. */
export interface Faced extends Facing {
  readonly left: Sides;
  readonly right: Sides;
  readonly gaps: readonly Float64Array[];
}

/** Takes the gaps between two letters. */
export function gapsBetween(left: Sides, right: Sides, facing: Facing): Faced {
  const {
    levels: { step, low, count },
    along,
    shift,
  } = facing;
  const gaps = CONES.map((_, c) => {
    const r = left.right[c]!,
      l = right.left[c]!,
      list = new Float64Array(count);
    for (let n = 0; n < count; n++) list[n] = along((n + low + 0.5) * step, r[n]!, l[n]! + shift);
    return list;
  });
  return { ...facing, left, right, gaps };
}

/**
 * Reads the white between two letters in several ways. Each reading is a length, and grows by what the letters move
 * apart on a straight line, so that between two upright stems all of them are the distance of the stems.
 *
 * - A bay reading is the distance of the two edges plus what the bays behind them count for: b(1 − e^(−depth / b)), on
 *   the mean over the height.
 * - A nearness reading is a soft least distance: −k ln of the mean over the height of e^(−distance / k).
 *
 * @param further how much further along the line the right letter is taken to stand
 * @param out takes READINGS numbers; readings whose share is 0 are left out and come as 0
 */
export function readWhite(
  faced: Faced,
  { top, height }: Band,
  shares: Shares | null,
  further: number,
  out: Float64Array,
): void {
  const { levels, along, shift, left, right, stretchLeft, stretchRight } = faced;
  const { step, low, count } = levels;
  const from = -low,
    to = Math.min(count, Math.ceil(top / step) - low),
    last = to - 1;
  // The highest level may lie in the band in part.
  const part = (to + low) * step <= top ? 1 : top / step - (last + low),
    whole = top / step;
  for (let c = 0; c < CONES.length; c++) {
    const at = c * PER_CONE;
    const wanted = (n: number): boolean => !shares || shares[at + n]! > 0;
    out.fill(0, at, at + PER_CONE);
    if (wanted(0) || wanted(1)) {
      const behind = baysOf(left.right[c]!, 1, levels, top, height, stretchLeft),
        before = baysOf(right.left[c]!, -1, levels, top, height, stretchRight);
      const apart = along(top / 2, behind.edge, before.edge + shift + further);
      for (let b = 0; b < BAYS.length; b++) out[at + b] = apart + behind.deep[b]! + before.deep[b]!;
    }
    if (!wanted(BAYS.length) && !wanted(BAYS.length + 1)) continue;
    const gaps = faced.gaps[c]!;
    const now = further === 0 ? gaps : moved;
    let least = Infinity;
    for (let n = from; n < to; n++) {
      const mm = further === 0 ? gaps[n]! : (moved[n] = gaps[n]! + further * (stretchRight ? stretchRight[n]! : 1));
      if (mm < least) least = mm;
    }
    for (let k = 0; k < NEARNESS.length; k++) {
      if (!wanted(BAYS.length + k)) continue;
      const soft = 1 / (NEARNESS[k]! * height);
      let sum = part * Math.exp((least - now[last]!) * soft);
      for (let n = from; n < last; n++) sum += Math.exp((least - now[n]!) * soft);
      out[at + BAYS.length + k] = least - Math.log(sum / whole) / soft;
    }
  }
}

/** More levels than any line has. */
const moved = new Float64Array(1024);

/** The edge of a side in a band, and what the bays behind it count for, one for each depth. */
interface SideBays {
  readonly top: number;
  readonly height: number;
  readonly edge: number;
  readonly deep: readonly number[];
}

/** A letter meets many others in the same band. */
const known = new WeakMap<Float64Array, SideBays>();

/** @param sign 1 for a right side, −1 for a left one */
function baysOf(
  side: Float64Array,
  sign: 1 | -1,
  { step, low, count }: Levels,
  top: number,
  height: number,
  stretch: Float64Array | null,
): SideBays {
  const before = known.get(side);
  if (before && before.top === top && before.height === height) return before;
  const from = -low,
    to = Math.min(count, Math.ceil(top / step) - low);
  let edge = -Infinity;
  for (let n = from; n < to; n++) if (sign * side[n]! > edge) edge = sign * side[n]!;
  const deep = BAYS.map((share) => {
    const most = share * height;
    let sum = 0;
    for (let n = from; n < to; n++)
      sum +=
        shareOf(n + low, step, top) * (1 - Math.exp(((sign * side[n]! - edge) * (stretch ? stretch[n]! : 1)) / most));
    return (most * sum * step) / top;
  });
  const found = { top, height, edge: sign * edge, deep };
  known.set(side, found);
  return found;
}

/** How much of a level lies in the band. */
const shareOf = (level: number, step: number, top: number): number =>
  (level + 1) * step <= top ? 1 : top / step - level;

/**
 * The rest of a cone's slope: a point dx across and dy up from another lies √(dx² + dy²) off, and the gap that is felt
 * is dx + slope · dy at most.
 */
const FELT = 1 / hypot(1, CONES[0]);

/**
 * A distance than which two letters are no nearer, in the unit of the levels: from the gentle cones, so it costs next
 * to nothing.
 */
export function clearance({ gaps, levels }: Faced): number {
  const gentle = gaps[0]!;
  let least = Infinity;
  for (let n = 0; n < gentle.length; n++) if (gentle[n]! < least) least = gentle[n]!;
  return (least - levels.step * CONES[0]) * FELT;
}

const readings = new Float64Array(READINGS);

/** The white between two letters by its readings' shares, in the unit of the levels: see `readWhite`. */
export function whiteBetween(faced: Faced, band: Band, shares: Shares, further = 0): number {
  readWhite(faced, band, shares, further, readings);
  let white = 0;
  for (let i = 0; i < READINGS; i++) white += shares[i]! * readings[i]!;
  return white;
}
