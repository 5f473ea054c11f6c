import { refAutoReset, until } from '@vueuse/core';

/** The hand pauses when it has not moved for this long, ms. */
const PAUSE_MS = 100;
/** How long a pause of the hand is waited for at most, ms. */
export const LATEST_PAUSE_MS = 1000;

/** Whether something is being dragged and has moved just now. */
export const handMoves = refAutoReset(false, PAUSE_MS);

/**
 * Waits while the hand moves, for what need not be seen with every move of it: the sheet has to keep up.
 *
 * @param latestMs how long at most, ms
 */
export async function handPauses(latestMs = LATEST_PAUSE_MS): Promise<void> {
  if (handMoves.value) await until(handMoves).toBe(false, { timeout: latestMs, flush: 'sync' });
}
