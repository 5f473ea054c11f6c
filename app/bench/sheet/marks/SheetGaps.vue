<script setup lang="ts">
import type { Vec } from '#core/geometry/vec';
import { gapLine, type Gap } from '#core/setting/space/gaps';
import { placeOff } from '#core/setting/hand/guides';
import { useCollisions } from '~/composables/useCollisions';
import { useGaps } from '~/composables/useGaps';
import { useView } from '~/stores/view';

/** On the selected lettering: gaps that are picked, gaps that were set by hand, and letters that touch. */
const view = useView();
const { gaps } = useGaps();
const touching = useCollisions();

const screen = (gap: Gap): { a: Vec; b: Vec } => {
  const [a, b] = gapLine(gap);
  return { a: view.toScreen(a), b: view.toScreen(b) };
};
const picked = computed(() =>
  gaps.value
    .filter((gap) => view.gaps.includes(gap.at))
    .map((gap) => ({ gap, width: Math.max(gap.mm * view.scale, 5), ...screen(gap) })),
);
const byHand = computed(() => gaps.value.filter((gap) => gap.kern !== 0).map((gap) => ({ gap, ...screen(gap) })));
/** A small mark beyond the cap line, so that the letters themselves can be judged. */
const BEYOND_PX = 7;
const touches = computed(() =>
  touching.value.map(({ first, second, mm }) => {
    const { line, index } = first,
      { path, direction, letterDistances, baselineMm, capMm } = line;
    const between =
      second.line === line ? (letterDistances[index]! + letterDistances[second.index]!) / 2 : letterDistances[index]!;
    const { point } = placeOff(path, between, direction, baselineMm + capMm + BEYOND_PX / view.scale);
    const name = (ref: typeof first): string => ref.line.measured.run.letters[ref.index]!.text;
    return {
      ...view.toScreen(point),
      text: `${name(first)} and ${name(second)} ${mm > 0 ? `are ${mm.toFixed(2)} mm apart` : 'touch'}`,
    };
  }),
);
</script>

<template>
  <g class="gaps">
    <line
      v-for="{ gap, a, b, width } in picked"
      :key="gap.at"
      class="picked"
      :x1="a.x"
      :y1="a.y"
      :x2="b.x"
      :y2="b.y"
      :stroke-width="width" />
    <circle v-for="{ gap, a } in byHand" :key="gap.at" class="by-hand" :cx="a.x" :cy="a.y" r="3.5" />
    <g v-for="(touch, i) in touches" :key="i" class="touch">
      <title>{{ touch.text }}</title>
      <circle class="reach" :cx="touch.x" :cy="touch.y" r="9" />
      <circle class="dot" :cx="touch.x" :cy="touch.y" r="3.2" />
      <text :x="touch.x + 9" :y="touch.y - 6">{{ touch.text }}</text>
    </g>
  </g>
</template>

<style scoped>
.gaps {
  pointer-events: none;
}
.picked {
  stroke: #0f6b6b66;
}
.by-hand {
  fill: var(--brass-light);
  stroke: var(--ink);
  stroke-width: 1;
}
.touch {
  pointer-events: all;
}
.touch .reach {
  fill: transparent;
}
.touch .dot {
  fill: var(--rust);
  stroke: #fff;
  stroke-width: 1;
}
.touch text {
  display: none;
  font-size: 12px;
  font-weight: 600;
  fill: var(--rust);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 3px;
}
.touch:hover text {
  display: block;
}
</style>
