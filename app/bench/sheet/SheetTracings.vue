<script setup lang="ts">
import { isTracing, type Tracing } from '#core/piece/types';
import { useTracingDrag } from '~/gestures/placed/useTracingDrag';
import { api } from '~/utils/api';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Pictures to trace, dimmed, under everything that is drawn. */
const store = usePiece();
const view = useView();
const dragTracing = useTracingDrag();

const tracings = steadyList(() => (store.piece?.items ?? []).filter(isTracing).filter((one) => !one.hidden));
const shown = computed(() =>
  tracings.value.map((tracing) => {
    const heightMm = (tracing.widthMm * tracing.heightPx) / tracing.widthPx;
    return { tracing, heightMm, x: tracing.centre.x - tracing.widthMm / 2, y: tracing.centre.y - heightMm / 2 };
  }),
);

function onDown(event: PointerEvent, tracing: Tracing): void {
  if (event.button !== 0 || view.tool !== 'pick' || tracing.locked) return;
  event.stopPropagation();
  dragTracing(event, tracing);
}
</script>

<template>
  <g :transform="view.transform" class="tracings">
    <g
      v-for="{ tracing, heightMm, x, y } in shown"
      :key="tracing.id"
      :transform="`rotate(${tracing.turnDeg} ${tracing.centre.x} ${tracing.centre.y})`">
      <image
        :href="api.image(tracing.imageId)"
        :x="x"
        :y="y"
        :width="tracing.widthMm"
        :height="heightMm"
        :opacity="tracing.strength"
        preserveAspectRatio="none"
        :class="{ movable: !tracing.locked }"
        :data-tracing="tracing.id"
        :aria-label="`Picture to trace: ${tracing.name}`"
        @pointerdown="onDown($event, tracing)" />
      <rect v-if="store.selectedId === tracing.id" :x="x" :y="y" :width="tracing.widthMm" :height="heightMm" />
    </g>
  </g>
</template>

<style scoped>
image {
  pointer-events: none;
}
image.movable {
  pointer-events: auto;
  cursor: move;
}
rect {
  fill: none;
  stroke: var(--teal);
  stroke-width: 1;
  stroke-dasharray: 4 3;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
</style>
