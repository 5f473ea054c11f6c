<script setup lang="ts">
import type { Problem } from '#core/result';
import type { LimitName } from '#core/fields/limits';
import { newGesture } from '~/gestures/newGesture';
import type { Unit } from '~/utils/quantity';

/** A slider with its field. A whole drag of the slider is one gesture. */
const props = withDefaults(
  defineProps<{
    label: string;
    modelValue: number;
    unit?: Unit;
    commit: (value: number, gesture: string) => Problem | null;
    limits: LimitName | { readonly min: number; readonly max: number };
    /** The range of the slider, within the wider limits of the field. */
    min: number;
    max: number;
    step: number;
    places?: number;
    /** A word shown in place of the number where it has one. */
    word?: string;
  }>(),
  { unit: '', places: 2, word: '' },
);

// A screen reader or a pen may move it without a press that is heard.
let gesture = newGesture();
const start = (): void => {
  gesture = newGesture();
};
const share = computed(
  () =>
    `${(100 * (Math.min(Math.max(props.modelValue, props.min), props.max) - props.min)) / (props.max - props.min)}%`,
);
</script>

<template>
  <div class="slider-row">
    <span class="label">{{ label }}</span>
    <input
      class="slider"
      type="range"
      :min="min"
      :max="max"
      :step="step"
      :value="modelValue"
      :aria-label="label"
      :aria-valuetext="word || undefined"
      :style="{ '--share': share }"
      @pointerdown="start"
      @keydown="start"
      @change="start"
      @input="commit(Number(($event.target as HTMLInputElement).value), gesture)" />
    <QuantityField
      :label="label"
      :model-value="modelValue"
      :unit="unit"
      :limits="limits"
      :commit="commit"
      :step="step"
      :places="places" />
  </div>
</template>

<style scoped>
.slider-row {
  display: grid;
  grid-template-columns: 84px 1fr 88px;
  align-items: center;
  gap: 8px;
  margin-top: 8px;
}
.label {
  color: var(--ink-soft);
}
.slider {
  appearance: none;
  width: 100%;
  height: 20px;
  background: none;
  cursor: pointer;
  margin: 0;
}
.slider::-webkit-slider-runnable-track {
  height: 4px;
  border-radius: 2px;
  background: linear-gradient(to right, var(--teal) var(--share), var(--hairline) var(--share));
}
.slider::-webkit-slider-thumb {
  appearance: none;
  width: 16px;
  height: 16px;
  margin-top: -6px;
  border-radius: 50%;
  background: var(--field);
  border: 2px solid var(--teal);
}
.slider::-moz-range-track {
  height: 4px;
  border-radius: 2px;
  background: var(--hairline);
}
.slider::-moz-range-progress {
  height: 4px;
  border-radius: 2px;
  background: var(--teal);
}
.slider::-moz-range-thumb {
  width: 12px;
  height: 12px;
  border-radius: 50%;
  background: var(--field);
  border: 2px solid var(--teal);
}
</style>
