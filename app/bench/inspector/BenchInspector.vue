<script setup lang="ts">
import { hasCorners } from '#core/setting/line/corners';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** What is selected, in the order in which the work is done. */
const emit = defineEmits<{ remove: [id: string]; letter: [] }>();
const store = usePiece();
const view = useView();
const letters = useTemplateRef<{ focus: (at?: number) => void }>('letters');
/** Follows with the panels in it, all but the words themselves: see `useSidePanel`. */
useSidePanel();
const lettering = computed(() => store.selectedLettering);
const track = computed(() => (lettering.value ? store.trackUnder(lettering.value) : null));
const cornered = computed(() => {
  const under = lettering.value && store.trackOf(lettering.value.curveId);
  return under !== null && hasCorners(under);
});
watch(
  () => store.selectedId,
  () => {
    view.gaps = [];
    view.stripLine = 0;
  },
);
defineExpose({ focusWording: (at?: number) => letters.value?.focus(at) });
</script>

<template>
  <aside class="inspector" aria-label="Inspector">
    <SeveralPanel v-if="store.several.length > 1" :items="store.several" />
    <template v-else-if="lettering && store.selectedCurve">
      <LettersPanel ref="letters" :key="lettering.id" :lettering="lettering" />
      <PickedLetters v-if="!view.typing" :lettering="lettering" />
      <PickedGaps v-if="!view.typing" />
      <SeatPanel v-if="track" :lettering="lettering" :track="track" />
      <SpacePanel :lettering="lettering" />
      <FitPanel :lettering="lettering" />
      <RoomsPanel :lettering="lettering" />
      <StancePanel :lettering="lettering" />
      <CornersPanel v-if="cornered" :lettering="lettering" />
      <InkPanel :item="lettering" />
      <StylesPanel :lettering="lettering" />
      <LetteringActions :lettering="lettering" @remove="emit('remove', lettering.id)" />
    </template>
    <CurvePanel
      v-else-if="store.selectedCurve"
      :key="store.selectedCurve.id"
      :curve="store.selectedCurve"
      @remove="emit('remove', store.selectedCurve.id)"
      @letter="emit('letter')" />
    <OrnamentsPanel
      v-else-if="store.selectedOrnaments"
      :key="store.selectedOrnaments.id"
      :item="store.selectedOrnaments"
      @remove="emit('remove', store.selectedOrnaments.id)" />
    <ArtPanel
      v-else-if="store.selectedArt"
      :key="store.selectedArt.id"
      :art="store.selectedArt"
      @remove="emit('remove', store.selectedArt.id)" />
    <PicturePanel
      v-else-if="store.selectedPicture"
      :key="store.selectedPicture.id"
      :picture="store.selectedPicture"
      @remove="emit('remove', store.selectedPicture.id)" />
    <TracingPanel
      v-else-if="store.selectedTracing"
      :key="store.selectedTracing.id"
      :tracing="store.selectedTracing"
      @remove="emit('remove', store.selectedTracing.id)" />
    <SheetPanel v-else-if="store.piece" :piece="store.piece" />
  </aside>
</template>

<style scoped>
.inspector {
  background: var(--paper);
  border-left: 1px solid var(--hairline);
  overflow-y: auto;
  overflow-x: hidden;
  min-height: 0;
}
</style>
