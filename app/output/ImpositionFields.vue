<script setup lang="ts">
import { IMPOSITION_LIMITS, type Imposition, type Layout } from '#core/output/sheets/imposition';
import type { Problem } from '#core/result';
import { usePiece } from '~/stores/piece';

/** A sheet of paper with as many copies as it takes. */
const props = defineProps<{ imposition: Imposition | null; layout: Layout | null }>();
const emit = defineEmits<{ change: [imposition: Imposition] }>();
const store = usePiece();
const sheet = computed(() => store.piece!.sheet);
const now = computed(
  (): Imposition =>
    props.imposition ?? {
      widthMm: 320,
      heightMm: 450,
      marginMm: 10,
      gutterMm: Math.max(2 * sheet.value.bleedMm, 4),
      nested: false,
      turned: true,
    },
);
onMounted(() => {
  if (!props.imposition) emit('change', now.value);
});
const set = (next: Partial<Imposition>): Problem | null => {
  emit('change', { ...now.value, ...next });
  return null;
};
/** Whether other pieces lie on the sheet too. */
const mixed = computed(() => (now.value.others ?? []).length > 0);
/** How many copies there are, with backs counted apart. */
const said = computed(() => {
  if (!props.layout) return null;
  const { places, rows, columns, waste } = props.layout;
  const backs = places.filter(({ back }) => back).length,
    fronts = places.length - backs;
  return {
    copies: `${fronts === 1 ? 'One copy' : `${fronts} copies`}${backs > 0 ? ` and ${backs} ${backs === 1 ? 'back' : 'backs'}` : ''}`,
    rest: `${columns > 0 ? `, ${rows === 1 ? 'one row' : `${rows} rows`} of ${columns}` : ''}; ${(waste * 100).toFixed(1)} % waste.`,
  };
});
const SHEETS: readonly { name: string; w: number; h: number }[] = [
  { name: 'A4', w: 210, h: 297 },
  { name: 'A3', w: 297, h: 420 },
  { name: 'SRA3', w: 320, h: 450 },
];
</script>

<template>
  <div class="sheet">
    <div class="presets">
      <button
        v-for="{ name, w, h } in SHEETS"
        :key="name"
        class="key"
        type="button"
        :aria-pressed="now.widthMm === w && now.heightMm === h"
        @click="set({ widthMm: w, heightMm: h })">
        {{ name }}
      </button>
    </div>
    <div class="row">
      <span class="label">Paper</span
      ><span class="pair"
        ><QuantityField
          label="Width of the paper"
          :model-value="now.widthMm"
          :limits="IMPOSITION_LIMITS.sheetMm"
          :step="1"
          :commit="(widthMm) => set({ widthMm })" /><QuantityField
          label="Height of the paper"
          :model-value="now.heightMm"
          :limits="IMPOSITION_LIMITS.sheetMm"
          :step="1"
          :commit="(heightMm) => set({ heightMm })"
      /></span>
    </div>
    <div class="row">
      <span class="label">Margin</span
      ><QuantityField
        label="Margin of the paper"
        :model-value="now.marginMm"
        :limits="IMPOSITION_LIMITS.marginMm"
        :step="1"
        :commit="(marginMm) => set({ marginMm })" />
    </div>
    <div class="row">
      <span class="label">Gutter</span
      ><QuantityField
        label="Gutter between copies"
        :model-value="now.gutterMm"
        :limits="IMPOSITION_LIMITS.gutterMm"
        :step="0.5"
        :commit="(gutterMm) => set({ gutterMm })" />
    </div>
    <TickField
      v-if="sheet.widthMm === sheet.heightMm && !mixed"
      :model-value="now.nested"
      @change="(nested) => set({ nested })"
      >Nest round pieces</TickField
    >
    <TickField v-else :model-value="now.turned === true" @change="(turned) => set({ turned })"
      >Turn copies where more fit</TickField
    >
    <TickField :model-value="now.cutLines === true" @change="(cutLines) => set({ cutLines })"
      >Cut lines on a plate of their own</TickField
    >
    <p v-if="said" class="count" role="status">
      <b>{{ said.copies }}</b>{{ said.rest }}
    </p>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 6px;
}
.presets {
  display: flex;
  gap: 6px;
}
.presets .key {
  height: 26px;
  padding: 0 10px;
}
.presets [aria-pressed='true'] {
  border-color: var(--teal);
  color: var(--teal);
  background: var(--teal-wash);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.count {
  font-size: 12px;
}
</style>
