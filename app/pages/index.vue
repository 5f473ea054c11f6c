<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { FolderOpen, Plus } from 'lucide-vue-next';
import { ElMessage } from 'element-plus';
import { readPieceFile } from '#core/import/pieceFile';
import { api, RequestFailed, type PieceSummary } from '~/utils/api';

useHead({ title: 'Shelf · Under Arc' });

const pieces = ref<PieceSummary[] | null>(null);
const problem = ref('');
const making = ref(false);
const removed = ref<PieceSummary | null>(null);
const fileInput = useTemplateRef<HTMLInputElement>('fileInput');

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  // N begins a new piece, unless something is typed or chosen.
  if (event.key !== 'n' || event.ctrlKey || event.metaKey || event.altKey || making.value) return;
  if ((event.target as Element).closest('input, textarea, [role=menu], [role=dialog]') !== null) return;
  event.preventDefault();
  making.value = true;
});

/** Runs something that talks to the server; says so when it fails. */
async function attempt(work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    ElMessage({ type: 'error', message: error.message, duration: 8000, showClose: true });
  }
}

async function refresh(): Promise<void> {
  try {
    pieces.value = await api.shelf();
    problem.value = '';
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    problem.value = error.message;
  }
}

const rename = (piece: PieceSummary, name: string) =>
  attempt(async () => {
    await api.rename(piece.id, name);
    await refresh();
  });
const duplicate = (piece: PieceSummary) =>
  attempt(async () => {
    await api.duplicate(piece.id);
    await refresh();
  });
const remove = (piece: PieceSummary) =>
  attempt(async () => {
    await api.remove(piece.id);
    await refresh();
    removed.value = piece;
  });
const bringBack = () =>
  attempt(async () => {
    if (removed.value) await api.restore(removed.value.id);
    removed.value = null;
    await refresh();
  });

/** Puts a piece file of the person's on the shelf. */
async function openFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  await attempt(async () => {
    const read = readPieceFile(new Uint8Array(await file.arrayBuffer()));
    if (!read.ok) throw new RequestFailed(0, { ...read.problem, message: `${file.name}: ${read.problem.message}` });
    // Faces that ship are here already; others that came along are stored like any that are brought.
    const notes = [...read.value.notes];
    const sent = (what: string, sending: Promise<unknown>): Promise<unknown> =>
      sending.catch((error: unknown) => {
        if (!(error instanceof RequestFailed) || error.status < 400 || error.status >= 500) throw error;
        notes.push(`${what} in ${file.name} was left out: ${error.message}`);
      });
    for (const [id, bytes] of read.value.faces) {
      const face = new File([bytes as Uint8Array<ArrayBuffer>], `${id}.ttf`);
      if (id.startsWith('own-')) await sent(`The typeface ${id}`, api.sendFace(face));
    }
    for (const { id, format, bytes } of read.value.images.values())
      await sent(
        `The picture ${id}`,
        api.sendImage(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: `image/${format}` })),
      );
    await navigateTo(`/piece/${(await api.create(read.value.piece)).id}`);
    for (const message of notes) ElMessage({ type: 'warning', message, duration: 0, showClose: true, offset: 64 });
  });
}

onMounted(refresh);
</script>

<template>
  <div class="shelf">
    <header class="top on-dark">
      <AppMark />
      <div class="acts">
        <button class="key" type="button" @click="fileInput?.click()">
          <FolderOpen :size="16" />Open a piece file
        </button>
        <button class="key main" type="button" title="New piece (N)" @click="making = true">
          <Plus :size="16" />New piece
        </button>
        <input
          ref="fileInput"
          class="visually-hidden"
          type="file"
          accept=".json,.zip,application/json,application/zip"
          aria-label="Piece file"
          tabindex="-1"
          @change="openFile" />
      </div>
    </header>
    <main>
      <h1>Shelf</h1>
      <p v-if="problem" class="notice" role="alert">
        {{ problem }} <button class="link" type="button" @click="refresh">Try again</button>
      </p>
      <p v-if="removed" class="notice" role="status">
        “{{ removed.name }}” was deleted. <button class="link" type="button" @click="bringBack">Undo delete</button>
      </p>
      <p v-if="pieces?.length === 0" class="quiet">No pieces yet. Create one to begin.</p>
      <div class="grid">
        <PieceCard
          v-for="piece in pieces ?? []"
          :key="piece.id"
          :piece="piece"
          @rename="rename(piece, $event)"
          @duplicate="duplicate(piece)"
          @remove="remove(piece)" />
      </div>
    </main>
    <NewPieceDialog v-model="making" @made="navigateTo(`/piece/${$event}`)" />
  </div>
</template>

<style scoped>
.shelf {
  min-height: 100%;
  background: var(--paper);
}
.top {
  display: flex;
  align-items: center;
  justify-content: space-between;
  height: 52px;
  padding: 0 16px;
  background: var(--ink);
}
.acts {
  display: flex;
  gap: 10px;
}
main {
  max-width: 1440px;
  margin: 0 auto;
  padding: 26px 28px 60px;
}
h1 {
  font-size: 20px;
  font-weight: 600;
  margin-bottom: 16px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 20px;
}
.notice {
  background: var(--teal-wash);
  border-radius: 8px;
  padding: 10px 14px;
  margin-bottom: 16px;
}
.link {
  border: 0;
  background: none;
  padding: 0 4px;
  color: var(--teal);
  font-weight: 600;
  text-decoration: underline;
  cursor: pointer;
}
</style>
