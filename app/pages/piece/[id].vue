<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { ElMessage } from 'element-plus';
import type { Curve } from '#core/piece/types';
import { COMMANDS, createCommands, useKeys } from '~/commands';
import { RequestFailed } from '~/utils/api';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

const route = useRoute();
const store = usePiece();
const faces = useFaces();
const view = useView();
const inspector = useTemplateRef<{ focusWording: (at?: number) => void }>('inspector');
const problem = ref('');
const there = computed(() => store.piece !== null);
const deleting = shallowRef<Curve | null>(null);

useHead({ title: computed(() => `${store.piece?.name ?? 'Bench'} · Under Arc`) });

async function load(): Promise<void> {
  problem.value = '';
  view.tool = 'pick';
  view.open = null;
  view.isolated = null;
  try {
    await store.open(String(route.params.id));
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    problem.value = error.message;
  }
}
onMounted(load);
onBeforeUnmount(() => store.close());

async function startTyping(at?: number): Promise<void> {
  showSidePanels();
  await nextTick();
  inspector.value?.focusWording(at);
}

// The keys go where the eye is: into a view that opens over the bench, and back to the sheet.
watch(
  () => view.open,
  async (open) => {
    await nextTick();
    if (open) document.querySelector<HTMLElement>('[data-view]')?.focus();
  },
);
watch(
  () => view.wordsAsked,
  () => void startTyping(),
);

function letterOnCurve(): void {
  view.tool = 'letter';
}

/** Whether the changes that were set aside are looked at. */
const deciding = ref(false);
const { table: commands, remove } = createCommands((curve) => {
  deleting.value = curve;
});
provide(COMMANDS, commands);
/** Whether a list hangs open; those that are closed stay in the page, not shown. */
const listIsOpen = (): boolean =>
  [...document.querySelectorAll('.el-select-dropdown')].some((one) => one.getClientRects().length > 0);
const busy = (): boolean =>
  !store.piece ||
  deleting.value !== null ||
  deciding.value ||
  view.keys ||
  view.turnCopy ||
  view.menu !== null ||
  view.inks !== null;
useClipboard(() => busy() || view.open !== null);
useKeys(commands, (event) => {
  if (busy()) return true;
  if (!view.open) return false;
  // Escape closes what lies over the bench, but first a list that is open in it.
  if (event.key === 'Escape' && !listIsOpen()) view.open = null;
  return true;
});

useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (store.unsent() > 0) {
    store.retry();
    event.preventDefault();
  }
});
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'hidden') store.retry();
});

watch(
  () => store.notice,
  (notice) => {
    if (!notice) return;
    ElMessage({
      type: notice.kind,
      message: notice.text,
      duration: notice.kind === 'info' ? 4000 : 8000,
      // Below the bar.
      offset: 64,
      showClose: true,
    });
    store.notice = null;
  },
);
watch(
  () => faces.problem,
  (one) => {
    if (one) ElMessage({ type: 'error', message: one.message, duration: 0, showClose: true });
  },
);
</script>

<template>
  <div v-if="problem" class="lost">
    <h1>This piece cannot be opened</h1>
    <p role="alert">{{ problem }}</p>
    <p>
      <NuxtLink to="/" class="key">To the shelf</NuxtLink>
      <button class="key" type="button" @click="load">Try again</button>
    </p>
  </div>
  <div v-else-if="there" class="bench" :class="{ folded: !view.strip, alone: view.clean === 'alone' }">
    <TopBar @output="view.open = 'output'" @proof="view.open = 'proof'" @aside="deciding = true" />
    <nav class="left" aria-label="Curves and lettering" :inert="view.open !== null">
      <ItemList />
      <AddCurve />
    </nav>
    <SheetView :inert="view.open !== null" @typing="startTyping" @remove="remove" />
    <FlatStrip v-if="view.strip" :inert="view.open !== null" />
    <button v-else class="unfold" type="button" :inert="view.open !== null" @click="view.strip = true">
      Show the flat strip
    </button>
    <BenchInspector ref="inspector" :inert="view.open !== null" @remove="remove" @letter="letterOnCurve" />
    <OutputView v-if="view.open === 'output'" @close="view.open = null" @proof="view.open = 'proof'" />
    <ProofView v-if="view.open === 'proof'" @close="view.open = null" @output="view.open = 'output'" />
    <InksDialog />
    <KeysDialog />
    <TurnCopyDialog />
    <SheetMenu />
    <DeleteCurveDialog v-model="deleting" />
    <SetAsideDialog v-model="deciding" />
    <LongWork />
  </div>
</template>

<style scoped>
.bench {
  --left: 236px;
  --right: 292px;
  --strip: 208px;
  position: relative;
  height: 100vh;
  min-width: 1000px;
  overflow: hidden;
}
.bench.folded {
  --strip: 30px;
}
/*
 * Nothing of a part reaches into another: what changes in one is laid out and painted in it alone. A browser lays out the
 * cells of a grid together, however strict they are; boxes put at their places it lays out one by one.
 */
.bench > :nth-child(-n + 5) {
  position: absolute;
  contain: strict;
}
.bench > :nth-child(1) {
  inset: 0 0 auto;
  height: 52px;
}
.bench > :nth-child(2) {
  inset: 52px auto 0 0;
  width: var(--left);
}
.bench > :nth-child(3) {
  inset: 52px var(--right) var(--strip) var(--left);
}
.bench > :nth-child(4) {
  inset: auto var(--right) 0 var(--left);
  width: calc(100% - var(--left) - var(--right));
  height: var(--strip);
}
.bench > :nth-child(5) {
  inset: 52px 0 0 auto;
  width: var(--right);
}
.left {
  display: flex;
  flex-direction: column;
  border-right: 1px solid var(--hairline);
  min-height: 0;
  background: var(--paper);
}
.left > :first-child {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 14px 12px 10px;
}
.left > :last-child {
  padding: 0 12px 12px;
  border-top: 1px solid var(--hairline);
}
.bench.alone {
  --left: 0px;
  --right: 0px;
  --strip: 0px;
}
.bench.alone > :nth-child(3) {
  inset: 0;
}
.bench.alone > :nth-child(1),
.bench.alone > :nth-child(2),
.bench.alone > :nth-child(4),
.bench.alone > :nth-child(5) {
  visibility: hidden;
}
.unfold {
  border: 0;
  border-top: 1px solid var(--hairline);
  background: var(--paper);
  color: var(--teal);
  cursor: pointer;
  text-align: left;
  padding: 0 14px;
}
.lost {
  max-width: 460px;
  margin: 18vh auto;
  display: grid;
  gap: 14px;
}
.lost h1 {
  font-size: 20px;
}
.lost a {
  text-decoration: none;
}
@media (min-width: 1700px) {
  .bench {
    --left: 280px;
    --right: 340px;
  }
}
</style>
