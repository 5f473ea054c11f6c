<script setup lang="ts">
import { isCurve, type Curve } from '#core/piece/types';
import { useLines } from '~/composables/useLines';
import { usePiece } from '~/stores/piece';

/** The insides of filled shapes, to take hold of them there. They lie beneath all other grips. */
const emit = defineEmits<{ inside: [event: PointerEvent, curve: Curve] }>();
const store = usePiece();
const { parallel } = useLines();
const shapes = computed(() =>
  (store.piece?.items ?? []).filter(isCurve).flatMap((curve) => {
    const track = curve.fill === null || curve.hidden || curve.locked ? null : store.trackOf(curve.id);
    return track ? [{ curve, d: parallel(track.path) }] : [];
  }),
);
</script>

<template>
  <g class="grips">
    <path
      v-for="{ curve, d } in shapes"
      :key="curve.id"
      :d="d"
      class="inside"
      :data-curve="curve.id"
      aria-hidden="true"
      @pointerdown="emit('inside', $event, curve)" />
  </g>
</template>

<style scoped>
.inside {
  fill: transparent;
  pointer-events: fill;
}
</style>
