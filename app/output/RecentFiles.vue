<script setup lang="ts">
import type { Finding } from '#core/proof/index';
import type { MadeFile } from '~/utils/api';
import { saidSize } from '~/utils/download';

/** What the proof says, and the files that were exported before. */
defineProps<{ files: readonly MadeFile[]; findings: readonly Finding[]; busy: boolean }>();
const emit = defineEmits<{ again: [file: MadeFile]; proof: [] }>();
const when = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
</script>

<template>
  <aside aria-label="Recent files">
    <div class="remarks" :class="{ well: findings.length === 0 }">
      <b>Proof</b>
      <p v-if="findings.length === 0">No problems found.</p>
      <template v-else
        ><p>{{ findings.length === 1 ? 'One remark' : `${findings.length} remarks` }}: {{ findings[0]!.message }}</p>
        <button type="button" class="link" @click="emit('proof')">See the proof</button></template
      >
    </div>
    <h2>Recent files</h2>
    <p v-if="files.length === 0" class="quiet">
      None yet. Each file that you export is listed here, and can be exported again as it was.
    </p>
    <ul class="earlier">
      <li v-for="one in files" :key="one.id">
        <span class="name">{{ one.name }}</span><span class="quiet"
          >{{ when(one.madeAt) }}, {{ saidSize(one.bytes) }}</span
        >
        <button
          type="button"
          class="link"
          :disabled="busy"
          :aria-label="`Export ${one.name} of ${when(one.madeAt)} again`"
          @click="emit('again', one)">
          Export again
        </button>
      </li>
    </ul>
  </aside>
</template>

<style scoped>
h2 {
  font-size: 13px;
  font-weight: 600;
}
.earlier {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
.earlier li {
  display: grid;
  gap: 1px;
  border-left: 3px solid var(--hairline);
  padding-left: 8px;
  font-size: 12px;
}
.earlier .name {
  font-size: 13px;
  font-weight: 500;
  overflow-wrap: anywhere;
}
.link {
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 1px 0;
  justify-self: start;
  font-size: 12px;
}
.remarks {
  border-left: 3px solid var(--rust);
  background: #f6e7e0;
  padding: 9px 11px;
  display: grid;
  gap: 3px;
  border-radius: 0 6px 6px 0;
}
.remarks.well {
  border-color: var(--moss);
  background: #eef2e6;
}
</style>
