<script setup lang="ts">
import { pivotOf } from '#core/editing/edits/turn';
import { isLettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The handle at the corner of what is selected by which it is turned. A lettering alone is slid along its curve. */
const emit = defineEmits<{ turn: [event: PointerEvent]; turnBy: [deg: number] }>();
const store = usePiece();
const view = useView();
const ROOM_PX = 62;

const handle = computed(() => {
  const { selection, selectedItem } = store;
  if (!selectedItem || (selection.length === 1 && isLettering(selectedItem))) return null;
  const pivot = pivotOf(store.piece!, selection);
  if (!pivot) return null;
  const corner = view.toScreen(pivot.min);
  return {
    x: Math.min(Math.max(corner.x - 16, ROOM_PX), view.width - 16),
    y: Math.min(Math.max(corner.y + 4, 34), view.height - 16),
  };
});

function onKey(event: KeyboardEvent): void {
  const sign = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
  if (!sign) return;
  event.preventDefault();
  event.stopPropagation();
  emit('turnBy', sign * (event.shiftKey ? 15 : 1));
}
</script>

<template>
  <g
    v-if="handle"
    class="turn"
    :transform="`translate(${handle.x} ${handle.y})`"
    role="button"
    tabindex="0"
    data-turn
    aria-label="Turn. Arrow keys turn it by 1°, with Shift by 15°."
    @pointerdown="emit('turn', $event)"
    @keydown="onKey">
    <rect x="-9" y="-9" width="18" height="18" rx="9" />
    <path d="M-4.500 1.500A4.600 4.600 0 1 1 1.500 4.400M-1.600 1.800H-4.800V5" />
    <text x="-14" y="4">turn</text>
  </g>
</template>

<style scoped>
.turn {
  cursor: grab;
}
.turn rect {
  fill: var(--brass-light);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.turn path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.turn text {
  font-size: 12px;
  text-anchor: end;
  fill: var(--ink);
  paint-order: stroke;
  stroke: #e6e2d8;
  stroke-width: 3px;
}
.turn:focus-visible {
  outline: none;
}
.turn:focus-visible rect,
.turn:hover rect {
  fill: #ffd98a;
  stroke-width: 2.5;
}
</style>
