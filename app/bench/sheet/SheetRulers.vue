<script setup lang="ts">
import { useView } from '~/stores/view';

/** Rulers in mm along the top and the left of the sheet's desk. */
const SIZE = 18;
const view = useView();

/** The least of 1, 2, 5, 10, … mm that leaves 52 px between figures. */
const step = computed(() => {
  for (let power = 0.1; ; power *= 10)
    for (const part of [1, 2, 5]) if (part * power * view.scale >= 52) return part * power;
});

/** Places of the ticks along a ruler, px, with how long each is, and the figures beside those at whole steps. */
function ticks(origin: number, length: number) {
  const list: { at: number; size: number }[] = [];
  const figures: { at: number; text: string }[] = [];
  const minor = step.value / 10;
  const first = Math.ceil((SIZE - origin) / view.scale / minor);
  const last = Math.floor((length - origin) / view.scale / minor);
  for (let n = first; n <= last; n++) {
    const at = origin + n * minor * view.scale;
    const whole = n % 10 === 0;
    list.push({ at, size: whole ? 9 : n % 5 === 0 ? 6 : 3 });
    if (whole) figures.push({ at, text: String(Math.round(n * minor * 100) / 100).replace('-', '−') });
  }
  return { list, figures };
}
const across = computed(() => ticks(view.panX, view.width));
const down = computed(() => ticks(view.panY, view.height));
// One path for all ticks: hundreds of lines of their own would be laid out and painted one by one with every change.
const lines = computed(() =>
  [
    ...across.value.list.map(({ at, size }) => `M${at} ${SIZE - size}V${SIZE}`),
    ...down.value.list.map(({ at, size }) => `M${SIZE - size} ${at}H${SIZE}`),
  ].join(''),
);
</script>

<template>
  <g class="rulers" aria-hidden="true">
    <rect :width="view.width" :height="SIZE" />
    <rect :width="SIZE" :height="view.height" />
    <path :d="lines" />
    <text v-for="{ at, text } in across.figures" :key="`x${text}`" :x="at + 3" y="10">{{ text }}</text>
    <text
      v-for="{ at, text } in down.figures"
      :key="`y${text}`"
      :transform="`translate(10 ${at + 3}) rotate(90)`"
      x="0"
      y="3"
      >{{ text }}</text
    >
    <rect :width="SIZE" :height="SIZE" class="corner" />
    <text x="2" y="12">mm</text>
  </g>
</template>

<style scoped>
.rulers {
  pointer-events: none;
}
rect {
  fill: var(--paper);
}
path {
  fill: none;
  stroke: #9b9482;
  stroke-width: 1;
  shape-rendering: crispEdges;
}
text {
  font-size: 11px;
  fill: var(--ink-soft);
  font-variant-numeric: tabular-nums;
}
text:last-child {
  font-size: 11px;
  letter-spacing: -0.04em;
}
</style>
