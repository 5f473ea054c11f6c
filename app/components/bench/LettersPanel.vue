<script setup lang="ts">
import type { Lettering, LetterSize } from '#core/piece/types';
import { capHeightMm, emPt } from '#core/setting/size';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
const faces = useFaces();
const field = useTemplateRef<HTMLInputElement>('field');
let gesture = '';

const metrics = computed(() => faces.loaded.get(props.lettering.faceId)?.metrics ?? null);
const cap = computed(() => (metrics.value ? capHeightMm(props.lettering.size, metrics.value) : 0));
const em = computed(() => (metrics.value ? emPt(props.lettering.size, metrics.value) : 0));
const missing = computed(() => store.selectedSetting?.notes.map((note) => note.message).join(' ') ?? '');
const known = computed(() => faces.listing.some((one) => one.id === props.lettering.faceId));
const count = computed(() => [...props.lettering.wording].length);

/** One stay in the field is one gesture. */
function begin(): void { gesture = `words-${Math.random().toString(36).slice(2, 10)}`; }
const type = (event: Event): void => {
  store.set('Change wording', props.lettering.id, ['wording'], (event.target as HTMLInputElement).value, gesture);
};
const size = (value: LetterSize, gestureId: string) => store.set('Change size', props.lettering.id, ['size'], value, gestureId);
async function setFace(id: string): Promise<void> {
  await faces.ensure([id]);
  store.set('Change typeface', props.lettering.id, ['faceId'], id);
}

defineExpose({ focus: () => { field.value?.focus(); field.value?.select(); } });
</script>

<template>
  <section class="section" aria-label="Letters">
    <header><h2>Letters</h2><span class="quiet">{{ count }} {{ count === 1 ? 'character' : 'characters' }}</span></header>
    <input
      ref="field" class="wording" :value="lettering.wording" maxlength="5000" aria-label="Wording" placeholder="Type the words"
      :style="{ fontFamily: faces.cssFamily(lettering.faceId) }" spellcheck="false" @focus="begin" @input="type"
      @keydown.enter="($event.target as HTMLInputElement).blur()" @keydown.escape="($event.target as HTMLInputElement).blur()"
    >
    <p v-if="missing" class="note" role="status">{{ missing }}</p>
    <p v-if="!known" class="note" role="status">The typeface “{{ lettering.faceId }}” is not at hand. Choose another.</p>
    <div class="row">
      <span class="label">Typeface</span>
      <el-select :model-value="lettering.faceId" aria-label="Typeface" popper-class="faces" :style="{ fontFamily: faces.cssFamily(lettering.faceId) }" @change="setFace" @visible-change="faces.ensure(faces.listing.map((one) => one.id))">
        <el-option v-for="face in faces.listing" :key="face.id" :value="face.id" :label="face.name">
          <span class="face"><span :style="{ fontFamily: faces.cssFamily(face.id) }">{{ face.name }}</span><span class="quiet">{{ face.character }}</span></span>
        </el-option>
      </el-select>
    </div>
    <div class="row">
      <span class="label">Cap height</span>
      <span class="pair">
        <QuantityField label="Cap height" :model-value="cap" unit="mm" limits="capMm" :step="0.1" :commit="(mm, g) => size({ by: 'cap', mm }, g)" />
        <QuantityField label="Em size" :model-value="em" unit="pt" limits="emPt" :step="0.5" :places="1" :commit="(pt, g) => size({ by: 'em', pt }, g)" />
      </span>
    </div>
  </section>
</template>

<style scoped>
.wording { width: 100%; height: 36px; padding: 0 10px; font-size: 17px; background: var(--field); border: 1px solid var(--hairline); border-radius: 7px; }
.wording:focus { border-color: var(--teal); box-shadow: 0 0 0 1px var(--teal); outline: none; }
.wording::placeholder { font-family: var(--ua-type); font-size: 13px; }
.note { margin-top: 6px; color: var(--rust); font-size: 12px; }
.face { display: flex; justify-content: space-between; gap: 18px; font-size: 15px; }
.face .quiet { font-size: 12px; }
</style>
