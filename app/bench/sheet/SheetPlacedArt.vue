<script setup lang="ts">
import { nanoid } from 'nanoid';
import { artSize } from '#core/editing/edits/bringArt';
import { isArt, isPicture, type Art, type Picture } from '#core/piece/types';
import { LIMITS } from '#core/piece/limits';
import { startDrag } from '~/gestures/startDrag';
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
const round = (value: number): number => Math.round(value * 100) / 100;

type Placed = Art | Picture;
const word = (one: Placed): string => (isArt(one) ? 'art' : 'picture');
/** Width and height on the sheet, mm. */
function sizeOf(one: Placed): readonly [number, number] {
  if (one.type === 'picture') return [one.widthMm, (one.widthMm * one.heightPx) / one.widthPx];
  const { widthMm, heightMm } = artSize(one);
  return [widthMm * one.scale, heightMm * one.scale];
}
const placed = steadyList(() =>
  (store.piece?.items ?? []).filter((one): one is Placed => isArt(one) || isPicture(one)).filter((one) => !one.hidden),
);
const boxes = computed(() =>
  placed.value.map((art) => {
    const [w, h] = sizeOf(art);
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
/** The same thing at another share of its size, about its middle. */
function scaled(label: string, art: Placed, by: number, gesture?: string): void {
  if (art.type === 'picture') {
    store.set(label, art.id, ['widthMm'], held(art.widthMm * by, LIMITS.lengthMm), gesture);
    return;
  }
  store.set(
    label,
    art.id,
    ['scale'],
    Math.min(Math.max(art.scale * by, LIMITS.artScale.min), LIMITS.artScale.max),
    gesture,
  );
}
const held = (mm: number, { min, max }: { min: number; max: number }): number =>
  Math.min(Math.max(round(mm), min), max);
/** A corner is dragged towards the middle or away from it. */
function onCorner(event: PointerEvent, art: Placed, at: { x: number; y: number }): void {
  if (event.button !== 0) return;
  event.stopPropagation();
  const gesture = nanoid(8),
    box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
  const far = (x: number, y: number): number => Math.max(Math.hypot(x - box.left - at.x, y - box.top - at.y), 1);
  const from = far(event.clientX, event.clientY);
  startDrag(event, {
    move: (next) => {
      scaled(`Size of ${word(art)}`, art, far(next.clientX, next.clientY) / from, gesture);
      const now = placed.value.find(({ id }) => id === art.id) ?? art;
      const [w, h] = sizeOf(now);
      view.label = {
        text: `${w.toFixed(2)} × ${h.toFixed(2)} mm`,
        at: view.toSheet({ x: next.clientX - box.left, y: next.clientY - box.top }),
        snapped: false,
      };
    },
    end: () => {
      view.label = null;
    },
  });
}
/** What a key does to one of them alone; false for nothing. */
function onOwnKey(event: KeyboardEvent, art: Placed): boolean {
  const { key } = event;
  const way = arrowWay(event);
  if (key === 'Enter' || key === ' ') store.select([art.id]);
  else if (key === 'Delete' || key === 'Backspace') emit('remove', art.id);
  else if (art.locked) return false;
  else if (way) {
    store.set(`Nudge ${word(art)}`, art.id, ['centre'], {
      x: round(art.centre.x + way.x),
      y: round(art.centre.y + way.y),
    });
  } else if (key === '+' || key === '-') scaled(`Size of ${word(art)}`, art, key === '+' ? LARGER : 1 / LARGER);
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
          @pointerdown="onCorner($event, art, at)" />
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
