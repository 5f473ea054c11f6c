<script setup lang="ts">
import { DXF_TOLERANCES } from '#core/output/cut/dxfTolerance';
import type { FileFormat, FileOptions } from '#core/output/formats/index';
import { PNG_DPI, pngSize } from '#core/output/png';
import { usePiece } from '~/stores/piece';

/** What a format leaves to choose. */
const props = defineProps<{ options: FileOptions; has: FileFormat['options']; marksWord: string }>();
const emit = defineEmits<{ change: [next: Partial<FileOptions>] }>();
const store = usePiece();
const set = (next: Partial<FileOptions>): null => {
  emit('change', next);
  return null;
};
const STANDARDS = [
  { value: 'x4', name: 'PDF/X-4' },
  { value: 'x1a', name: 'PDF/X-1a' },
] as const;
/** How many pixels a picture will have, or why there is none. */
const pixels = computed(() => {
  const { imposition, dpi } = props.options;
  const size = pngSize(imposition ? { ...imposition, bleedMm: 0 } : store.piece!.sheet, dpi);
  return size.ok ? `${size.value.widthPx} × ${size.value.heightPx} pixels` : size.problem.message;
});
/** Whether the piece has inks for machines after printing. */
const technical = computed(() => store.piece!.inks.some(({ purpose }) => purpose !== 'print'));
</script>

<template>
  <TickField v-if="has.includes('marks')" :model-value="options.marks" @change="(marks) => set({ marks })">{{
    marksWord
  }}</TickField>
  <div v-if="has.includes('standard')" class="row">
    <span class="label">Standard</span>
    <ChoiceBar
      label="Standard"
      :options="STANDARDS"
      :model-value="options.standard"
      @change="(standard) => set({ standard })" />
  </div>
  <template v-if="has.includes('dpi')">
    <div class="row">
      <span class="label">Resolution, ppi</span
      ><QuantityField
        label="Resolution"
        :model-value="options.dpi"
        unit=""
        :limits="PNG_DPI"
        :step="50"
        :places="0"
        :commit="(dpi) => set({ dpi })" />
    </div>
    <TickField :model-value="options.transparent" @change="(transparent) => set({ transparent })"
      >Transparent background</TickField
    >
    <p class="quiet said" role="status">{{ pixels }}</p>
  </template>
  <TickField
    v-if="has.includes('bleed') && store.piece!.sheet.bleedMm > 0 && !options.imposition"
    :model-value="options.bleed"
    @change="(bleed) => set({ bleed })"
    >With its bleed</TickField
  >
  <TickField
    v-if="has.includes('technical') && technical"
    :model-value="options.technical"
    @change="(value) => set({ technical: value })"
    >With technical inks</TickField
  >
  <TickField v-if="has.includes('seen')" :model-value="options.seen" @change="(seen) => set({ seen })"
    >What is seen as one outline an ink</TickField
  >
  <TickField
    v-if="has.includes('layers')"
    :model-value="options.layers === 'ink'"
    @change="(ink) => set({ layers: ink ? 'ink' : 'item' })"
    >Layers by ink</TickField
  >
  <TickField
    v-if="has.includes('weedingBox')"
    :model-value="options.weedingBox"
    @change="(weedingBox) => set({ weedingBox })"
    >Weeding box</TickField
  >
  <div v-if="has.includes('toleranceMm')" class="row">
    <span class="label">Tolerance</span
    ><QuantityField
      label="Tolerance of the polylines"
      :model-value="options.toleranceMm"
      :limits="DXF_TOLERANCES"
      :step="0.005"
      :places="3"
      :commit="(toleranceMm) => set({ toleranceMm })" />
  </div>
</template>

<style scoped>
.said {
  font-size: 12px;
}
</style>
