<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import { hasCorners } from '#core/setting/line/corners';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** A lettering, in the order in which the work is done. */
defineProps<{ item: Lettering }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();
const view = useView();
const letters = useTemplateRef<{ focus: (at?: number) => void }>('letters');
/** Follows with the panels in it, all but the words themselves: see `useSidePanel`. */
useSidePanel();
const track = computed(() => (store.selectedLettering ? store.trackUnder(store.selectedLettering) : null));
const cornered = computed(() => {
  const under = store.selectedLettering && store.trackOf(store.selectedLettering.curveId);
  return under !== null && hasCorners(under);
});
const stage = useStages(8);
defineExpose({ focus: (at?: number) => letters.value?.focus(at) });
</script>

<template>
  <LettersPanel ref="letters" :key="item.id" :lettering="item" />
  <template v-if="stage > 0">
    <PickedLetters v-if="!view.typing" :lettering="item" />
    <PickedGaps v-if="!view.typing" />
    <SeatPanel v-if="track" :lettering="item" :track="track" />
  </template>
  <SpacePanel v-if="stage > 1" :lettering="item" />
  <FitPanel v-if="stage > 2" :lettering="item" />
  <RoomsPanel v-if="stage > 3" :lettering="item" />
  <template v-if="stage > 4">
    <StancePanel :lettering="item" />
    <CornersPanel v-if="cornered" :lettering="item" />
  </template>
  <InkPanel v-if="stage > 5" :item="item" />
  <StylesPanel v-if="stage > 6" :lettering="item" />
  <LetteringActions v-if="stage > 7" :lettering="item" @remove="emit('remove')" />
</template>
