/** How long nothing changes until the hand rests, ms: longer than a practised hand takes from key to key. */
const REST_MS = 300;
/** How long what waits for a moment of leisure waits at most, ms. */
const LATEST_MS = 1000;

const waiting = new Set<() => void>();
let changedAt = 0;
let watching = false;

/** Runs when the page has nothing else to do, soon in any case. */
export const atLeisure = (run: () => void): void => {
  // Not every browser tells when it has nothing else to do.
  if (typeof requestIdleCallback === 'function') requestIdleCallback(run, { timeout: LATEST_MS });
  else setTimeout(run);
};

/** One after the other, so that a key that comes meanwhile waits for one of them at most. */
function next(): void {
  const [run] = waiting;
  if (watching || !run) return;
  waiting.delete(run);
  run();
  atLeisure(next);
}

function look(): void {
  const left = changedAt + REST_MS - performance.now();
  if (left > 1) {
    setTimeout(look, left);
    return;
  }
  watching = false;
  atLeisure(next);
}

/**
 * Runs once when the hand rests: when nothing for which this is called has changed for a while, and the page has
 * nothing else to do. Called again before, it waits anew; all that waits shares one clock.
 */
export function whenIdle(run: () => void): void {
  waiting.add(run);
  changedAt = performance.now();
  if (watching) return;
  watching = true;
  setTimeout(look, REST_MS);
}

/** Whether nothing has changed for a while. */
export const atRest = (): boolean => !watching;

/** Takes back what has not been run. */
export const noLonger = (run: () => void): void => {
  waiting.delete(run);
};
