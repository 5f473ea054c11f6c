import type { ShallowRef } from 'vue';
import { watchDebounced } from '@vueuse/core';

/** A value as it was when the hand came to rest: the same object, never made reactive. */
export function useResting<T>(source: () => T, ms = 150): Readonly<ShallowRef<T>> {
  const resting = shallowRef(source()) as ShallowRef<T>;
  watchDebounced(source, (now) => { resting.value = now; }, { debounce: ms });
  return resting;
}
