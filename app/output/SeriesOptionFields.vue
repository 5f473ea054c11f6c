<script setup lang="ts">
import type { Layout } from '#core/output/sheets/imposition';
import { TRAP_LIMITS } from '#core/output/trap';
import type { Result } from '#core/result';
import type { SeriesAsked } from '~/workers/series';

/** How a series is made: on sheets or not, with what about it. */
const props = defineProps<{ options: SeriesAsked; layout: Result<Layout> }>();
const emit = defineEmits<{ change: [options: SeriesAsked] }>();
const WAYS = [
  { value: 'sheets', name: 'on sheets' },
  { value: 'pages', name: 'a page each' },
  { value: 'files', name: 'a file each' },
] as const;
function set(next: Partial<SeriesAsked>): null {
  emit('change', { ...props.options, ...next });
  return null;
}
</script>

<template>
  <ChoiceBar label="Made as" :options="WAYS" :model-value="options.as" @update:model-value="(as) => set({ as })" />
  <slot />
  <template v-if="options.as === 'sheets'">
    <ImpositionFields
      :imposition="options.imposition"
      :layout="layout.ok ? layout.value : null"
      @change="(imposition) => set({ imposition })" />
    <p v-if="!layout.ok" class="problem">{{ layout.problem.message }}</p>
  </template>
  <StandardField :model-value="options.standard" @update:model-value="(standard) => set({ standard })" />
  <p v-if="options.as === 'files'" class="quiet said">
    {{
      options.standard === 'x1a'
        ? 'Each file names the printing condition and carries no profile: small files.'
        : 'Each file carries the profile of the paper. PDF/X-1a only names it: a tenth of the size.'
    }}
  </p>
  <TickField :model-value="options.marks" @change="(marks) => set({ marks })">Crop marks</TickField>
  <div class="row">
    <span class="label">Trapping</span
    ><QuantityField
      label="Trapping"
      :model-value="options.trapMm"
      :limits="TRAP_LIMITS"
      :step="0.02"
      :places="2"
      :commit="(trapMm) => set({ trapMm })" />
  </div>
</template>
