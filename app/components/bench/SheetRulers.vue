<script setup lang="ts">
import { useView } from '~/stores/view';

/** Rulers in mm along the top and the left of the sheet's desk. */
const SIZE = 18;
const view = useView();

/** The least of 1, 2, 5, 10, … mm that leaves 52 px between figures. */
const step = computed(() => {
  for (let power = 0.1; ; power *= 10) for (const part of [1, 2, 5]) if (part * power * view.scale >= 52) return part * power;
});

function ticks(origin: number, length: number) {
  const list: { at: number; size: number; figure: string | null }[] = [];
  const minor = step.value / 10;
  const first = Math.ceil((SIZE - origin) / view.scale / minor);
  const last = Math.floor((length - origin) / view.scale / minor);
  for (let n = first; n <= last; n++) {
    const whole = n % 10 === 0;
    list.push({ at: origin + n * minor * view.scale, size: whole ? 9 : n % 5 === 0 ? 6 : 3, figure: whole ? String(Math.round(n * minor * 100) / 100).replace('-', '−') : null });
  }
  return list;
}
const across = computed(() => ticks(view.panX, view.width));
const down = computed(() => ticks(view.panY, view.height));
</script>

<template>
  <g class="rulers" aria-hidden="true">
    <rect :width="view.width" :height="SIZE" />
    <rect :width="SIZE" :height="view.height" />
    <g v-for="(tick, i) in across" :key="`x${i}`">
      <line :x1="tick.at" :x2="tick.at" :y1="SIZE - tick.size" :y2="SIZE" />
      <text v-if="tick.figure" :x="tick.at + 3" y="10">{{ tick.figure }}</text>
    </g>
    <g v-for="(tick, i) in down" :key="`y${i}`">
      <line :y1="tick.at" :y2="tick.at" :x1="SIZE - tick.size" :x2="SIZE" />
      <text v-if="tick.figure" :transform="`translate(10 ${tick.at + 3}) rotate(90)`" x="0" y="3">{{ tick.figure }}</text>
    </g>
    <rect :width="SIZE" :height="SIZE" class="corner" />
    <text x="2" y="12">mm</text>
  </g>
</template>

<style scoped>
.rulers { pointer-events: none; }
rect { fill: var(--paper); }
line { stroke: #9b9482; stroke-width: 1; shape-rendering: crispEdges; }
text { font-size: 11px; fill: var(--ink-soft); font-variant-numeric: tabular-nums; }
text:last-child { font-size: 11px; letter-spacing: -.04em; }
</style>
