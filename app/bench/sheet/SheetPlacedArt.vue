<script setup lang="ts">
import { isArt, isPicture } from '#core/piece/types';
import { placedSize, placedWord, usePlacedSize, type Placed } from '~/gestures/placed/usePlacedSize';
import { roundPoint } from '~/gestures/useSheetPointer';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/**
 * The box of brought-in art or a picture, to take hold of it: dragged, moved by the arrow keys, scaled by its corners.
 */
const emit = defineEmits<{
  placed: [event: PointerEvent, id: string];
  nudge: [id: string, x: number, y: number];
  remove: [id: string];
}>();
const store = usePiece();
const view = useView();
/** How much larger plus makes it. */
const LARGER = 1.02;
const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
] as const;

const { scale, dragCorner } = usePlacedSize();
const placed = steadyList(() =>
  (store.piece?.items ?? []).filter((one): one is Placed => isArt(one) || isPicture(one)).filter((one) => !one.hidden),
);
const boxes = computed(() =>
  placed.value.map((art) => {
    const [w, h] = placedSize(art);
    return {
      art,
      at: view.toScreen(art.centre),
      w: Math.max(w * view.scale, 8),
      h: Math.max(h * view.scale, 8),
      chosen: store.selection.includes(art.id),
    };
  }),
);

function onDown(event: PointerEvent, art: Placed): void {
  if (event.button !== 0 || view.tool !== 'pick') return;
  event.stopPropagation();
  if (art.locked && !event.shiftKey && !event.altKey) store.select([art.id]);
  else emit('placed', event, art.id);
}
/** What a key does to one of them alone; false for nothing. */
function onOwnKey(event: KeyboardEvent, art: Placed): boolean {
  const { key } = event;
  const way = arrowWay(event);
  if (key === 'Enter' || key === ' ') store.select([art.id]);
  else if (key === 'Delete' || key === 'Backspace') emit('remove', art.id);
  else if (art.locked) return false;
  else if (way) {
    store.set(
      `Nudge ${placedWord(art)}`,
      art.id,
      ['centre'],
      roundPoint({ x: art.centre.x + way.x, y: art.centre.y + way.y }),
    );
  } else if (key === '+' || key === '-') scale(art, key === '+' ? LARGER : 1 / LARGER);
  else return false;
  return true;
}
function onKey(event: KeyboardEvent, art: Placed): void {
  const way = arrowWay(event);
  // Several are moved together by whoever has the sheet, and deleted by the command.
  if (store.selection.length > 1) {
    if (!way) return;
    event.preventDefault();
    emit('nudge', art.id, way.x, way.y);
  } else if (onOwnKey(event, art)) event.preventDefault();
}
</script>

<template>
  <g class="grips">
    <g v-for="{ art, at, w, h, chosen } in boxes" :key="art.id" :transform="`rotate(${art.turnDeg} ${at.x} ${at.y})`">
      <rect
        class="box"
        :class="{ chosen, lit: view.lit === art.id }"
        :x="at.x - w / 2"
        :y="at.y - h / 2"
        :width="w"
        :height="h"
        tabindex="0"
        role="button"
        :data-art="art.id"
        :aria-label="`${isArt(art) ? 'Art' : 'Picture'} ${art.name}. Arrow keys move it, plus and minus change its size.`"
        @pointerenter="view.light(art.id, $event)"
        @pointerleave="view.lit = null"
        @pointerdown="onDown($event, art)"
        @keydown="onKey($event, art)" />
      <template v-if="chosen && !art.locked && view.tool === 'pick'">
        <circle
          v-for="[x, y] in CORNERS"
          :key="`${x} ${y}`"
          class="corner"
          :class="x === y ? 'falling' : 'rising'"
          :cx="at.x + (x * w) / 2"
          :cy="at.y + (y * h) / 2"
          r="5"
          :data-corner="`${x} ${y}`"
          @pointerdown="dragCorner($event, art, at)" />
      </template>
    </g>
  </g>
</template>

<style scoped>
.box {
  fill: transparent;
  stroke: none;
  pointer-events: all;
  cursor: move;
}
.box.lit {
  stroke: #0f6b6b55;
  stroke-width: 1.5;
}
.box.chosen,
.box:focus-visible {
  outline: none;
  stroke: var(--teal);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
}
.corner {
  fill: #fff;
  stroke: var(--teal);
  stroke-width: 1.5;
  pointer-events: all;
}
.falling {
  cursor: nwse-resize;
}
.rising {
  cursor: nesw-resize;
}
</style>
