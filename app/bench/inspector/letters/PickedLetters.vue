<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { adjusted, adjustmentAt } from '#core/piece/wording/reword';
import type { Adjustment, Lettering } from '#core/piece/types';
import { lettersIn } from '#core/setting/hand/caret';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** What is done by hand to the letters that are picked; their neighbours stay. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
const view = useView();

const picked = computed(() =>
  store.selectedSetting && view.range ? lettersIn(store.selectedSetting, view.range.from, view.range.to) : [],
);
const places = computed(() => [...new Set(picked.value.map(({ line, index }) => line.measured.origins[index]!))]);
const name = computed(() =>
  picked.value
    .map(({ line, index }) => line.measured.run.letters[index]!.text)
    .join('')
    .slice(0, 12),
);
const now = computed(() => adjustmentAt(props.lettering.adjustments, places.value[0] ?? -1));
const touched = computed(() => props.lettering.adjustments.some((one) => places.value.includes(one.at)));

function change(label: EditLabel, next: Partial<Omit<Adjustment, 'at'>>, gesture?: string) {
  const list = places.value.reduce((all, at) => adjusted(all, at, next), props.lettering.adjustments);
  return store.set(label, props.lettering.id, ['adjustments'], list, gesture);
}
const clear = (): void => {
  change('Clear letters', { kern: 0, alongMm: 0, offMm: 0, turnDeg: 0 });
};
</script>

<template>
  <section v-if="places.length > 0" class="section" aria-label="Selected letters">
    <header>
      <h2>
        {{ places.length === 1 ? 'Letter' : 'Letters' }} <span class="name">{{ name }}</span>
      </h2>
      <span class="quiet">by hand</span>
    </header>
    <div class="row">
      <span class="label">Along, off</span>
      <span class="pair">
        <QuantityField
          label="Nudged along"
          :model-value="now.alongMm"
          limits="nudgeMm"
          :step="0.05"
          :commit="(alongMm, g) => change('Nudge letter', { alongMm }, g)" />
        <QuantityField
          label="Nudged off"
          :model-value="now.offMm"
          limits="nudgeMm"
          :step="0.05"
          :commit="(offMm, g) => change('Nudge letter', { offMm }, g)" />
      </span>
    </div>
    <div class="row">
      <span class="label">Turn, gap after</span>
      <span class="pair">
        <QuantityField
          label="Turned by"
          :model-value="now.turnDeg"
          unit="°"
          limits="clockDeg"
          :step="0.5"
          :commit="(turnDeg, g) => change('Turn letter', { turnDeg }, g)" />
        <QuantityField
          label="Gap after"
          :model-value="now.kern"
          unit=""
          limits="kern"
          :step="5"
          :places="1"
          :commit="(kern, g) => change('Kern', { kern }, g)" />
      </span>
    </div>
    <button v-if="touched" class="key" type="button" @click="clear">
      Reset {{ places.length === 1 ? 'it' : 'them' }}
    </button>
  </section>
</template>

<style scoped>
.name {
  color: var(--teal);
}
.key {
  margin-top: 9px;
}
</style>
