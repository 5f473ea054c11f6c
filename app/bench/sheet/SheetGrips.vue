<script setup lang="ts">
import { curveKind } from '#core/curves/index';
import { isCurve, type Curve, type Lettering } from '#core/piece/types';
import { useLines } from '~/composables/useLines';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** What can be taken hold of on the sheet: curves along their edge, lettering over its whole band. */
const emit = defineEmits<{
  curve: [event: PointerEvent, curve: Curve];
  lettering: [event: PointerEvent, lettering: Lettering];
  nudge: [id: string, x: number, y: number];
  remove: [id: string];
}>();

const store = usePiece();
const view = useView();

const { parallel } = useLines();

const curves = computed(() =>
  (store.piece?.items ?? []).filter(isCurve).flatMap((curve) => {
    const track = store.trackOf(curve.id);
    if (!track || curve.hidden) return [];
    return [{ curve, d: parallel(track.path), bare: !curve.fill && !curve.stroke }];
  }),
);

/** Ornaments are picked by a disc round each. */
const ornaments = computed(() =>
  [...store.ornaments.values()].flatMap((set) =>
    set.placed.map((one, n) => ({
      key: `${set.item.id}-${n}`,
      id: set.item.id,
      name: set.item.name,
      at: view.toScreen(one),
      r: Math.max(Math.hypot(one.xx, one.xy) * 0.6 * view.scale, 7),
      first: n === 0,
    })),
  ),
);

const REMOVES: ReadonlySet<string> = new Set(['Delete', 'Backspace']);
const SELECTS: ReadonlySet<string> = new Set(['Enter', ' ']);

function onKey(event: KeyboardEvent, id: string): void {
  const way = arrowWay(event);
  // Selected gaps come first: they are set by the same keys.
  if (view.gaps.length > 0 && (way || REMOVES.has(event.key))) return;
  if (way && !event.ctrlKey && !event.metaKey) {
    event.preventDefault();
    if (!store.selection.includes(id)) store.select([id]);
    emit('nudge', id, way.x, way.y);
  } else if (REMOVES.has(event.key) && store.selection.length < 2) {
    event.preventDefault();
    emit('remove', id);
  } else if (SELECTS.has(event.key) && store.selectedId !== id) {
    // Once it is selected, Enter is for its words.
    event.preventDefault();
    store.select([id]);
  }
}
</script>

<template>
  <g class="grips">
    <g v-for="{ curve, d, bare } in curves" :key="curve.id">
      <path v-if="bare" :d="d" class="guide" />
      <path
        :d="d"
        class="edge"
        :class="{ lit: view.lit === curve.id }"
        tabindex="0"
        role="button"
        :data-curve="curve.id"
        :aria-label="`Curve ${curve.name}, ${curveKind(curve.shape).sizeLabel(curve.shape)}. Arrow keys move it.`"
        @pointerenter="view.light(curve.id, $event)"
        @pointerleave="view.lit = null"
        @pointerdown="emit('curve', $event, curve)"
        @keydown="onKey($event, curve.id)" />
    </g>
    <LetteringCovers @lettering="(event, lettering) => emit('lettering', event, lettering)" @pressed="onKey" />
    <circle
      v-for="one in ornaments"
      :key="one.key"
      class="cover sign"
      :class="{ chosen: store.selectedId === one.id, lit: view.lit === one.id }"
      :cx="one.at.x"
      :cy="one.at.y"
      :r="one.r"
      :tabindex="one.first ? 0 : -1"
      role="button"
      :data-ornaments="one.id"
      :aria-label="one.name"
      @pointerenter="view.light(one.id, $event)"
      @pointerleave="view.lit = null"
      @pointerdown.stop="store.select([one.id])"
      @keydown="onKey($event, one.id)" />
  </g>
</template>

<style scoped>
.guide {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1;
  stroke-dasharray: 2 3;
  pointer-events: none;
}
.edge {
  fill: none;
  stroke: transparent;
  stroke-width: 12;
  pointer-events: stroke;
  cursor: move;
}
.edge.lit {
  stroke: #0f6b6b22;
}
.edge:focus-visible {
  outline: none;
  stroke: #0f6b6b55;
}
:deep(.cover) {
  fill: transparent;
  pointer-events: all;
  cursor: grab;
}
:deep(.cover.lit) {
  fill: #0f6b6b14;
}
.sign {
  cursor: pointer;
}
.sign.chosen {
  stroke: var(--teal);
  stroke-dasharray: 3 2;
}
:deep(.cover:focus-visible) {
  outline: none;
  fill: #0f6b6b2e;
}
</style>
