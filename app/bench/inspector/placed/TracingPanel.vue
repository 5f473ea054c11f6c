<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { printTracingSteps } from '#core/editing/edits/printTracing';
import type { Tracing } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** A picture to trace: its place, size and strength, and the way to its rim. */
const { item: tracing } = defineProps<{ item: Tracing }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();
const view = useView();

const set = (label: EditLabel, path: readonly string[]) => (value: unknown, gesture?: string) =>
  store.set(label, tracing.id, path, value, gesture);
const setStrength = (percent: number, gesture: string) =>
  store.set('Dim picture', tracing.id, ['strength'], percent / 100, gesture);
const print = (): void => {
  const problem = store.edit('Print the picture', printTracingSteps(store.piece!, tracing), undefined, [tracing.id]);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
};
</script>

<template>
  <section class="section" aria-label="Picture to trace">
    <header>
      <h2>Picture to trace</h2>
      <span class="quiet">never printed</span>
    </header>
    <NameField
      label="Name of the picture"
      :model-value="tracing.name"
      :commit="(name) => set('Rename picture', ['name'])(name)" />
    <p class="quiet said">
      {{ tracing.widthPx }} × {{ tracing.heightPx }} pixels. Click three or more points on a rim, and the circle, arc or
      ellipse that fits best is found.
    </p>
    <button class="key main" type="button" @click="view.tool = 'points'">Click points on a rim</button>
    <SliderField
      label="Strength"
      :model-value="tracing.strength * 100"
      unit="%"
      :limits="{ min: 0, max: 100 }"
      :step="1"
      :min="0"
      :max="100"
      :commit="setStrength" />
    <ImageSize :item="tracing" />
    <PlaceFields :item="tracing" word="picture" @remove="emit('remove')" />
    <button
      class="key"
      type="button"
      title="It becomes a picture that prints, at its place and size, beneath everything else"
      @click="print">
      Print it where it lies
    </button>
  </section>
</template>

<style scoped>
.said {
  margin: 10px 0;
}
</style>
