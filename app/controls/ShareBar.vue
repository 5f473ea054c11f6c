<script setup lang="ts">
/** A share of a whole as a bar; the words beside it tell it too. */
const { share, tone = 'teal' } = defineProps<{ share: number; tone?: 'teal' | 'moss' | 'rust' }>();
const width = computed(() => `${Math.min(Math.max(share, 0), 1) * 100}%`);
</script>

<template>
  <span class="bar" aria-hidden="true"><span :style="{ width, background: `var(--${tone})` }" /></span>
</template>

<style scoped>
.bar {
  height: 4px;
  border-radius: 2px;
  background: var(--hairline);
  overflow: hidden;
}
.bar span {
  display: block;
  height: 100%;
}
</style>
