<script setup lang="ts">
import { Minus, Plus } from 'lucide-vue-next';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** How large the sheet is shown, and its buttons. */
const store = usePiece();
const view = useView();
</script>

<template>
  <div class="zoom" role="group" aria-label="Zoom">
    <button type="button" aria-label="Zoom out" @click="view.zoomBy(1 / 1.25)"><Minus :size="14" /></button>
    <span aria-live="off">{{ Math.round(view.percent) }} %</span>
    <button type="button" aria-label="Zoom in" @click="view.zoomBy(1.25)"><Plus :size="14" /></button>
    <button type="button" @click="view.fit(store.piece!.sheet)">Fit sheet</button>
  </div>
</template>

<style scoped>
.zoom {
  position: absolute;
  right: 12px;
  bottom: 10px;
  display: flex;
  align-items: center;
  gap: 2px;
  padding: 2px 4px;
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: 7px;
}
.zoom span {
  min-width: 46px;
  text-align: center;
  font-variant-numeric: tabular-nums;
}
.zoom button {
  display: grid;
  place-items: center;
  min-width: 26px;
  height: 26px;
  padding: 0 6px;
  border: 0;
  border-radius: 5px;
  background: none;
  cursor: pointer;
}
.zoom button:hover {
  background: var(--teal-wash);
}
</style>
