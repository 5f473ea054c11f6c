<script setup lang="ts">
import { Redo2, Undo2 } from 'lucide-vue-next';
import { COMMANDS, firstKey, type Command } from '~/commands';
import { usePiece } from '~/stores/piece';

const emit = defineEmits<{ output: []; proof: []; aside: [] }>();
const store = usePiece();
const { undo, redo } = inject(COMMANDS)!;
const titleOf = (command: Command, nothing: string): string =>
  command.applies() ? `${command.label}: ${command.detail?.()} (${firstKey(command)})` : nothing;
</script>

<template>
  <header class="top on-dark">
    <SkipLinks />
    <AppMark />
    <span class="slash" aria-hidden="true">/</span>
    <b class="name" :title="store.piece!.name">{{ store.piece!.name }}</b>
    <span class="state" role="status">
      {{ store.piece!.sheet.widthMm }} × {{ store.piece!.sheet.heightMm }} mm ·
      <template v-if="store.saving === 'saved'">All changes saved</template>
      <template v-else-if="store.saving === 'saving'">Saving…</template>
      <template v-else
        ><span class="bad">Not saved</span><template v-if="store.safeHere">, but safe on this computer</template>
        <button class="retry" type="button" @click="store.retry()">Try again</button></template
      >
      <button v-if="store.aside.length > 0" class="retry" type="button" @click="emit('aside')">
        {{ store.aside.length === 1 ? 'One change set aside' : `${store.aside.length} changes set aside` }}
      </button>
    </span>
    <div class="acts">
      <button
        class="key"
        type="button"
        :disabled="!undo.applies()"
        :title="titleOf(undo, 'Nothing to undo')"
        @click="undo.run()">
        <Undo2 :size="15" />Undo
      </button>
      <button
        class="key"
        type="button"
        :disabled="!redo.applies()"
        :title="titleOf(redo, 'Nothing to redo')"
        @click="redo.run()">
        <Redo2 :size="15" />Redo
      </button>
      <button class="key" type="button" :aria-label="`Proof, ${store.findings.length} remarks`" @click="emit('proof')">
        Proof <span class="count" :class="{ well: store.findings.length === 0 }">{{ store.findings.length }}</span>
      </button>
      <button class="key main" type="button" @click="emit('output')">Output</button>
    </div>
  </header>
</template>

<style scoped>
/* What is said of keeping changes with each key, and is painted alone. */
.state,
.acts {
  position: relative;
  z-index: 0;
}
.top {
  display: flex;
  align-items: center;
  gap: 12px;
  height: 52px;
  padding: 0 16px;
  background: var(--ink);
  color: #fff;
  min-width: 0;
}
.slash {
  color: #7d8b92;
}
.name {
  flex: 0 1 auto;
  min-width: 60px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  font-weight: 600;
}
.state {
  flex: 0 2 auto;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  color: #b9c3c8;
  white-space: nowrap;
}
.bad {
  color: #f2b8a4;
  font-weight: 600;
}
.retry {
  border: 0;
  background: none;
  color: var(--brass-light);
  text-decoration: underline;
  cursor: pointer;
  padding: 0 4px;
}
.count {
  min-width: 20px;
  padding: 0 6px;
  border-radius: 10px;
  background: var(--rust);
  color: #fff;
  font-size: 12px;
  font-weight: 600;
  text-align: center;
}
.count.well {
  background: var(--moss);
}
.acts {
  flex: none;
  display: flex;
  gap: 10px;
  margin-left: auto;
}
</style>
