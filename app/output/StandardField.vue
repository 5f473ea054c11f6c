<script setup lang="ts">
/** The standard of a print PDF. */
const standard = defineModel<'x4' | 'x1a'>({ required: true });
const STANDARDS = [
  { value: 'x4', name: 'PDF/X-4' },
  { value: 'x1a', name: 'PDF/X-1a' },
] as const;
</script>

<template>
  <div class="row">
    <span class="label">Standard</span>
    <ChoiceBar v-model="standard" label="Standard" :options="STANDARDS" />
  </div>
</template>
