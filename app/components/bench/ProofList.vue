<script setup lang="ts">
import { usePiece } from '~/stores/piece';

/** What would go wrong in print; a click goes to its place. */
const store = usePiece();
const shown = ref(false);
function go(id: string): void {
  store.select([id]);
  shown.value = false;
}
</script>

<template>
  <el-popover v-model:visible="shown" trigger="click" :width="330" placement="bottom-end" :teleported="true">
    <template #reference>
      <button class="key" type="button" :aria-label="`Proof, ${store.findings.length} remarks`">Proof <span class="count" :class="{ well: store.findings.length === 0 }">{{ store.findings.length }}</span></button>
    </template>
    <p v-if="store.findings.length === 0" class="well-text">Nothing found that would go wrong.</p>
    <ul v-else>
      <li v-for="finding in store.findings" :key="finding.code + finding.itemId"><button type="button" @click="go(finding.itemId)">{{ finding.message }}</button></li>
    </ul>
  </el-popover>
</template>

<style scoped>
.count { min-width: 20px; padding: 0 6px; border-radius: 10px; background: var(--rust); color: #fff; font-size: 12px; font-weight: 600; text-align: center; }
.count.well { background: var(--moss); }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 4px; }
li button { width: 100%; padding: 7px 9px; border: 0; border-left: 3px solid var(--rust); border-radius: 0 5px 5px 0; background: #f6e7e0; text-align: left; cursor: pointer; color: var(--ink); }
li button:hover { background: #f0d9cf; }
.well-text { color: var(--moss); }
</style>
