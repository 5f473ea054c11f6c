import type { ShallowRef } from 'vue';

/** A value as it was when the hand came to rest, see `whenIdle`: the same object, never made reactive. */
export function useIdleValue<T>(source: () => T): Readonly<ShallowRef<T>> {
  const resting = shallowRef(source()) as ShallowRef<T>;
  const follow = (): void => {
    resting.value = source();
  };
  watch(source, () => {
    whenIdle(follow);
  });
  onScopeDispose(() => {
    noLonger(follow);
  });
  return resting;
}
