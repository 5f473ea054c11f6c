<script setup lang="ts">
import { extentOf } from '#core/geometry/extent';
import type { Curve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Two handles with words beside the selected curve: one resizes the curve alone, one its letters with it. */
const emit = defineEmits<{ resize: [event: PointerEvent, curve: Curve, withLetters: boolean] }>();

const store = usePiece();
const view = useView();

const resizers = computed(() => {
  const curve = store.several.length < 2 && store.curveIsSelected && view.tool === 'pick' ? store.selectedCurve : null;
  const track = curve && store.trackOf(curve.id);
  if (!curve || !track || curve.locked || curve.shape.kind === 'parallel' || curve.shape.kind === 'midway') return [];
  const { min, max } = extentOf(track.path);
  const edge = view.toScreen(max),
    top = view.toScreen(min);
  // The words stay on the desk, whatever the curve does.
  const x = Math.min(edge.x + 16, view.width - 118);
  const aside = x < edge.x + 16 ? 26 : 0;
  const within = (y: number): number => Math.min(Math.max(y, 34), view.height - 16);
  return [
    { curve, withLetters: false, text: 'curve only', x, y: within(top.y + 4 - aside) },
    { curve, withLetters: true, text: 'curve and letters', x, y: within(Math.max(edge.y - 4, top.y + 28) + aside) },
  ];
});
</script>

<template>
  <g
    v-for="one in resizers"
    :key="one.text"
    class="resizer"
    :transform="`translate(${one.x} ${one.y})`"
    role="button"
    :aria-label="`Resize ${one.text}`"
    :data-resize="one.withLetters ? 'both' : 'curve'"
    @pointerdown="emit('resize', $event, one.curve, one.withLetters)">
    <rect x="-9" y="-9" width="18" height="18" rx="5" />
    <path d="M-4 4L4 -4M0 -4H4V0M0 4H-4V0" />
    <text x="14" y="4">{{ one.text }}</text>
  </g>
</template>

<style scoped>
.resizer {
  cursor: nwse-resize;
}
.resizer rect {
  fill: var(--brass-light);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.resizer path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.resizer text {
  font-size: 12px;
  fill: var(--ink);
  paint-order: stroke;
  stroke: #e6e2d8;
  stroke-width: 3px;
}
</style>
