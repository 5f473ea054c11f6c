<script setup lang="ts">
/** A choice of yes or no; what it is about is the slot. */
defineProps<{ modelValue: boolean }>();
const emit = defineEmits<{ change: [value: boolean] }>();
</script>

<template>
  <label
    ><input
      type="checkbox"
      :checked="modelValue"
      @change="emit('change', ($event.target as HTMLInputElement).checked)" />
    <span><slot /></span
  ></label>
</template>

<style scoped>
label {
  display: flex;
  align-items: center;
  gap: 7px;
  cursor: pointer;
}
input {
  accent-color: var(--teal);
  width: 15px;
  height: 15px;
  margin: 0;
}
</style>
