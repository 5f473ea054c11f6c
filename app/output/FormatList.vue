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
      @click="chosen = one">
      <component :is="iconOf(one)" :size="20" :stroke-width="1.4" /><b>{{ formatOf(one).name }}</b
      ><span class="quiet">{{ formatOf(one).description }}</span>
    </button>
  </div>
</template>

<style scoped>
.formats {
  display: grid;
  gap: 5px;
}
.formats button {
  display: grid;
  grid-template-columns: 24px auto 1fr;
  gap: 0 8px;
  align-items: center;
  padding: 7px 9px;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  background: var(--field);
  text-align: left;
  cursor: pointer;
}
.formats b {
  white-space: nowrap;
}
.formats .quiet {
  grid-column: 2 / 4;
  font-size: 12px;
  line-height: 1.3;
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
