<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import type { Vec } from '#core/geometry/vec';

/**
 * Where words are typed on the sheet, from the foot of the letters to their head. It blinks by a timer: an animation
 * would have the whole sheet put together anew with every frame.
 */
const props = defineProps<{ foot: Vec; head: Vec }>();
const BLINK_MS = 550;

const shown = ref(true);
let moved = false;
// While it moves it can be seen.
watch(
  () => [props.foot.x, props.foot.y, props.head.x, props.head.y],
  () => {
    moved = true;
    shown.value = true;
  },
);
useIntervalFn(() => {
  shown.value = moved || !shown.value;
  moved = false;
}, BLINK_MS);
</script>

<template>
  <line class="caret" :x1="foot.x" :y1="foot.y" :x2="head.x" :y2="head.y" :opacity="shown ? 1 : 0" />
</template>

<style scoped>
.caret {
  stroke: var(--teal);
  stroke-width: 2;
  pointer-events: none;
}
</style>
