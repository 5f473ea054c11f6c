import type { ComputedRef } from 'vue';

/**
 * A list that stays the same array for as long as the same things are in it, so that what shows it rests while others
 * change.
 */
export const steadyList = <T>(list: () => readonly T[]): ComputedRef<readonly T[]> =>
  computed<readonly T[]>((was) => {
    const now = list();
    return was && was.length === now.length && now.every((one, i) => one === was[i]) ? was : now;
  });
