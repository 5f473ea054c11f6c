<script setup lang="ts">
import { formatOf, type FormatName } from '#core/output/formats/index';
import { iconOf } from './formatIcons';

/** The formats that a piece can leave in, one of them chosen. */
defineProps<{ formats: readonly FormatName[] }>();
const chosen = defineModel<FormatName>({ required: true });
</script>

<template>
  <div class="formats" role="radiogroup" aria-label="Format">
    <button
      v-for="one in formats"
      :key="one"
      type="button"
      role="radio"
      :aria-checked="chosen === one"
      :data-format="one"
      :title="formatOf(one).description"
      @click="chosen = one">
      <component :is="iconOf(one)" :size="20" :stroke-width="1.4" /><b>{{ formatOf(one).name }}</b>
    </button>
  </div>
  <p class="quiet about">{{ formatOf(chosen).name }}: {{ formatOf(chosen).description }}.</p>
</template>

<style scoped>
.formats {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 5px;
}
.formats button {
  display: grid;
  grid-template-columns: 22px 1fr;
  gap: 0 7px;
  align-items: center;
  min-height: 42px;
  padding: 4px 8px;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  background: var(--field);
  text-align: left;
  cursor: pointer;
}
.formats b {
  line-height: 1.2;
}
.about {
  font-size: 12px;
}
.formats button:hover {
  border-color: #a9a28f;
}
.formats [aria-checked='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
}
</style>
