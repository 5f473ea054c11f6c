<script setup lang="ts">
import { useView } from '~/stores/view';

/** What is told beside the pointer while something is dragged. */
const view = useView();
const tip = computed(() => {
  if (!view.label) return null;
  const at = view.toScreen(view.label.at);
  const wide = Math.min(24 + view.label.text.length * 6.6, 280);
  return {
    text: view.label.text,
    snapped: view.label.snapped,
    x: Math.min(at.x + 18, view.width - wide - 8),
    y: Math.max(at.y - 38, 24),
  };
});
</script>

<template>
  <p v-if="tip" class="tip" :class="{ snapped: tip.snapped }" :style="{ left: `${tip.x}px`, top: `${tip.y}px` }">
    {{ tip.text }}
  </p>
</template>

<style scoped>
.tip {
  position: absolute;
  width: max-content;
  max-width: 280px;
  padding: 4px 11px;
  border-radius: 6px;
  background: var(--ink);
  color: #fff;
  font-size: 12px;
  pointer-events: none;
}
.tip.snapped {
  background: var(--teal);
}
</style>
