import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { handMoves, handPauses } from '../../../app/utils/handMoves';

describe('a pause of the hand', () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    handMoves.value = false;
    vi.runAllTimers();
    vi.useRealTimers();
  });

  /** Whether a wait that begins now has ended, asked again after each of some times, ms, with or without a move. */
  async function ended(latestMs: number | undefined, way: readonly (readonly [ms: number, moves: boolean])[]) {
    let over = false;
    void handPauses(latestMs).then(() => (over = true));
    const seen: boolean[] = [];
    for (const [ms, moves] of way) {
      await vi.advanceTimersByTimeAsync(ms);
      seen.push(over);
      if (moves) handMoves.value = true;
    }
    return seen;
  }

  it('is there while nothing is dragged', async () => {
    expect(await ended(undefined, [[0, false]])).toEqual([true]);
  });

  it('comes a tenth of a second after the last move, or when it is let go', async () => {
    handMoves.value = true;
    expect(
      await ended(undefined, [
        [90, true],
        [90, true],
        [90, false],
        [20, false],
      ]),
    ).toEqual([false, false, false, true]);
    handMoves.value = true;
    const wait = handPauses();
    handMoves.value = false;
    await expect(wait).resolves.toBeUndefined();
  });

  it('is not waited for longer than is asked, a second by itself', async () => {
    const moving = (n: number) => Array.from({ length: n }, () => [90, true] as const);
    handMoves.value = true;
    expect((await ended(undefined, moving(13))).indexOf(true)).toBe(11);
    handMoves.value = true;
    expect((await ended(200, moving(5))).indexOf(true)).toBe(2);
  });
});
