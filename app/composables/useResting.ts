import type { ShallowRef } from 'vue';

/** A value as it was when the hand came to rest, see `whenResting`: the same object, never made reactive. */
export function useResting<T>(source: () => T): Readonly<ShallowRef<T>> {
  const resting = shallowRef(source()) as ShallowRef<T>;
  const follow = (): void => {
    resting.value = source();
  };
  watch(source, () => {
    whenResting(follow);
  });
  onScopeDispose(() => {
    noLonger(follow);
  });
  return resting;
}
