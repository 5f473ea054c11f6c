import type { Track } from '../../shapes/kind';
import { stretchedFromDistance, stretchedLength } from '../../geometry/walk';
import { cornersOf } from './corners';

/** Where a corner lies on the laid-out run: from the last place before it to the first behind it, mm. */
interface Gap {
  readonly from: number;
  readonly to: number;
}

/** A run of letters that is to get round corners. */
export interface Stepping {
  readonly middles: Float64Array;
  readonly halves: Float64Array;
  /** For each letter the index of the first one of its word; −1 for a space, which may lie across a corner. */
  readonly words: readonly number[];
  /** How far the letters reach, mm towards their tops from the curve. */
  readonly topMm: number;
  readonly bottomMm: number;
}

const BESIDE_MM = 1e-7;
/** Sharper corners count as turning by this, radians: 150°. */
const SHARPEST = (150 * Math.PI) / 180;

/**
 * How far letters must keep from a corner on either side so that they do not run into each other within it, mm: on the
 * side to which it turns, half of the angle cuts off as much of two upright boxes.
 */
function clearance(turn: number, direction: 1 | -1, { topMm, bottomMm }: Stepping): number {
  // Heights to the left of travel, which a turn to the right (positive) spreads.
  const within = [topMm, bottomMm].map((height) => -Math.sign(turn) * direction * height);
  return Math.max(0, ...within) * Math.tan(Math.min(Math.abs(turn), SHARPEST) / 2);
}

/**
 * The corners of a track on a run whose place 0 stands at a stretched distance, in reading order.
 *
 * @param k height at which distances count, mm to the left of travel
 */
function gapsOf(track: Track, direction: 1 | -1, k: number, zeroF: number, run: Stepping): Gap[] {
  const { path } = track;
  const reachMm = Math.abs(run.middles.at(-1)!) + Math.abs(run.middles[0]!) + path.lengthMm;
  const ring = path.path.closed ? stretchedLength(path, k) : 0;
  const turns = ring > 0 ? Math.ceil(reachMm / ring) + 1 : 0;
  const gaps: Gap[] = [];
  for (const { s, turn } of cornersOf(track)) {
    const sides = [stretchedFromDistance(path, s - BESIDE_MM, k), stretchedFromDistance(path, s + BESIDE_MM, k)];
    const [before, after] = (direction > 0 ? sides : sides.reverse()) as [number, number];
    const free = clearance(turn, direction, run);
    for (let round = -turns; round <= turns; round++) {
      const ends = [
        direction * (before - zeroF + round * ring) - free,
        direction * (after - zeroF + round * ring) + free,
      ];
      gaps.push({ from: Math.min(...ends), to: Math.max(...ends) });
    }
  }
  return gaps.sort((a, b) => a.from - b.from);
}

/**
 * Moves letters on a run so that none lies across a corner, or runs into those on its other side: a word that would
 * begins behind the corner where it fits up to the next one, else the letter does, and all after it move along.
 *
 * @param zeroF stretched distance at which place 0 of the run stands, the shift included
 * @returns the middles moved, or the same array when nothing had to move
 */
export function stepOver(track: Track, direction: 1 | -1, k: number, zeroF: number, run: Stepping): Float64Array {
  const { middles, halves, words } = run;
  if (middles.length === 0) return middles;
  const gaps = gapsOf(track, direction, k, zeroF, run);
  const moved = Float64Array.from(middles);
  const lengthOf = (from: number): number => {
    let last = from;
    while (words[last + 1] === words[from]) last++;
    return middles[last]! + halves[last]! - (middles[from]! - halves[from]!);
  };
  let pushed = 0;
  let next = 0;
  for (let i = 0; i < middles.length; i++) {
    const first = words[i]!;
    const [left, right] = [middles[i]! + pushed - halves[i]!, middles[i]! + pushed + halves[i]!];
    while (next < gaps.length && gaps[next]!.to <= left + 1e-9) next++;
    const gap = gaps[next];
    if (first >= 0 && gap && gap.from < right - 1e-9) {
      const room = (gaps[next + 1]?.from ?? Infinity) - gap.to;
      if (lengthOf(first) <= room + 1e-9) i = first;
      pushed = gap.to - (middles[i]! - halves[i]!);
    }
    moved[i] = middles[i]! + pushed;
  }
  return pushed === 0 ? middles : moved;
}
