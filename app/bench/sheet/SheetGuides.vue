<script setup lang="ts">
import type { Guide } from '#core/piece/types';
import { startDrag } from '~/gestures/startDrag';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/**
 * Guides: drawn out of the rulers, moved by dragging, let go on the ruler to be rid of. They come in whole steps of a
 * ruler's smallest mark.
 */
const RULER = 18;
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
const stepMm = computed(() => [0.05, 0.1, 0.5, 1, 5, 10].find((one) => one * view.scale >= 2) ?? 10);

function placeOf(event: PointerEvent, runs: Guide['runs'], box: DOMRect): { px: number; mm: number } {
  const px = runs === 'across' ? event.clientY - box.top : event.clientX - box.left;
  const mm = (px - (runs === 'across' ? view.panY : view.panX)) / view.scale;
  return { px, mm: Math.round(Math.round(mm / stepMm.value) * stepMm.value * 1000) / 1000 };
}

/** Drags a guide, an old one by its index or a new one out of a ruler. */
function drag(event: PointerEvent, runs: Guide['runs'], index: number | null): void {
  if (event.button !== 0) return;
  event.stopPropagation();
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
  const others = store.piece!.guides.filter((_, i) => i !== index);
  startDrag(event, {
    move: (next, gesture) => {
      const { px, mm } = placeOf(next, runs, box);
      const label = index === null ? 'Add guide' : 'Move guide';
      store.set(label, null, ['guides'], px < RULER ? others : [...others, { runs, mm }], gesture);
      view.label = {
        text: px < RULER ? 'gone' : `${mm} mm`,
        at: view.toSheet({ x: next.clientX - box.left, y: next.clientY - box.top }),
        snapped: false,
      };
    },
    end: () => {
      view.label = null;
    },
  });
}
const nudge = (event: KeyboardEvent, index: number): void => {
  const { guides: all } = store.piece!;
  const sign = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 }[event.key];
  if (event.key === 'Delete' || event.key === 'Backspace')
    store.set(
      'Remove guide',
      null,
      ['guides'],
      all.filter((_, i) => i !== index),
    );
  else if (sign)
    store.set(
      'Move guide',
      null,
      ['guides'],
      all.map((one, i) =>
        i === index ? { ...one, mm: Math.round((one.mm + sign * (event.shiftKey ? 1 : 0.1)) * 1000) / 1000 } : one,
      ),
      `guide-${index}`,
    );
  else return;
  event.preventDefault();
  event.stopPropagation();
};
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
      @pointerdown="drag($event, guide.runs, index)"
      @keydown="nudge($event, index)">
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
      :x="RULER"
      y="0"
      :width="Math.max(0, view.width - RULER)"
      :height="RULER"
      data-ruler="across"
      @pointerdown="drag($event, 'across', null)" />
    <rect
      class="source down"
      x="0"
      :y="RULER"
      :width="RULER"
      :height="Math.max(0, view.height - RULER)"
      data-ruler="down"
      @pointerdown="drag($event, 'down', null)" />
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
