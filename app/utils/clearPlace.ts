import type { Vec } from '#core/geometry/vec';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Ways out from a place: at its sides, its corners, above and below. */
const WAYS: readonly (readonly [number, number])[] = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, 1],
  [1, -1],
  [-1, -1],
];
const STEP_PX = 24;
const ROUNDS = 12;
const EDGE_PX = 24;
/** How near what is kept clear of may come to the box, px. */
const CLEAR_PX = 10;

/**
 * Where a box stands near a place and covers nothing that it is to be clear of: the nearest such place within a frame,
 * or the one that covers least.
 *
 * @param near px
 * @param clear points that are not to be covered, px
 * @returns the upper left corner of the box, px
 */
export function clearPlace(near: Vec, box: Size, clear: readonly Vec[], frame: Size): Vec {
  const within = (value: number, most: number): number => Math.min(Math.max(value, EDGE_PX), Math.max(most, EDGE_PX));
  const covered = ({ x, y }: Vec): number =>
    clear.filter(
      (one) =>
        one.x > x - CLEAR_PX &&
        one.x < x + box.width + CLEAR_PX &&
        one.y > y - CLEAR_PX &&
        one.y < y + box.height + CLEAR_PX,
    ).length;
  let best: { readonly at: Vec; readonly covers: number } | null = null;
  for (let round = 1; round <= ROUNDS; round++) {
    for (const [x, y] of WAYS) {
      const at = {
        x: within(near.x + x * (round * STEP_PX + box.width / 2) - box.width / 2, frame.width - box.width - EDGE_PX),
        y: within(
          near.y + y * (round * STEP_PX + box.height / 2) - box.height / 2,
          frame.height - box.height - EDGE_PX,
        ),
      };
      const covers = covered(at);
      if (!best || covers < best.covers) best = { at, covers };
    }
    if (best!.covers === 0) break;
  }
  return best!.at;
}
