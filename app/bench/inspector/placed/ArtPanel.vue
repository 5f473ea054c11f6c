<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { artSize } from '#core/editing/edits/bringArt';
import type { Art, InkId } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** Brought-in vector art: its place and size, the curve that it is cut to, its inks. */
const { item: art } = defineProps<{ item: Art }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();

const set = (label: EditLabel, path: readonly string[]) => (value: unknown, gesture?: string) =>
  store.set(label, art.id, path, value, gesture);
const size = computed(() => artSize(art));
const scaleTo = (of: 'widthMm' | 'heightMm') => (mm: number, gesture: string) =>
  store.set('Size of art', art.id, ['scale'], mm / Math.max(size.value[of], 1e-6), gesture);
/** The inks of the art, each once: changing one changes it wherever the art has it. */
const inks = computed(() => [
  ...new Set(art.parts.flatMap((part) => [part.fill, part.stroke?.ink ?? null]).filter((ink) => ink !== null)),
]);
const reink = (from: InkId, to: InkId | null): void => {
  if (to === null) return;
  store.set(
    'Ink of art',
    art.id,
    ['parts'],
    art.parts.map((part) => ({
      ...part,
      fill: part.fill === from ? to : part.fill,
      stroke: part.stroke?.ink === from ? { ...part.stroke, ink: to } : part.stroke,
    })),
  );
};
</script>

<template>
  <section class="section" aria-label="Art">
    <header>
      <h2>Art</h2>
      <span class="quiet">{{ art.parts.length === 1 ? 'one shape' : `${art.parts.length} shapes` }}</span>
    </header>
    <NameField label="Name of the art" :model-value="art.name" :commit="(name) => set('Rename art', ['name'])(name)" />
    <div class="row">
      <span class="label">Width</span
      ><QuantityField
        label="Width of the art"
        :model-value="size.widthMm * art.scale"
        limits="lengthMm"
        :step="1"
        :commit="scaleTo('widthMm')" />
    </div>
    <div class="row">
      <span class="label">Height</span
      ><QuantityField
        label="Height of the art"
        :model-value="size.heightMm * art.scale"
        limits="lengthMm"
        :step="1"
        :commit="scaleTo('heightMm')" />
    </div>
    <PlaceFields :item="art" word="art" @remove="emit('remove')">
      <CutToField :item="art" word="art" />
      <InkField
        v-for="(ink, n) in inks"
        :key="ink"
        always
        :label="inks.length === 1 ? 'Ink' : `Ink ${n + 1}`"
        :model-value="ink"
        @change="(to) => reink(ink, to)" />
      <CutsPanel :item="art" />
    </PlaceFields>
  </section>
</template>
