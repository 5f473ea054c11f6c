<script setup lang="ts">
import type { PlotRun } from '#core/output/cut/plotter';
import type { Plate } from '#core/output/plates';
import type { PlateSheet } from '~/workers/heavy';
import type { Shown } from './shown';

/** What a file will show, all inks together or one plate. */
defineProps<{
  svg: string;
  plates: readonly Plate[];
  /** The plates one by one, where they are laid over each other. */
  sheets: readonly PlateSheet[];
  /** Whether a tool can be followed, and its way where it is. */
  plots: boolean;
  plot: PlotRun | null;
  /** Of what a tool works on. */
  sheet: { readonly widthMm: number; readonly heightMm: number };
  clear: boolean;
  caption: string;
  notes: readonly string[];
}>();
/** Width of what is shown, mm. */
const widthOf = ([first]: readonly PlateSheet[]): number =>
  Number(/viewBox="\S+ \S+ (\S+)/.exec(first?.svg ?? '')?.[1] ?? 100);
const plate = defineModel<Shown>('plate', { required: true });
</script>

<template>
  <div class="stage">
    <div class="plates" role="radiogroup" aria-label="Plates">
      <button type="button" role="radio" :aria-checked="plate === null" @click="plate = null">
        {{ plots ? 'All lines' : 'All inks' }}
      </button>
      <button
        v-for="(one, n) in plates"
        :key="one.name"
        type="button"
        role="radio"
        :aria-checked="plate === n"
        @click="plate = n">
        <span class="dot" :style="{ background: one.screen }" />{{ one.name }}
      </button>
      <button
        v-if="plates.length > 1"
        type="button"
        role="radio"
        :aria-checked="plate === 'press'"
        title="The plates over each other, each a little off"
        @click="plate = 'press'">
        Off register
      </button>
      <button
        v-if="plots"
        type="button"
        role="radio"
        :aria-checked="plate === 'plotter'"
        title="The way of the tool, line by line"
        @click="plate = 'plotter'">
        Play the cut
      </button>
    </div>
    <!-- Written by our own writer from plain data, every name escaped. -->
    <!-- eslint-disable vue/no-v-html -->
    <PressView v-if="plate === 'press' && sheets.length > 0" :sheets="sheets" :width-mm="widthOf(sheets)" />
    <PlotterView v-else-if="plate === 'plotter' && plot" :run="plot" :sheet="sheet" />
    <div v-else class="preview" :class="{ clear }" data-preview v-html="svg" />
    <!-- eslint-enable vue/no-v-html -->
    <p class="quiet caption">{{ caption }}</p>
    <ul v-if="notes.length > 0" class="notes">
      <li v-for="note in notes" :key="note">{{ note }}</li>
    </ul>
  </div>
</template>

<style scoped>
.stage {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  background: var(--desk);
  min-height: 0;
  min-width: 0;
}
.plates {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 10px 14px;
}
.plates button {
  display: flex;
  align-items: center;
  gap: 6px;
  height: 28px;
  padding: 0 11px;
  border: 1px solid var(--hairline);
  border-radius: 14px;
  background: var(--paper);
  cursor: pointer;
}
.plates [aria-checked='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  color: var(--teal);
  font-weight: 600;
}
.dot {
  width: 11px;
  height: 11px;
  border-radius: 50%;
  border: 1px solid #20303a40;
}
.preview {
  display: grid;
  place-items: center;
  padding: 4px 24px;
  min-height: 0;
  min-width: 0;
}
.preview :deep(svg) {
  max-width: 100%;
  max-height: 100%;
  width: 100%;
  height: 100%;
  min-height: 0;
  filter: drop-shadow(0 2px 6px #20303a26);
}
.preview.clear :deep(svg) {
  background: repeating-conic-gradient(#fff 0 25%, #e9e4d8 0 50%) 0 0 / 20px 20px;
}
.caption {
  padding: 8px 16px;
  font-size: 12px;
}
.notes {
  margin: 0;
  padding: 0 16px 12px 32px;
  font-size: 12px;
  max-height: 110px;
  overflow-y: auto;
}
</style>
