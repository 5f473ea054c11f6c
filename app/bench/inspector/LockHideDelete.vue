<script setup lang="ts">
/** What can be done with anything that stands on the sheet: lock it against the pointer, hide it, delete it. */
defineProps<{ item: { readonly locked: boolean; readonly hidden: boolean } }>();
const emit = defineEmits<{ set: [label: string, field: 'locked' | 'hidden', value: boolean]; remove: [] }>();
</script>

<template>
  <button
    class="key"
    type="button"
    :aria-pressed="item.locked"
    @click="emit('set', item.locked ? 'Unlock' : 'Lock', 'locked', !item.locked)">
    {{ item.locked ? 'Unlock' : 'Lock' }}
  </button>
  <button
    class="key"
    type="button"
    :aria-pressed="item.hidden"
    @click="emit('set', item.hidden ? 'Show' : 'Hide', 'hidden', !item.hidden)">
    {{ item.hidden ? 'Show' : 'Hide' }}
  </button>
  <button class="key" type="button" @click="emit('remove')">Delete</button>
</template>
