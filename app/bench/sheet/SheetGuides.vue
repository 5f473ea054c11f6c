<script setup lang="ts">
import { RULER_PX, useGuideDrag } from '~/gestures/placed/useGuideDrag';
import { useGuideNudge } from '~/gestures/placed/useGuideNudge';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/**
 * Guides: drawn out of the rulers, moved by dragging, let go on the ruler to be rid of. They come in whole steps of a
 * ruler's smallest mark.
 */
const store = usePiece();
const view = useView();

const list = computed(() => store.piece?.guides);
const guides = computed(() =>
  (list.value ?? []).map((guide, index) => ({
    guide,
    index,
    at: guide.runs === 'across' ? guide.mm * view.scale + view.panY : guide.mm * view.scale + view.panX,
  })),
);
const dragGuide = useGuideDrag();
const nudgeGuide = useGuideNudge();
</script>

<template>
  <g class="guides">
    <g
      v-for="{ guide, index, at } in guides"
      :key="index"
      tabindex="0"
      role="slider"
      :aria-label="`Guide ${guide.runs}, ${guide.mm} mm`"
      :aria-valuenow="guide.mm"
      data-guide
      :class="guide.runs"
      @pointerdown="dragGuide($event, guide.runs, index)"
      @keydown="nudgeGuide($event, index)">
      <template v-if="guide.runs === 'across'">
        <line x1="0" :x2="view.width" :y1="at" :y2="at" class="hold" /><line
          x1="0"
          :x2="view.width"
          :y1="at"
          :y2="at"
          class="shown" />
      </template>
      <template v-else>
        <line :x1="at" :x2="at" y1="0" :y2="view.height" class="hold" /><line
          :x1="at"
          :x2="at"
          y1="0"
          :y2="view.height"
          class="shown" />
      </template>
    </g>
    <rect
      class="source across"
      :x="RULER_PX"
      y="0"
      :width="Math.max(0, view.width - RULER_PX)"
      :height="RULER_PX"
      data-ruler="across"
      @pointerdown="dragGuide($event, 'across', null)" />
    <rect
      class="source down"
      x="0"
      :y="RULER_PX"
      :width="RULER_PX"
      :height="Math.max(0, view.height - RULER_PX)"
      data-ruler="down"
      @pointerdown="dragGuide($event, 'down', null)" />
  </g>
</template>

<style scoped>
.shown {
  stroke: var(--brass);
  stroke-width: 1;
  stroke-dasharray: 6 3;
}
.hold {
  stroke: transparent;
  stroke-width: 9;
}
.across {
  cursor: ns-resize;
}
.down {
  cursor: ew-resize;
}
g:focus-visible {
  outline: none;
}
g:focus-visible .shown {
  stroke: var(--teal);
  stroke-width: 2;
}
.source {
  fill: transparent;
}
</style>
