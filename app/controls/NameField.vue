<script setup lang="ts">
import type { Problem } from '#core/result';

/**
 * A name. What is typed stays while the page changes around it; leaving or Enter commits, Escape gives up, an empty one
 * is not taken.
 */
const props = defineProps<{ label: string; modelValue: string; commit: (name: string) => Problem | null }>();
const draft = ref<string | null>(null);
const problem = ref('');
const messageId = useId();

watch(
  () => props.modelValue,
  () => {
    problem.value = '';
  },
);
function take(): void {
  if (draft.value === null) return;
  const name = draft.value.trim();
  const refused = name === '' || name === props.modelValue ? null : props.commit(name);
  problem.value = refused?.message ?? '';
  if (!refused) draft.value = null;
}
function giveUp(event: Event): void {
  // Without a draft the key is for whoever holds the field: a dialog closes.
  if (draft.value !== null) event.stopPropagation();
  draft.value = null;
  problem.value = '';
}
</script>

<template>
  <span class="name">
    <input
      :value="draft ?? modelValue"
      maxlength="200"
      :aria-label="label"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? messageId : undefined"
      @input="draft = ($event.target as HTMLInputElement).value"
      @change="take"
      @keydown.escape="giveUp" />
    <span v-if="problem" :id="messageId" class="why" role="alert">{{ problem }}</span>
  </span>
</template>

<style scoped>
.name {
  display: block;
  min-width: 0;
}
input {
  width: 100%;
  height: 32px;
  padding: 0 10px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--field);
  font-weight: 500;
}
input[aria-invalid='true'] {
  border-color: var(--rust);
}
.why {
  display: block;
  color: var(--rust);
  font-size: 12px;
  margin-top: 3px;
}
</style>
