<script setup lang="ts">
import type { Problem } from '#core/result';
import type { Stroke } from '#core/piece/types';

/** A stroke that may be none: its colour, and its width while there is one. */
const props = defineProps<{ label: string; modelValue: Stroke | null; commit: (stroke: Stroke | null, gesture?: string) => Problem | null }>();

function colour(value: string | null): void {
  props.commit(value ? { colour: value, widthMm: props.modelValue?.widthMm ?? 0.35 } : null);
}
const width = (widthMm: number, gesture: string): Problem | null =>
  (props.modelValue ? props.commit({ ...props.modelValue, widthMm }, gesture) : null);
</script>

<template>
  <InkField :label="label" :model-value="modelValue?.colour ?? null" @change="colour" />
  <div v-if="modelValue" class="row">
    <span class="label">Width</span>
    <QuantityField label="Stroke width" :model-value="modelValue.widthMm" limits="strokeMm" :step="0.05" :commit="width" />
  </div>
</template>
