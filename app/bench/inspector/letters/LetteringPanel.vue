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
defineExpose({ focus: (at?: number) => letters.value?.focus(at) });
</script>

<template>
  <LettersPanel ref="letters" :key="item.id" :lettering="item" />
  <PickedLetters v-if="!view.typing" :lettering="item" />
  <PickedGaps v-if="!view.typing" />
  <SeatPanel v-if="track" :lettering="item" :track="track" />
  <SpacePanel :lettering="item" />
  <FitPanel :lettering="item" />
  <RoomsPanel :lettering="item" />
  <StancePanel :lettering="item" />
  <CornersPanel v-if="cornered" :lettering="item" />
  <InkPanel :item="item" />
  <StylesPanel :lettering="item" />
  <LetteringActions :lettering="item" @remove="emit('remove')" />
</template>
