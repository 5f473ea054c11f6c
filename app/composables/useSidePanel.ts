import { until } from '@vueuse/core';
import type { EffectScope } from 'vue';

/** What stands beside the sheet waits this long at most for what is still being worked out of a key, ms. */
const LATEST_MS = 150;

const parts = new Set<EffectScope>();
const following = new Set<() => void>();
let held = false;

/**
 * For a part beside the sheet that shows what is on it: while words are typed, something is dragged or selected, it
 * follows the sheet, see `sheetFirst`.
 */
export function useSidePanel(): void {
  const scope = getCurrentScope()!;
  parts.add(scope);
  onScopeDispose(() => {
    parts.delete(scope);
  });
}

/** Runs once the sheet has been painted; with the parts beside it, where these are held. */
export function besideSheet(run: () => void): void {
  if (held) following.add(run);
  else afterPaint(run);
}

function release(): void {
  held = false;
  for (const run of following) run();
  following.clear();
  for (const part of parts) part.resume();
}

/** Has the parts beside the sheet follow with the next rendering, for what the hand does in them at once. */
export function showSidePanels(): void {
  if (held) release();
}

/**
 * Has the change that follows painted on the sheet alone. What stands beside it comes after, with all that has changed
 * by then: once all that the change asks for has been worked out and is on the sheet too, or a moment later in any
 * case.
 *
 * @param settled whether it has been worked out; read reactively
 * @param latestMs how long it is waited for at most, ms
 */
export function sheetFirst(settled: () => boolean, latestMs = LATEST_MS): void {
  if (held) return;
  held = true;
  for (const part of parts) part.pause();
  // Behind whatever else follows the change, so that a part is rendered once.
  void nextTick(() => {
    afterPaint(() => {
      if (settled()) release();
      else
        void until(settled)
          .toBe(true, { timeout: latestMs, flush: 'sync' })
          .then(() => {
            afterPaint(release);
          });
    });
  });
}
