<script setup lang="ts">
import { usePiece } from '~/stores/piece';

/** What is selected, in the order in which the work is done. */
const emit = defineEmits<{ remove: [id: string]; letter: [] }>();
const store = usePiece();
const letters = useTemplateRef<{ focus: () => void }>('letters');
defineExpose({ focusWording: () => letters.value?.focus() });
</script>

<template>
  <aside class="inspector" aria-label="Inspector">
    <template v-if="store.selectedLettering && store.selectedCurve">
      <LettersPanel ref="letters" :key="store.selectedLettering.id" :lettering="store.selectedLettering" />
      <SeatPanel :lettering="store.selectedLettering" :curve="store.selectedCurve" />
      <SpacePanel :lettering="store.selectedLettering" />
      <InkPanel :item="store.selectedLettering" />
      <section class="section" aria-label="More">
        <button class="key" type="button" @click="emit('remove', store.selectedLettering.id)">Delete this lettering</button>
      </section>
    </template>
    <CurvePanel
      v-else-if="store.selectedCurve" :key="store.selectedCurve.id" :curve="store.selectedCurve"
      @remove="emit('remove', store.selectedCurve.id)" @letter="emit('letter')"
    />
    <SheetPanel v-else-if="store.piece" :piece="store.piece" />
  </aside>
</template>

<style scoped>
.inspector { background: var(--paper); border-left: 1px solid var(--hairline); overflow-y: auto; overflow-x: hidden; min-height: 0; }
</style>
