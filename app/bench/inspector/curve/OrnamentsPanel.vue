<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { readSvg } from '#core/import/svg';
import { traceSign } from '#core/drawing/traceLetters';
import { screenPathData } from '#core/output/screenPath';
import type { Ornaments, OrnamentSign } from '#core/piece/types';
import { signOf } from '#core/setting/space/ornamentSigns';
import { usePiece } from '~/stores/piece';

/** Ornaments between the words of a curve: which sign, how large, how many. */
const props = defineProps<{ item: Ornaments }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();
const input = useTemplateRef<HTMLInputElement>('input');
const problem = ref('');

const SIGNS: readonly Exclude<OrnamentSign['kind'], 'shape'>[] = ['dot', 'diamond', 'star', 'leaf', 'dash'];
const UNIT = 0.001;
const picture = (sign: OrnamentSign): string =>
  screenPathData((sink) => traceSign(signOf(sign), 10 / Math.max(signOf(sign).width, 1), sink), UNIT);
const pictures = new Map(SIGNS.map((kind) => [kind, picture({ kind })]));
const own = computed(() => (props.item.sign.kind === 'shape' ? picture(props.item.sign) : ''));
const crowded = computed(() => store.findings.find((one) => one.itemId === props.item.id)?.message ?? '');

const set =
  (label: EditLabel, name: keyof Ornaments, by = 1) =>
  (value: unknown, gesture?: string) =>
    store.set(label, props.item.id, [name], typeof value === 'number' ? value / by : value, gesture);
const setCount = (value: number, gesture: string) =>
  store.set('Number of ornaments', props.item.id, ['count'], Math.round(value), gesture);

async function bring(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = '';
  if (!file) return;
  const made = readSvg(await file.text());
  problem.value = made.ok ? '' : made.problem.message;
  if (!made.ok) return;
  const refused = store.set('Ornament', props.item.id, ['sign'], {
    kind: 'shape',
    outlines: made.value.slice(0, 200).map((one) => one.shape),
  });
  problem.value = refused?.message ?? '';
}
</script>

<template>
  <section class="section" aria-label="Ornaments">
    <header>
      <h2>Ornaments</h2>
      <span class="quiet">between the words</span>
    </header>
    <div class="signs" role="radiogroup" aria-label="Sign">
      <button
        v-for="kind in SIGNS"
        :key="kind"
        type="button"
        role="radio"
        :aria-checked="item.sign.kind === kind"
        :data-sign="kind"
        @click="set('Ornament', 'sign')({ kind })">
        <svg viewBox="-7 -7 14 14" aria-hidden="true">
          <path :d="pictures.get(kind)" :transform="`scale(${UNIT})`" /></svg
        >{{ kind }}
      </button>
      <button
        type="button"
        role="radio"
        :aria-checked="item.sign.kind === 'shape'"
        data-sign="shape"
        @click="input?.click()">
        <svg viewBox="-7 -7 14 14" aria-hidden="true">
          <path v-if="own" :d="own" :transform="`scale(${UNIT})`" />
          <path v-else d="M0 -5v7M-3 -1l3 3 3-3M-5 5h10" class="thin" /></svg
        >own shape
      </button>
    </div>
    <input
      ref="input"
      class="visually-hidden"
      type="file"
      accept=".svg,image/svg+xml"
      aria-label="Ornament from an SVG file"
      tabindex="-1"
      data-ornament-file
      @change="bring" />
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
    <p v-if="crowded" class="note" role="status">{{ crowded }}</p>
    <SliderField
      label="Height"
      :model-value="item.height * 100"
      unit="%"
      :limits="{ min: 5, max: 1000 }"
      :min="10"
      :max="150"
      :step="1"
      :places="0"
      :commit="set('Height of ornaments', 'height', 100)" />
    <p class="quiet said">of the capitals beside it; it follows their size, and every change of the words.</p>
    <div class="row">
      <span class="label">In each gap</span>
      <QuantityField
        label="In each gap"
        :model-value="item.count"
        unit=""
        limits="ornamentCount"
        :step="1"
        :places="0"
        :commit="setCount" />
    </div>
    <div class="row">
      <span class="label">Turn, off</span>
      <span class="pair">
        <QuantityField
          label="Turned by"
          :model-value="item.turnDeg"
          unit="°"
          limits="clockDeg"
          :step="5"
          :commit="set('Turn ornaments', 'turnDeg')" />
        <QuantityField
          label="Moved off"
          :model-value="item.offMm"
          limits="nudgeMm"
          :step="0.1"
          :commit="set('Move ornaments', 'offMm')" />
      </span>
    </div>
  </section>
  <InkPanel :item="item" />
  <section class="section">
    <div class="acts"><button class="key" type="button" @click="emit('remove')">Delete the ornaments</button></div>
  </section>
</template>

<style scoped>
.signs {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 5px;
}
.signs button {
  display: grid;
  justify-items: center;
  gap: 1px;
  padding: 4px 0;
  border: 1px solid var(--hairline);
  border-radius: 7px;
  background: var(--field);
  font-size: 11px;
  line-height: 1.2;
  cursor: pointer;
}
.signs button:hover {
  border-color: #a9a28f;
}
.signs button[aria-checked='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
}
svg {
  width: 26px;
  height: 26px;
  fill: var(--ink);
}
.thin {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.2;
}
.said {
  font-size: 12px;
  margin-top: 4px;
}
.note {
  margin-top: 6px;
  color: var(--rust);
  font-size: 12px;
}
</style>
