<script setup lang="ts">
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { PANELS } from './panels';

/** What is selected; the sheet where nothing is. */
const emit = defineEmits<{ remove: [id: string]; letter: [] }>();
const store = usePiece();
const view = useView();
const panel = useTemplateRef<{ focus?: (at?: number) => void }>('panel');
useSidePanel();
const item = computed(() => store.selectedItem);
watch(
  () => store.selectedId,
  () => {
    view.gaps = [];
    view.stripLine = 0;
  },
);
defineExpose({ focusWording: (at?: number) => panel.value?.focus?.(at) });
</script>

<template>
  <aside class="inspector" aria-label="Inspector">
    <SeveralPanel v-if="store.several.length > 1" :items="store.several" />
    <component
      :is="PANELS[item.type].panel"
      v-else-if="item"
      :key="PANELS[item.type].anew ? item.id : item.type"
      ref="panel"
      :item="item"
      @remove="emit('remove', item.id)"
      @letter="emit('letter')" />
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
