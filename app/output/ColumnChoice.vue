<script setup lang="ts">
/** One column of a table, or none. */
defineProps<{ label: string; said: string; columns: readonly string[]; none: string }>();
const column = defineModel<number | null>({ required: true });
</script>

<template>
  <div class="row">
    <span class="label words">{{ said }}</span>
    <ChoiceList
      :model-value="column ?? 'none'"
      :aria-label="label"
      @change="
        (value: number | 'none') => {
          column = value === 'none' ? null : value;
        }
      ">
      <el-option value="none" :label="none" />
      <el-option v-for="(name, i) in columns" :key="name" :value="i" :label="name" />
    </ChoiceList>
  </div>
</template>

<style scoped>
.words {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
