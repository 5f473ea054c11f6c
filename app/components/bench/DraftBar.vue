<script setup lang="ts">
import type { PointTools } from '~/composables/usePointTools';
import { useView } from '~/stores/view';

/** What can be done with a curve in the making, beside it on the desk. */
const props = defineProps<{ tools: PointTools }>();
const view = useView();

const said = computed(() => {
  const { points, nodes, circle, problem, hand } = props.tools;
  if (problem.value) return problem.value;
  if (view.tool === 'points') {
    if (points.value.length < 2) return 'Click two points for a circle by its diameter, three for one through them, more for the best fit.';
    if (!circle.value) return 'These points lie in a line.';
    const size = `⌀ ${(circle.value.radiusMm * 2).toFixed(2)} mm`;
    return points.value.length > 3 ? `${size}, spread ${circle.value.spreadMm.toFixed(3)} mm, worst ${circle.value.worstMm.toFixed(3)} mm` : size;
  }
  if (view.tool === 'pen') return nodes.value.length === 0 ? 'Click for corners, drag for smooth nodes.' : 'Click the first node to close, Enter to end.';
  return hand.value.length === 0 ? 'Draw the line by hand.' : 'Smoothness';
});
</script>

<template>
  <div class="bar" role="group" aria-label="The curve in the making">
    <span role="status" :class="{ problem: tools.problem.value }">{{ said }}</span>
    <template v-if="view.tool === 'points' && tools.points.value.length > 1">
      <button type="button" class="key main" @click="tools.keepCircle()">Make the circle</button>
      <button v-if="tools.points.value.length > 2" type="button" class="key" @click="tools.keepArc()">Make the arc</button>
    </template>
    <template v-else-if="view.tool === 'pen' && tools.nodes.value.length > 1">
      <button type="button" class="key main" @click="tools.finishPen(false)">Leave open</button>
      <button type="button" class="key" @click="tools.finishPen(true)">Close</button>
    </template>
    <template v-else-if="view.tool === 'sketch' && tools.hand.value.length > 0">
      <input :value="tools.smoothness.value" type="range" min="0" max="1" step="0.05" aria-label="Smoothness" @input="tools.calm(Number(($event.target as HTMLInputElement).value))">
      <button type="button" class="key main" @click="tools.keepSketch()">Keep the curve</button>
    </template>
    <button v-if="tools.busy.value" type="button" class="key" @click="tools.clear()">Start over</button>
  </div>
</template>

<style scoped>
.bar {
  position: absolute; left: 50%; bottom: 54px; transform: translateX(-50%); display: flex; align-items: center; gap: 10px; width: max-content; max-width: 92%;
  padding: 6px 8px 6px 14px; border-radius: 9px; background: var(--ink); color: #fff;
}
.bar .key { white-space: nowrap; color: #fff; background: transparent; border-color: #5c6b74; }
.bar .key.main { background: var(--brass-light); border-color: var(--brass-light); color: var(--ink); }
.problem { color: #f6c1b0; }
input { accent-color: var(--brass-light); width: 120px; }
</style>
