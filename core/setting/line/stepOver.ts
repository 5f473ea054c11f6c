import type { Track } from '../../curves/kind';
import { stretchedFromDistance, stretchedLength } from '../../geometry/walk';
import { cornerDistances } from './corners';

/** Where a corner lies on the laid-out run: from the last place before it to the first behind it, mm. */
interface Gap {
  readonly from: number;
  readonly to: number;
}

const BESIDE_MM = 1e-7;

/**
 * The corners of a track on a run whose place 0 stands at a stretched distance, in reading order.
 *
 * @param k height at which distances count, mm to the left of travel
 */
function gapsOf(track: Track, direction: 1 | -1, k: number, zeroF: number, reachMm: number): Gap[] {
  const { path } = track;
  const ring = path.path.closed ? stretchedLength(path, k) : 0;
  const turns = ring > 0 ? Math.ceil(reachMm / ring) + 1 : 0;
  const gaps: Gap[] = [];
  for (const s of cornerDistances(track)) {
    const before = stretchedFromDistance(path, s - BESIDE_MM, k),
      after = stretchedFromDistance(path, s + BESIDE_MM, k);
    for (let turn = -turns; turn <= turns; turn++) {
      const ends = [direction * (before - zeroF + turn * ring), direction * (after - zeroF + turn * ring)];
      gaps.push({ from: Math.min(...ends), to: Math.max(...ends) });
    }
  }
  return gaps.sort((a, b) => a.from - b.from);
}

/**
 * Moves letters on a run so that none lies across a corner: one that would begins behind it, and all after it move
 * along.
 *
 * @param zeroF stretched distance at which place 0 of the run stands, the shift included
 * @returns the middles moved, or the same array when nothing had to move
 */
export function stepOver(
  track: Track,
  direction: 1 | -1,
  k: number,
  zeroF: number,
  middles: Float64Array,
  halves: Float64Array,
): Float64Array {
  if (middles.length === 0) return middles;
  const gaps = gapsOf(
    track,
    direction,
    k,
    zeroF,
    Math.abs(middles.at(-1)!) + Math.abs(middles[0]!) + track.path.lengthMm,
  );
  let pushed = 0;
  let next = 0;
  const moved = middles.map((middle, i) => {
    const half = halves[i]!;
    while (next < gaps.length && gaps[next]!.to <= middle + pushed - half + 1e-9) next++;
    const gap = gaps[next];
    if (gap && gap.from < middle + pushed + half - 1e-9) pushed += gap.to - (middle + pushed - half);
    return middle + pushed;
  });
  return pushed === 0 ? middles : moved;
}
