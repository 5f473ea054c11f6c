<script setup lang="ts">
import { inksOf } from '#core/drawing/inks';
import type { Guide, Piece } from '#core/piece/types';
import { COMMANDS, firstKey } from '~/commands';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

const props = defineProps<{ piece: Piece }>();
const store = usePiece();
const view = useView();
const commands = inject(COMMANDS)!;

function size(name: 'widthMm' | 'heightMm', value: number, gesture: string) {
  const problem = store.set('Sheet size', null, ['sheet', name], value, gesture);
  view.fit(store.piece!.sheet);
  return problem;
}
const inks = computed(() => [...inksOf(props.piece).values()]);
const columns = ref(3);
const rows = ref(3);
const setColumns = (value: number): null => {
  columns.value = Math.round(value);
  return null;
};
const setRows = (value: number): null => {
  rows.value = Math.round(value);
  return null;
};
/** Lines between even columns and rows, in place of the guides there are. */
function grid(): void {
  const { widthMm, heightMm } = props.piece.sheet;
  const lines = (count: number, length: number, runs: Guide['runs']): Guide[] =>
    Array.from({ length: count - 1 }, (_, i) => ({ runs, mm: Math.round(((length * (i + 1)) / count) * 1000) / 1000 }));
  store.set(
    'Guide grid',
    null,
    ['guides'],
    [...lines(columns.value, widthMm, 'down'), ...lines(rows.value, heightMm, 'across')],
  );
}
</script>

<template>
  <section class="section" aria-label="Sheet">
    <header>
      <h2>Sheet</h2>
      <span class="quiet">nothing selected</span>
    </header>
    <div class="row">
      <span class="label">Name</span
      ><NameField
        label="Name of the piece"
        :model-value="piece.name"
        :commit="(name) => store.set('Rename', null, ['name'], name)" />
    </div>
    <div class="row">
      <span class="label">Width</span
      ><QuantityField
        label="Width"
        :model-value="piece.sheet.widthMm"
        limits="sheetMm"
        :step="1"
        :commit="(v, g) => size('widthMm', v, g)" />
    </div>
    <div class="row">
      <span class="label">Height</span
      ><QuantityField
        label="Height"
        :model-value="piece.sheet.heightMm"
        limits="sheetMm"
        :step="1"
        :commit="(v, g) => size('heightMm', v, g)" />
    </div>
    <div class="row">
      <span class="label">Bleed</span
      ><QuantityField
        label="Bleed"
        :model-value="piece.sheet.bleedMm"
        limits="bleedMm"
        :step="0.5"
        :commit="(v, g) => store.set('Bleed', null, ['sheet', 'bleedMm'], v, g)" />
    </div>
  </section>
  <section class="section" aria-label="Inks">
    <header>
      <h2>Inks</h2>
      <span class="quiet">{{ piece.inks.length }} of this piece</span>
    </header>
    <div class="inks">
      <button
        v-for="ink in inks"
        :key="ink.id"
        type="button"
        :aria-label="`Ink ${ink.name}`"
        :title="ink.name"
        @click="view.inks = ink.id">
        <span :class="{ spot: ink.kind === 'spot' }" :style="{ background: ink.screen }" />
      </button>
      <button type="button" class="more" @click="view.inks = ''">Inks…</button>
    </div>
  </section>
  <section class="section" aria-label="Guides">
    <header>
      <h2>Guides</h2>
      <span class="quiet">{{
        piece.guides.length === 0 ? 'drag one out of a ruler' : `${piece.guides.length} on the sheet`
      }}</span>
    </header>
    <div class="row">
      <span class="label">Grid</span>
      <span class="pair">
        <QuantityField
          label="Columns"
          :model-value="columns"
          unit=""
          :limits="{ min: 1, max: 50 }"
          :step="1"
          :places="0"
          :commit="setColumns" />
        <QuantityField
          label="Rows"
          :model-value="rows"
          unit=""
          :limits="{ min: 1, max: 50 }"
          :step="1"
          :places="0"
          :commit="setRows" />
      </span>
    </div>
    <div class="acts">
      <button class="key" type="button" @click="grid">Set the grid</button>
      <button
        v-if="piece.guides.length > 0"
        class="key"
        type="button"
        @click="store.set('Clear guides', null, ['guides'], [])">
        Clear all guides
      </button>
    </div>
  </section>
  <section class="section help" aria-label="Keys">
    <header><h2>Keys</h2></header>
    <button class="key" type="button" @click="view.keys = true">Show all keys ({{ firstKey(commands.keys) }})</button>
  </section>
</template>

<style scoped>
.inks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.inks button {
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.inks button span {
  display: block;
  width: 26px;
  height: 26px;
  border-radius: 6px;
  border: 1px solid #20303a40;
}
.inks button span.spot {
  border-radius: 50%;
}
.inks .more {
  color: var(--teal);
  padding: 5px 6px;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 10px;
}
</style>
