<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { pictureDpi } from '#core/drawing/pictures';
import type { Picture } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** A picture that is printed: its place and size, its resolution there, its ink, the curve that it is cut to. */
const { item: picture } = defineProps<{ item: Picture }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();

const set = (label: EditLabel, path: readonly string[]) => (value: unknown, gesture?: string) =>
  store.set(label, picture.id, path, value, gesture);
const dpi = computed(() => pictureDpi(picture));
const least = computed(() => store.piece!.process.leastDpi);
</script>

<template>
  <section class="section" aria-label="Picture">
    <header>
      <h2>Picture</h2>
      <span class="quiet">{{ picture.widthPx }} × {{ picture.heightPx }} pixels</span>
    </header>
    <NameField
      label="Name of the picture"
      :model-value="picture.name"
      :commit="(name) => set('Rename picture', ['name'])(name)" />
    <ImageSize :item="picture" />
    <p class="dpi" :class="{ low: dpi < least - 0.5 }" role="status" data-dpi>
      {{ Math.round(dpi) }} pixels an inch at this size{{ dpi < least - 0.5 ? `; ${least} are wanted` : '' }}
    </p>
    <InkField
      none="own colours"
      label="Printed in"
      :model-value="picture.fill"
      @change="(ink) => set('Ink of picture', ['fill'])(ink)" />
    <PlaceFields :item="picture" word="picture" @remove="emit('remove')">
      <CutToField :item="picture" word="picture" />
    </PlaceFields>
  </section>
</template>

<style scoped>
.dpi {
  font-size: 12px;
  color: var(--ink-soft);
  margin: 6px 0;
}
.dpi.low {
  color: var(--rust);
}
</style>
