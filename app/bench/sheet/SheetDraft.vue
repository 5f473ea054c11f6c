<script setup lang="ts">
import { drawn } from '#core/shapes/drawn';
import { trackOf } from '#core/curves/index';
import { parallelLine } from '#core/setting/hand/guides';
import type { CurveShape } from '#core/piece/types';
import { FLAT_PX, useLines } from '~/composables/useLines';
import type { PointTools } from '~/gestures/usePointTools';
import { useView } from '~/stores/view';

/** A curve in the making: points, nodes with their handles, the line of the hand, and what will come of them. */
const props = defineProps<{ tools: PointTools }>();
const view = useView();

const { line } = useLines();
function pathOf(shape: CurveShape): string {
  const track = trackOf(shape);
  return track.ok ? line(parallelLine(track.value.path, 1, 0, FLAT_PX / view.scale)) : '';
}

const made = computed(() => {
  const { fit, sketch, nodes, hover } = props.tools;
  if (fit.value) return pathOf(fit.value.shape);
  if (sketch.value?.ok) return pathOf(sketch.value.value);
  const list = hover.value
    ? [...nodes.value, { kind: 'corner' as const, at: hover.value, back: null, ahead: null }]
    : nodes.value;
  return list.length > 1 ? pathOf({ kind: 'drawn', nodes: list, closed: false }) : '';
});
const handles = computed(() =>
  drawn
    .handles({ kind: 'drawn', nodes: props.tools.nodes.value, closed: false })
    // Its middle is no node, and there is none before the first.
    .filter(({ id }) => id !== 'centre')
    .map((handle) => ({ ...handle, at: view.toScreen(handle.at), from: handle.from && view.toScreen(handle.from) })),
);
const points = computed(() => props.tools.points.value.map(view.toScreen));
const hand = computed(() => line(props.tools.hand.value));
</script>

<template>
  <g class="draft">
    <path v-if="hand" :d="hand" class="hand" />
    <path v-if="made" :d="made" class="made" />
    <template v-for="handle in handles" :key="handle.id">
      <line v-if="handle.from" :x1="handle.from.x" :y1="handle.from.y" :x2="handle.at.x" :y2="handle.at.y" />
      <circle :cx="handle.at.x" :cy="handle.at.y" :r="handle.from ? 3.5 : 5.5" :class="{ tip: handle.from }" />
    </template>
    <circle v-for="(point, i) in points" :key="i" :cx="point.x" :cy="point.y" r="5.5" />
  </g>
</template>

<style scoped>
.draft {
  pointer-events: none;
}
.made {
  fill: none;
  stroke: var(--teal);
  stroke-width: 1.5;
}
.hand {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1;
  opacity: 0.6;
}
line {
  stroke: var(--brass);
}
circle {
  fill: var(--brass-light);
  stroke: var(--ink);
  stroke-width: 1.5;
}
circle.tip {
  fill: var(--paper);
  stroke: var(--brass);
}
</style>
