/**
 * Mounts a large part of the page step by step, so that no step keeps the page from its next frame for long.
 *
 * @param count how many steps there are beside the first
 * @returns how many of them are due: one more behind each frame
 */
export function useStages(count: number): Readonly<Ref<number>> {
  const stage = ref(0);
  let gone = false;
  onScopeDispose(() => {
    gone = true;
  });
  const next = (): void => {
    if (gone) return;
    stage.value++;
    if (stage.value < count) afterPaint(next);
  };
  onMounted(() => {
    afterPaint(next);
  });
  return stage;
}
