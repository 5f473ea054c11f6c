<script setup lang="ts">
import { Copy, Pencil, Trash2 } from 'lucide-vue-next';
import { api, type PieceSummary } from '~/utils/api';

const props = defineProps<{ piece: PieceSummary }>();
const emit = defineEmits<{ rename: [name: string]; duplicate: []; remove: [] }>();

const renaming = ref<string | null>(null);
const field = useTemplateRef<HTMLInputElement>('field');

async function startRenaming(): Promise<void> {
  renaming.value = props.piece.name;
  await nextTick();
  field.value?.select();
}

function finishRenaming(): void {
  const name = renaming.value?.trim();
  renaming.value = null;
  if (name && name !== props.piece.name) emit('rename', name);
}

const changed = computed(() =>
  new Date(props.piece.changedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' }),
);
</script>

<template>
  <article class="card">
    <NuxtLink :to="`/piece/${piece.id}`" class="picture" :aria-label="`Open ${piece.name}`">
      <img :src="api.picture(piece.id, piece.revision)" :alt="`Picture of ${piece.name}`" loading="lazy" />
    </NuxtLink>
    <div class="foot">
      <div class="words">
        <input
          v-if="renaming !== null"
          ref="field"
          v-model="renaming"
          class="name-field"
          maxlength="200"
          aria-label="Name of the piece"
          @keydown.enter="finishRenaming"
          @keydown.escape="renaming = null"
          @blur="finishRenaming" />
        <NuxtLink v-else :to="`/piece/${piece.id}`" class="name" tabindex="-1">{{ piece.name }}</NuxtLink>
        <p class="quiet">{{ piece.widthMm }} × {{ piece.heightMm }} mm, changed {{ changed }}</p>
      </div>
      <div class="acts">
        <button type="button" :aria-label="`Rename ${piece.name}`" title="Rename" @click="startRenaming">
          <Pencil :size="15" />
        </button>
        <button type="button" :aria-label="`Duplicate ${piece.name}`" title="Duplicate" @click="emit('duplicate')">
          <Copy :size="15" />
        </button>
        <button type="button" :aria-label="`Delete ${piece.name}`" title="Delete" @click="emit('remove')">
          <Trash2 :size="15" />
        </button>
      </div>
    </div>
  </article>
</template>

<style scoped>
.card {
  background: var(--field);
  border: 1px solid var(--hairline);
  border-radius: 10px;
  overflow: hidden;
}
.picture {
  display: grid;
  place-items: center;
  height: 236px;
  padding: 18px;
  background: var(--desk);
}
.picture:focus-visible {
  outline-offset: -3px;
}
.picture img {
  max-width: 100%;
  max-height: 200px;
  width: 200px;
  height: 200px;
  object-fit: contain;
  filter: drop-shadow(0 1px 3px #20303a33);
}
.foot {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 10px 8px 10px 14px;
}
.words {
  min-width: 0;
  flex: 1;
}
.name {
  display: block;
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name-field {
  width: 100%;
  border: 1px solid var(--teal);
  border-radius: 4px;
  padding: 1px 4px;
  font-weight: 600;
}
.words p {
  font-size: 12px;
}
.acts {
  display: flex;
}
.acts button {
  display: grid;
  place-items: center;
  width: 30px;
  height: 30px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
}
.acts button:hover {
  background: var(--teal-wash);
  color: var(--teal);
}
</style>
