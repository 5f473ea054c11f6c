<script setup lang="ts">
import { nameOf } from '#core/drawing/items/index';
import { findItem } from '#core/piece/types';
import { ArrowLeft } from 'lucide-vue-next';
import type { Finding } from '#core/proof/index';
import { usePiece } from '~/stores/piece';

/** What would go wrong in print, each with its place and its figure, and the piece as others will see it. */
const emit = defineEmits<{ close: []; output: [] }>();
const store = usePiece();
const picked = ref<number | null>(null);
const current = computed(() => (picked.value === null ? null : (store.findings[picked.value] ?? null)));
watch(
  () => store.findings,
  () => {
    picked.value = null;
  },
);

/** Whether the remarks are not yet of the piece as it is. */
const reading = computed(() => store.proofRead?.piece !== store.piece);
const said = computed(() => {
  if (store.proofStopped) return 'stopped';
  if (reading.value) return 'reading';
  const count = store.findings.length;
  return count === 0 ? 'no problems' : count === 1 ? 'one remark' : `${count} remarks`;
});

const SERIOUS: ReadonlySet<string> = new Set([
  'unknown-face',
  'too-tight',
  'overset',
  'missing-character',
  'letters-touch',
  'bleed-missing',
  'cut-off',
  'off-sheet',
  'no-ink',
  'covered',
  'same-ink',
  'reserved-ink',
  'upside-down',
  'white-overprint',
  'zero-length',
  'vanishes',
]);
const itemName = (id: string): string => {
  const item = store.piece && findItem(store.piece, id);
  return item ? nameOf(item) : 'The sheet';
};
function fix(finding: Finding): void {
  const problem = store.edit(finding.fix!.label, finding.fix!.steps);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
function go(finding: Finding): void {
  store.select([finding.itemId]);
  emit('close');
}
</script>

<template>
  <section data-view tabindex="-1" class="proof" aria-label="Proof">
    <div class="side">
      <button class="back" type="button" @click="emit('close')"><ArrowLeft :size="15" /> Back to the bench</button>
      <header>
        <h1>Proof</h1>
        <span class="quiet" role="status">{{ said }}</span>
      </header>
      <p v-if="store.proofStopped" class="well">
        Reading was stopped{{ store.findings.length > 0 ? '; these remarks are of the piece before' : '' }}.
        <button type="button" class="link" @click="store.readAgain()">Read again</button>
      </p>
      <p v-else-if="reading && store.findings.length === 0" class="well">Reading the piece.</p>
      <p v-else-if="store.findings.length === 0" class="well">
        No problems found.
        <button type="button" class="link" @click="emit('output')">To the output</button>
      </p>
      <ul>
        <li
          v-for="(finding, n) in store.findings"
          :key="n"
          :class="{ serious: SERIOUS.has(finding.code), picked: picked === n }"
          :data-finding="finding.code">
          <button type="button" class="what" :aria-pressed="picked === n" @click="picked = n">
            <span class="of"
              >{{ itemName(finding.itemId)
              }}<span v-if="finding.mm !== undefined" class="mm">{{ finding.mm.toFixed(2) }} mm</span></span
            >
            {{ finding.message }}
          </button>
          <span class="acts">
            <button v-if="finding.itemId" type="button" class="link" @click="go(finding)">Go there</button>
            <button v-if="finding.fix" type="button" class="key" @click="fix(finding)">
              {{ finding.fix.label }}
            </button>
          </span>
        </li>
      </ul>
    </div>
    <LooksStage :at="current?.at ?? null" />
    <ProcessPanel v-if="store.piece" :piece="store.piece" />
  </section>
</template>

<style scoped>
.proof {
  position: fixed;
  inset: 52px 0 0;
  z-index: 30;
  display: grid;
  grid-template-columns: 350px minmax(0, 1fr) 240px;
  background: var(--paper);
  min-height: 0;
}
.side {
  padding: 14px;
  border-right: 1px solid var(--hairline);
  overflow-y: auto;
  min-height: 0;
}
.back {
  display: flex;
  align-items: center;
  gap: 6px;
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 2px 0;
}
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  margin: 12px 0 10px;
}
h1 {
  font-size: 17px;
  font-weight: 600;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  border: 1px solid var(--hairline);
  border-left: 4px solid var(--brass);
  border-radius: 0 8px 8px 0;
  background: var(--field);
}
li.serious {
  border-left-color: var(--rust);
}
li.picked {
  border-color: var(--teal);
  border-left-color: var(--teal);
}
.what {
  display: block;
  width: 100%;
  padding: 8px 10px 4px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.of {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  font-weight: 600;
  margin-bottom: 2px;
}
.mm {
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.acts {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 0 10px 8px;
}
.acts .key {
  height: 26px;
  font-size: 12px;
  margin-left: auto;
}
.link {
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 3px 0;
}
.well {
  border-left: 4px solid var(--moss);
  background: #eef2e6;
  padding: 10px 12px;
  border-radius: 0 8px 8px 0;
}
</style>
