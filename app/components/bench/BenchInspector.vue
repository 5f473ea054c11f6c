<script setup lang="ts">
import { hasCorners } from '#core/setting/corners';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** What is selected, in the order in which the work is done. */
const emit = defineEmits<{ remove: [id: string]; letter: [] }>();
const store = usePiece();
const view = useView();
const letters = useTemplateRef<{ focus: (at?: number) => void }>('letters');
const track = computed(() => (store.selectedLettering ? store.trackUnder(store.selectedLettering) : null));
const cornered = computed(() => {
  const under = store.selectedLettering && store.trackOf(store.selectedLettering.curveId);
  return under !== null && hasCorners(under);
});
watch(() => store.selectedId, () => { view.gaps = []; view.stripLine = 0; });
defineExpose({ focusWording: (at?: number) => letters.value?.focus(at) });
</script>

<template>
  <aside class="inspector" aria-label="Inspector">
    <SeveralPanel v-if="store.several.length > 1" :items="store.several" />
    <template v-else-if="store.selectedLettering && store.selectedCurve">
      <LettersPanel ref="letters" :key="store.selectedLettering.id" :lettering="store.selectedLettering" />
      <PickedLetters v-if="!view.typing" :lettering="store.selectedLettering" />
      <PickedGaps v-if="!view.typing" />
      <SeatPanel v-if="track" :lettering="store.selectedLettering" :track="track" />
      <SpacePanel :lettering="store.selectedLettering" />
      <FitPanel :lettering="store.selectedLettering" />
      <RoomsPanel :lettering="store.selectedLettering" />
      <StancePanel :lettering="store.selectedLettering" />
      <CornersPanel v-if="cornered" :lettering="store.selectedLettering" />
      <InkPanel :item="store.selectedLettering" />
      <LetteringActions :lettering="store.selectedLettering" @remove="emit('remove', store.selectedLettering.id)" />
    </template>
    <CurvePanel
      v-else-if="store.selectedCurve" :key="store.selectedCurve.id" :curve="store.selectedCurve"
      @remove="emit('remove', store.selectedCurve.id)" @letter="emit('letter')"
    />
    <OrnamentsPanel v-else-if="store.selectedOrnaments" :key="store.selectedOrnaments.id" :item="store.selectedOrnaments" @remove="emit('remove', store.selectedOrnaments.id)" />
    <TracingPanel v-else-if="store.selectedTracing" :key="store.selectedTracing.id" :tracing="store.selectedTracing" @remove="emit('remove', store.selectedTracing.id)" />
    <SheetPanel v-else-if="store.piece" :piece="store.piece" />
  </aside>
</template>

<style scoped>
.inspector { background: var(--paper); border-left: 1px solid var(--hairline); overflow-y: auto; overflow-x: hidden; min-height: 0; }
</style>
