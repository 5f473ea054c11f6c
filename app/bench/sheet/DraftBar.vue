<script setup lang="ts">
import { curveKind } from '#core/curves/index';
import type { CurveShape } from '#core/piece/types';
import type { PointTools } from '~/gestures/usePointTools';
import { useView } from '~/stores/view';

/** What can be done with a curve in the making, beside it on the desk. */
const props = defineProps<{ tools: PointTools }>();
const view = useView();
const sizeOf = (shape: CurveShape): string => curveKind(shape).sizeLabel(shape);

const said = computed(() => {
  const { points, nodes, fit, problem, hand } = props.tools;
  if (problem.value) return problem.value;
  if (view.tool === 'points') {
    if (points.value.length < 2)
      return 'Click two points for a circle by its diameter, three or more on a rim for the circle, arc or ellipse that fits best.';
    if (!fit.value) return 'Click another point beside these.';
    if (fit.value.shape.kind === 'line' && points.value.length > 2) return 'These points lie in a line.';
    const size = `${curveKind(fit.value.shape).title} ${sizeOf(fit.value.shape)}`;
    return points.value.length > 3
      ? `${size}, spread ${fit.value.spreadMm.toFixed(3)} mm, worst ${fit.value.worstMm.toFixed(3)} mm`
      : size;
  }
  if (view.tool === 'pen')
    return nodes.value.length === 0
      ? 'Click for corners, drag for smooth nodes.'
      : 'Click the first node to close, Enter to end.';
  return hand.value.length === 0 ? 'Draw the line by hand.' : 'Smoothness';
});
</script>

<template>
  <div class="bar" role="group" aria-label="The curve in the making">
    <span role="status" :class="{ problem: tools.problem.value, whole: tools.fits.value.length > 2 }">{{ said }}</span>
    <template v-if="view.tool === 'points' && tools.points.value.length > 1">
      <button
        v-for="(one, i) in tools.fits.value"
        :key="one.shape.kind"
        type="button"
        class="key"
        :class="{ main: i === 0 }"
        :data-fit="one.shape.kind"
        @pointerenter="tools.pointAt(one.shape.kind)"
        @pointerleave="tools.pointAt(null)"
        @focus="tools.pointAt(one.shape.kind)"
        @blur="tools.pointAt(null)"
        @click="tools.keepFit(one.shape.kind)">
        Make the {{ curveKind(one.shape).title.toLowerCase() }}
      </button>
    </template>
    <template v-else-if="view.tool === 'pen' && tools.nodes.value.length > 1">
      <button type="button" class="key main" @click="tools.finishPen(false)">Leave open</button>
      <button type="button" class="key" @click="tools.finishPen(true)">Close</button>
    </template>
    <template v-else-if="view.tool === 'sketch' && tools.hand.value.length > 0">
      <input
        :value="tools.smoothness.value"
        type="range"
        min="0"
        max="1"
        step="0.05"
        aria-label="Smoothness"
        @input="tools.calm(Number(($event.target as HTMLInputElement).value))" />
      <button type="button" class="key main" @click="tools.keepSketch()">Add the curve</button>
    </template>
    <button v-if="tools.busy.value" type="button" class="key" @click="tools.clear()">Start over</button>
  </div>
</template>

<style scoped>
.bar {
  position: absolute;
  left: 26px;
  bottom: 8px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  width: max-content;
  max-width: calc(100% - 218px);
  /* The sheet may lie under it: only its buttons are in the way. */
  pointer-events: none;
  padding: 6px 8px 6px 14px;
  border-radius: 9px;
  background: var(--ink);
  color: #fff;
}
.bar .key {
  pointer-events: auto;
  padding: 0 9px;
  white-space: nowrap;
  color: #fff;
  background: transparent;
  border-color: #5c6b74;
}
.bar .key.main {
  background: var(--brass-light);
  border-color: var(--brass-light);
  color: var(--ink);
}
.whole {
  flex-basis: 100%;
}
.problem {
  color: #f6c1b0;
}
input {
  pointer-events: auto;
  accent-color: var(--brass-light);
  width: 120px;
}
</style>
