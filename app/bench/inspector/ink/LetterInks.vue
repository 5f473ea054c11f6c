<script setup lang="ts">
import type { InkId, Lettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** What letters have beneath them: halo, block shade, underline; and whether those that overlap are one. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
type Beneath = 'halo' | 'shade' | 'underline';
const LABELS = { halo: 'Halo', shade: 'Block shade', underline: 'Underline' } as const;

const set = (field: Beneath | 'united', value: unknown, gesture?: string) =>
  store.set(
    field === 'united' ? 'Merge overlapping letters' : LABELS[field],
    props.lettering.id,
    [field],
    value,
    gesture,
  );
const capMm = computed(() => store.selectedSetting?.capMm ?? 5);
const rounded = (mm: number): number => Math.max(0.05, Math.round(mm * 20) / 20);
/** As each is first given: to the size of the letters. */
const FRESH: { readonly [K in Beneath]: (ink: InkId) => Lettering[K] } = {
  halo: (ink) => ({ ink, marginMm: rounded(capMm.value * 0.08) }),
  shade: (ink) => ({ ink, deg: 135, depthMm: rounded(capMm.value * 0.16) }),
  underline: (ink) => ({ ink, widthMm: rounded(capMm.value * 0.07), offMm: rounded(capMm.value * 0.22) }),
};
const ink =
  (field: Beneath) =>
  (id: InkId | null): void => {
    const now = props.lettering[field];
    set(field, id === null ? null : now ? { ...now, ink: id } : FRESH[field](id));
  };
const change = (field: Beneath, next: object, gesture?: string) =>
  set(field, { ...props.lettering[field]!, ...next }, gesture);
</script>

<template>
  <InkField label="Halo" :model-value="lettering.halo?.ink ?? null" @change="(id) => ink('halo')(id)" />
  <div v-if="lettering.halo" class="row">
    <span class="label">Margin</span
    ><QuantityField
      label="Halo margin"
      :model-value="lettering.halo.marginMm"
      limits="marginMm"
      :step="0.05"
      :commit="(marginMm, g) => change('halo', { marginMm }, g)" />
  </div>
  <InkField label="Block shade" :model-value="lettering.shade?.ink ?? null" @change="(id) => ink('shade')(id)" />
  <div v-if="lettering.shade" class="row">
    <span class="label">Depth, to</span>
    <span class="pair">
      <QuantityField
        label="Shade depth"
        :model-value="lettering.shade.depthMm"
        limits="marginMm"
        :step="0.1"
        :commit="(depthMm, g) => change('shade', { depthMm }, g)" />
      <QuantityField
        label="Shade direction"
        unit="°"
        :model-value="lettering.shade.deg"
        limits="clockDeg"
        :step="5"
        :places="1"
        :commit="(deg, g) => change('shade', { deg }, g)" />
    </span>
  </div>
  <InkField label="Underline" :model-value="lettering.underline?.ink ?? null" @change="(id) => ink('underline')(id)" />
  <div v-if="lettering.underline" class="row">
    <span class="label">Width, below</span>
    <span class="pair">
      <QuantityField
        label="Underline width"
        :model-value="lettering.underline.widthMm"
        limits="strokeMm"
        :step="0.05"
        :commit="(widthMm, g) => change('underline', { widthMm }, g)" />
      <QuantityField
        label="Underline below the baseline"
        :model-value="lettering.underline.offMm"
        limits="nudgeMm"
        :step="0.1"
        :commit="(offMm, g) => change('underline', { offMm }, g)" />
    </span>
  </div>
  <label class="check"
    ><input
      type="checkbox"
      :checked="lettering.united"
      @change="set('united', ($event.target as HTMLInputElement).checked)" />
    Merge overlapping letters</label
  >
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.check {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 30px;
  cursor: pointer;
}
.check input {
  accent-color: var(--teal);
  width: 15px;
  height: 15px;
  margin: 0;
}
</style>
