<script setup lang="ts">
/** What can be done with anything that stands on the sheet: lock it against the pointer, hide it, delete it. */
defineProps<{ item: { readonly locked: boolean; readonly hidden: boolean } }>();
const emit = defineEmits<{
  set: [label: (typeof SWITCHES)[number]['on' | 'off'], field: 'locked' | 'hidden', value: boolean];
  remove: [];
}>();
const SWITCHES = [
  { field: 'locked', on: 'Lock', off: 'Unlock' },
  { field: 'hidden', on: 'Hide', off: 'Show' },
] as const;
</script>

<template>
  <button
    v-for="{ field, on, off } in SWITCHES"
    :key="field"
    class="key"
    type="button"
    :aria-pressed="item[field]"
    @click="emit('set', item[field] ? off : on, field, !item[field])">
    {{ item[field] ? off : on }}
  </button>
  <button class="key" type="button" @click="emit('remove')">Delete</button>
</template>
