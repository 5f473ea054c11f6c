<script setup lang="ts" generic="T extends string">
/** One of a few, side by side. */
defineProps<{ label: string; options: readonly { readonly value: T; readonly name: string }[]; disabled?: boolean }>();
const chosen = defineModel<T>({ required: true });
</script>

<template>
  <span class="choice" role="radiogroup" :aria-label="label">
    <button
      v-for="{ value, name } in options"
      :key="value"
      type="button"
      role="radio"
      :aria-checked="chosen === value"
      :disabled="disabled"
      @click="chosen = value">
      {{ name }}
    </button>
  </span>
</template>

<style scoped>
.choice {
  display: flex;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  overflow: hidden;
  background: var(--field);
}
button {
  flex: 1;
  border: 0;
  background: none;
  height: 28px;
  padding: 0 8px;
  cursor: pointer;
  font-size: 12px;
  white-space: nowrap;
}
button + button {
  border-left: 1px solid var(--hairline);
}
button:hover {
  background: #f7f3e8;
}
[aria-checked='true'],
[aria-checked='true']:hover {
  background: var(--teal-wash);
  color: var(--teal);
  font-weight: 600;
}
</style>
