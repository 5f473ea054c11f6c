<script setup lang="ts">
import type { Problem } from '#core/result';
import { makeStroke } from '#core/piece/make';
import type { Join, StrokePlace } from '#core/piece/inks';
import type { InkId, Stroke } from '#core/piece/types';

/** A stroke that may be none: its ink, and how it is drawn while there is one. */
const props = defineProps<{ label: string; modelValue: Stroke | null; of: 'letters' | 'closed' | 'open'; commit: (stroke: Stroke | null, gesture?: string) => Problem | null }>();

const JOINS: readonly { join: Join; name: string }[] = [{ join: 'mitre', name: 'mitred' }, { join: 'round', name: 'round' }, { join: 'bevel', name: 'bevelled' }];
const PLACES: readonly { place: StrokePlace; name: string }[] = [{ place: 'inside', name: 'inside' }, { place: 'centre', name: 'centred' }, { place: 'outside', name: 'outside' }];

const ink = (id: InkId | null): void => { props.commit(id === null ? null : props.modelValue ? { ...props.modelValue, ink: id } : makeStroke(id)); };
const change = (next: Partial<Stroke>, gesture?: string): Problem | null => (props.modelValue ? props.commit({ ...props.modelValue, ...next }, gesture) : null);
const dash = (on: boolean): void => { change({ dash: on ? { onMm: 2, offMm: 1 } : null }); };
</script>

<template>
  <InkField :label="label" :model-value="modelValue?.ink ?? null" @change="ink" />
  <template v-if="modelValue">
    <div class="row"><span class="label">Width</span><QuantityField :label="`${label} width`" :model-value="modelValue.widthMm" limits="strokeMm" :step="0.05" :commit="(widthMm, g) => change({ widthMm }, g)" /></div>
    <div class="row">
      <span class="label">Corners</span>
      <span class="three" role="radiogroup" :aria-label="`${label} corners`">
        <button v-for="{ join, name } in JOINS" :key="join" type="button" role="radio" :aria-checked="modelValue.join === join" @click="change({ join })">{{ name }}</button>
      </span>
    </div>
    <div v-if="of === 'letters'" class="row">
      <span class="label">Lies</span>
      <span class="three" role="radiogroup" :aria-label="`${label} lies`">
        <button type="button" role="radio" :aria-checked="!modelValue.under" @click="change({ under: false })">over the fill</button>
        <button type="button" role="radio" :aria-checked="modelValue.under" @click="change({ under: true })">under it</button>
      </span>
    </div>
    <template v-else>
      <div v-if="of === 'closed'" class="row">
        <span class="label">Lies</span>
        <span class="three" role="radiogroup" :aria-label="`${label} lies`">
          <button v-for="{ place, name } in PLACES" :key="place" type="button" role="radio" :aria-checked="modelValue.place === place" @click="change({ place })">{{ name }}</button>
        </span>
      </div>
      <div class="row">
        <span class="label">Dashes</span>
        <span class="dash">
          <label><input type="checkbox" :checked="modelValue.dash !== null" @change="dash(($event.target as HTMLInputElement).checked)"> dashed</label>
          <template v-if="modelValue.dash">
            <QuantityField label="Dash" :model-value="modelValue.dash.onMm" limits="dashMm" :step="0.1" :commit="(onMm, g) => change({ dash: { ...modelValue!.dash!, onMm } }, g)" />
            <QuantityField label="White between dashes" :model-value="modelValue.dash.offMm" limits="dashMm" :step="0.1" :commit="(offMm, g) => change({ dash: { ...modelValue!.dash!, offMm } }, g)" />
          </template>
        </span>
      </div>
    </template>
  </template>
</template>

<style scoped>
.three { display: flex; border: 1px solid var(--hairline); border-radius: 6px; overflow: hidden; background: var(--field); }
.three button { flex: 1; border: 0; background: none; height: 28px; padding: 0 4px; cursor: pointer; font-size: 12px; white-space: nowrap; }
.three button + button { border-left: 1px solid var(--hairline); }
.three button[aria-checked='true'] { background: var(--teal-wash); color: var(--teal); font-weight: 600; }
.dash { display: grid; gap: 5px; }
.dash label { display: flex; align-items: center; gap: 6px; min-height: 30px; }
.dash input[type='checkbox'] { accent-color: var(--teal); margin: 0; }
</style>
