<script setup lang="ts">
import type { Problem } from '#core/result';
import { makeStroke } from '#core/piece/make';
import type { Join, StrokePlace } from '#core/piece/inks';
import type { InkId, Stroke } from '#core/piece/types';

/** A stroke that may be none: its ink, and how it is drawn while there is one. */
const props = defineProps<{
  label: string;
  modelValue: Stroke | null;
  of: 'letters' | 'closed' | 'open';
  commit: (stroke: Stroke | null, gesture?: string) => Problem | null;
}>();

const JOINS: readonly { value: Join; name: string }[] = [
  { value: 'mitre', name: 'mitred' },
  { value: 'round', name: 'round' },
  { value: 'bevel', name: 'bevelled' },
];
const PLACES: readonly { value: StrokePlace; name: string }[] = [
  { value: 'inside', name: 'inside' },
  { value: 'centre', name: 'centred' },
  { value: 'outside', name: 'outside' },
];
const UNDER = [
  { value: 'over', name: 'over the fill' },
  { value: 'under', name: 'under it' },
] as const;

const ink = (id: InkId | null): void => {
  props.commit(id === null ? null : props.modelValue ? { ...props.modelValue, ink: id } : makeStroke(id));
};
const change = (next: Partial<Stroke>, gesture?: string): Problem | null =>
  props.modelValue ? props.commit({ ...props.modelValue, ...next }, gesture) : null;
const dash = (on: boolean): void => {
  change({ dash: on ? { onMm: 2, offMm: 1 } : null });
};
</script>

<template>
  <InkField :label="label" :model-value="modelValue?.ink ?? null" @change="ink" />
  <template v-if="modelValue">
    <div class="row">
      <span class="label">Width</span
      ><QuantityField
        :label="`${label} width`"
        :model-value="modelValue.widthMm"
        limits="strokeMm"
        :step="0.05"
        :commit="(widthMm, g) => change({ widthMm }, g)" />
    </div>
    <div class="row">
      <span class="label">Corners</span>
      <ChoiceBar
        :label="`${label} corners`"
        :options="JOINS"
        :model-value="modelValue.join"
        @update:model-value="(join) => change({ join })" />
    </div>
    <div v-if="of === 'letters'" class="row">
      <span class="label">Lies</span>
      <ChoiceBar
        :label="`${label} lies`"
        :options="UNDER"
        :model-value="modelValue.under ? 'under' : 'over'"
        @update:model-value="(lies) => change({ under: lies === 'under' })" />
    </div>
    <template v-else>
      <div v-if="of === 'closed'" class="row">
        <span class="label">Lies</span>
        <ChoiceBar
          :label="`${label} lies`"
          :options="PLACES"
          :model-value="modelValue.place"
          @update:model-value="(place) => change({ place })" />
      </div>
      <div class="row">
        <span class="label">Dashes</span>
        <span class="dash">
          <label
            ><input
              type="checkbox"
              :checked="modelValue.dash !== null"
              @change="dash(($event.target as HTMLInputElement).checked)" />
            dashed</label
          >
          <template v-if="modelValue.dash">
            <QuantityField
              label="Dash"
              :model-value="modelValue.dash.onMm"
              limits="dashMm"
              :step="0.1"
              :commit="(onMm, g) => change({ dash: { ...modelValue!.dash!, onMm } }, g)" />
            <QuantityField
              label="White between dashes"
              :model-value="modelValue.dash.offMm"
              limits="dashMm"
              :step="0.1"
              :commit="(offMm, g) => change({ dash: { ...modelValue!.dash!, offMm } }, g)" />
          </template>
        </span>
      </div>
    </template>
  </template>
</template>

<style scoped>
.dash {
  display: grid;
  gap: 5px;
}
.dash label {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 30px;
}
.dash input[type='checkbox'] {
  accent-color: var(--teal);
  margin: 0;
}
</style>
