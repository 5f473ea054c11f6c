<script setup lang="ts">
import type { Picture, Tracing } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** Width and height of an image on the sheet; its proportions stay. */
const props = defineProps<{ item: Picture | Tracing }>();
const store = usePiece();
const perPx = computed(() => props.item.widthMm / props.item.widthPx);
const setWidth = (widthMm: number, gesture: string) =>
  store.set('Size of picture', props.item.id, ['widthMm'], widthMm, gesture);
const setHeight = (mm: number, gesture: string) => setWidth((mm * props.item.widthPx) / props.item.heightPx, gesture);
</script>

<template>
  <div class="row">
    <span class="label">Width</span
    ><QuantityField
      label="Width of the picture"
      :model-value="item.widthMm"
      limits="lengthMm"
      :step="1"
      :commit="setWidth" />
  </div>
  <div class="row">
    <span class="label">Height</span
    ><QuantityField
      label="Height of the picture"
      :model-value="perPx * item.heightPx"
      limits="lengthMm"
      :step="1"
      :commit="setHeight" />
  </div>
</template>
