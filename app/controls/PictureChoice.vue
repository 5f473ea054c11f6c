<script setup lang="ts">
import type { PicturePart } from './LinePicture.vue';

/** One of several choices that are shown as pictures; its name, where it has one, is the slot. */
defineProps<{
  size: { readonly width: number; readonly height: number };
  parts: readonly PicturePart[];
  chosen: boolean;
}>();
</script>

<template>
  <button type="button" role="radio" :aria-checked="chosen">
    <LinePicture :width="size.width" :height="size.height" :parts="parts" />
    <slot />
  </button>
</template>

<style scoped>
button {
  display: grid;
  gap: 1px;
  justify-items: center;
  padding: 3px;
  border: 1px solid var(--hairline);
  border-radius: 7px;
  background: var(--field);
  font-size: 12px;
  cursor: pointer;
}
button:hover {
  border-color: #a9a28f;
}
button[aria-checked='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
}
button :deep(img) {
  display: block;
  width: 100%;
  height: auto;
}
</style>
