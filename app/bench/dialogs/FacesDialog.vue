<script setup lang="ts">
import { Star } from 'lucide-vue-next';
import { RequestFailed } from '~/utils/api';
import { useFaces, type FaceListing } from '~/stores/faces';

/** The typefaces, each with the person's own words, by character; favourites, recents, and faces of one's own. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ words: string; chosen: string }>();
const emit = defineEmits<{ choose: [id: string] }>();
const faces = useFaces();
const input = useTemplateRef<HTMLInputElement>('input');
const shown = ref('all');
const problem = ref('');
const told = ref('');
const busy = ref(false);

watch(open, (now) => {
  if (!now) return;
  problem.value = '';
  told.value = '';
  void faces.listBrought().then(() => faces.ensure(faces.listing.map((one) => one.id)));
});

const groups = computed(() => {
  const characters = [...new Set(faces.listing.map((one) => one.character))].sort();
  return [
    'all',
    ...(faces.favourites.length ? ['favourites'] : []),
    ...(faces.recents.length ? ['recent'] : []),
    ...characters,
  ];
});
const list = computed((): readonly FaceListing[] => {
  if (shown.value === 'recent') return faces.recents.flatMap((id) => faces.listing.find((one) => one.id === id) ?? []);
  if (shown.value === 'favourites') return faces.listing.filter((one) => faces.favourites.includes(one.id));
  return faces.listing.filter((one) => shown.value === 'all' || one.character === shown.value);
});
const specimen = computed(() => props.words.replace(/\n/g, ' ').trim().slice(0, 28) || 'Ottermere');

function choose(id: string): void {
  emit('choose', id);
  open.value = false;
}
async function bring(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = '';
  if (!file) return;
  busy.value = true;
  problem.value = '';
  try {
    const stored = await faces.bring(file);
    shown.value = 'added';
    told.value = stored.embedding ? `${stored.name} is stored. ${stored.embedding}` : `${stored.name} is stored.`;
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    problem.value = error.message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <el-dialog v-model="open" append-to-body title="Typefaces" width="880px" align-center class="faces-dialog">
    <div class="bar">
      <div class="groups" role="group" aria-label="Which typefaces">
        <button
          v-for="group in groups"
          :key="group"
          type="button"
          class="chip"
          :aria-pressed="shown === group"
          @click="shown = group">
          {{ group }}
        </button>
      </div>
      <button class="key main" type="button" :disabled="busy" @click="input?.click()">
        {{ busy ? 'Adding…' : 'Add font…' }}
      </button>
      <input
        ref="input"
        class="visually-hidden"
        type="file"
        accept=".ttf,.otf,.woff,.woff2"
        aria-label="Font file"
        tabindex="-1"
        data-font
        @change="bring" />
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="told" class="told" role="status">{{ told }}</p>
    <div class="grid">
      <div v-for="face in list" :key="face.id" class="card" :class="{ chosen: face.id === chosen }">
        <button
          type="button"
          class="face"
          :data-face="face.id"
          :aria-label="`Choose ${face.name}`"
          @click="choose(face.id)">
          <span class="specimen" :style="{ fontFamily: faces.cssFamily(face.id) }" dir="auto">{{ specimen }}</span>
          <span class="name">{{ face.name }}</span>
          <span class="quiet"
            >{{ face.character
            }}<template v-if="face.scripts.length > 1">, {{ face.scripts.slice(1).join(', ') }}</template></span
          >
        </button>
        <button
          type="button"
          class="star"
          :aria-pressed="faces.favourites.includes(face.id)"
          :aria-label="`${face.name} is a favourite`"
          @click="faces.toggleFavourite(face.id)">
          <Star :size="15" />
        </button>
      </div>
    </div>
  </el-dialog>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 14px;
  align-items: start;
  justify-content: space-between;
}
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.chip {
  padding: 4px 11px;
  border: 1px solid var(--hairline);
  border-radius: 14px;
  background: var(--field);
  cursor: pointer;
  font-size: 12px;
}
.chip[aria-pressed='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  color: var(--teal);
}
.bar .key {
  white-space: nowrap;
}
.problem {
  color: var(--rust);
  margin: 10px 0 0;
}
.told {
  color: var(--moss);
  margin: 10px 0 0;
}
.grid {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
  margin-top: 14px;
  max-height: 56vh;
  overflow-y: auto;
}
.card {
  position: relative;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  background: var(--field);
}
.card:hover {
  border-color: #a9a28f;
}
.card.chosen {
  border-color: var(--teal);
  box-shadow: 0 0 0 1px var(--teal);
}
.face {
  display: grid;
  gap: 2px;
  width: 100%;
  padding: 10px 12px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.specimen {
  font-size: 25px;
  line-height: 1.5;
  height: 40px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.name {
  font-weight: 500;
}
.star {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: grid;
  padding: 4px;
  border: 0;
  background: none;
  color: #b3ab98;
  cursor: pointer;
}
.star[aria-pressed='true'] {
  color: var(--brass);
}
.star[aria-pressed='true'] :deep(svg) {
  fill: var(--brass-light);
}
</style>
