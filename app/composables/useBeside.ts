import type { EffectScope } from 'vue';

const parts = new Set<EffectScope>();
let held = false;

/** For a part beside the sheet that shows what is on it: while words are typed it follows a frame later, see `sheetFirst`. */
export function useBeside(): void {
  const scope = getCurrentScope()!;
  parts.add(scope);
  onScopeDispose(() => { parts.delete(scope); });
}

/** Has the change that follows painted on the sheet alone; what stands beside it comes right after, with all that has changed by then. */
export function sheetFirst(): void {
  if (held) return;
  held = true;
  for (const part of parts) part.pause();
  // Behind whatever else follows the change, so that a part is rendered once.
  void nextTick(() => {
    afterPaint(() => {
      held = false;
      for (const part of parts) part.resume();
    });
  });
}
