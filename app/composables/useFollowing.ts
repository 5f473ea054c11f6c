import type { ShallowRef } from 'vue';

/**
 * A value for what stands beside the sheet: it follows once the sheet has been painted, so that a key or a drag is on
 * the sheet first.
 *
 * @param atOnce whether a change need not wait: another lettering picked, say
 */
export function useFollowing<T>(
  source: () => T,
  atOnce: (now: T, shown: T) => boolean = () => false,
): Readonly<ShallowRef<T>> {
  const shown = shallowRef(source()) as ShallowRef<T>;
  let waiting = false;
  watch(source, (now) => {
    if (atOnce(now, shown.value)) {
      shown.value = now;
      return;
    }
    if (waiting) return;
    waiting = true;
    besideSheet(() => {
      waiting = false;
      shown.value = source();
    });
  });
  return shown;
}
