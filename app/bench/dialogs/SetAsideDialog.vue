<script setup lang="ts">
import type { SetAside } from '~/utils/keeper';
import { usePiece } from '~/stores/piece';

/** Changes that could not be saved: each can be tried once more, copied out, or given up. */
const open = defineModel<boolean>({ required: true });
const store = usePiece();
const said = ref<Readonly<Record<string, string>>>({});
watch(
  () => store.aside.length,
  (count) => {
    if (count === 0) open.value = false;
  },
);

function tryAgain({ changeId }: SetAside): void {
  const problem = store.tryAside(changeId);
  if (problem) said.value = { ...said.value, [changeId]: problem.message };
}
async function copy({ changeId, change }: SetAside): Promise<void> {
  const { label, steps } = change;
  const done = await navigator.clipboard.writeText(JSON.stringify({ label, steps }, null, 2)).then(
    () => 'Copied as text.',
    () => 'The browser does not let it be copied.',
  );
  said.value = { ...said.value, [changeId]: done };
}
</script>

<template>
  <el-dialog v-model="open" title="Changes set aside" width="520px" align-center>
    <p>These could not be saved. Everything else is. They stay here, on this computer, until you decide.</p>
    <ul class="asides">
      <li v-for="one in store.aside" :key="one.changeId">
        <b>{{ one.change.label }}</b>
        <p class="quiet">{{ said[one.changeId] ?? one.why }}</p>
        <button class="key main" type="button" @click="tryAgain(one)">Try again</button>
        <button class="key" type="button" @click="copy(one)">Copy</button>
        <button class="key" type="button" @click="store.discardAside(one.changeId)">Discard</button>
      </li>
    </ul>
  </el-dialog>
</template>

<style scoped>
.asides {
  list-style: none;
  margin: 14px 0 0;
  padding: 0;
  display: grid;
  gap: 14px;
  max-height: 50vh;
  overflow-y: auto;
}
.asides li {
  border-left: 3px solid var(--rust);
  padding-left: 12px;
}
.asides p {
  margin: 4px 0 8px;
  overflow-wrap: anywhere;
}
.asides .key + .key {
  margin-left: 8px;
}
</style>
