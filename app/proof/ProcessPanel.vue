<script setup lang="ts">
import { sameValue } from '#core/piece/equal';
import { STOCKS, type ShippedStock } from '#core/ink/stocks/index';
import { usualProcess, type Process, type ProcessKind } from '#core/piece/process';
import type { Piece } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** How the piece is made real, and what that holds: the proof goes by it. */
const props = defineProps<{ piece: Piece }>();
const store = usePiece();
const NAMES: Readonly<Record<ProcessKind, string>> = {
  offset: 'Offset print',
  screen: 'Screen print',
  foil: 'Foil',
  engraving: 'Engraving',
  embroidery: 'Embroidery',
  plotter: 'Plotter',
};
const set = (next: Partial<Process>, gesture?: string) =>
  store.set('Process', null, ['process'], { ...props.piece.process, ...next }, gesture);
const usual = computed(() => usualProcess(props.piece.process.kind, props.piece.process.stock));
const own = computed(() => !sameValue(usual.value, props.piece.process));
/** Another paper, with the ink limit that is usual on it unless the limit is the person's own. */
function setStock(stock: ShippedStock): void {
  const { process } = props.piece;
  const mostInk = process.mostInk === usual.value.mostInk ? usualProcess(process.kind, stock).mostInk : process.mostInk;
  set({ stock, mostInk });
}
</script>

<template>
  <aside class="process" aria-label="Process">
    <h2>Process</h2>
    <ChoiceList
      :model-value="piece.process.kind"
      aria-label="Process"
      @change="(kind: ProcessKind) => set(usualProcess(kind, piece.process.stock))">
      <el-option v-for="(name, kind) in NAMES" :key="kind" :value="kind" :label="name" />
    </ChoiceList>
    <div class="row" title="Colours on the screen, separated pictures and the profile in print files go by it">
      <span class="label">Paper</span>
      <ChoiceList :model-value="piece.process.stock" aria-label="Paper of the press" @change="setStock">
        <el-option v-for="({ title }, stock) in STOCKS" :key="stock" :value="stock" :label="title" />
      </ChoiceList>
    </div>
    <div class="row">
      <span class="label">Minimum stroke</span
      ><QuantityField
        label="Minimum stroke"
        :model-value="piece.process.leastStrokeMm"
        limits="processMm"
        :step="0.01"
        :commit="(v, g) => set({ leastStrokeMm: v }, g)" />
    </div>
    <div class="row">
      <span class="label">Minimum gap</span
      ><QuantityField
        label="Minimum gap"
        :model-value="piece.process.leastGapMm"
        limits="processMm"
        :step="0.01"
        :commit="(v, g) => set({ leastGapMm: v }, g)" />
    </div>
    <div class="row">
      <span class="label">Minimum cap height</span
      ><QuantityField
        label="Minimum cap height"
        :model-value="piece.process.leastLetterMm"
        limits="processMm"
        :step="0.1"
        :commit="(v, g) => set({ leastLetterMm: v }, g)" />
    </div>
    <div class="row">
      <span class="label">Total ink limit</span
      ><QuantityField
        label="Total ink limit"
        unit="%"
        :model-value="piece.process.mostInk"
        limits="mostInk"
        :step="5"
        :places="0"
        :commit="(v, g) => set({ mostInk: v }, g)" />
    </div>
    <div class="row">
      <span class="label">Minimum resolution, ppi</span
      ><QuantityField
        label="Minimum resolution"
        unit=""
        :model-value="piece.process.leastDpi"
        limits="leastDpi"
        :step="10"
        :places="0"
        :commit="(v, g) => set({ leastDpi: v }, g)" />
    </div>
    <button v-if="own" class="key" type="button" @click="set(usual)">Reset to the usual values</button>
    <p class="quiet">
      Strokes and white are measured from the outlines of the letters. Ask your printer for their own values.
    </p>
  </aside>
</template>

<style scoped>
.process {
  display: grid;
  align-content: start;
  gap: 8px;
  padding: 14px;
  border-left: 1px solid var(--hairline);
  overflow-y: auto;
}
h2 {
  font-size: 13px;
  font-weight: 600;
}
.row {
  grid-template-columns: 96px 1fr;
}
.quiet {
  font-size: 12px;
}
</style>
