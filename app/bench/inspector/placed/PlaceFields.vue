<script setup lang="ts">
import type { Art, Picture, Tracing } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** Where something brought in stands as a whole, and what can be done with it. */
const props = defineProps<{ item: Art | Picture | Tracing; word: 'art' | 'picture' }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();
const set = (
  label: 'Move' | 'Turn' | 'Lock' | 'Unlock' | 'Hide' | 'Show',
  path: readonly string[],
  value: unknown,
  gesture?: string,
) => store.set(`${label} ${props.word}`, props.item.id, path, value, gesture);
function centre(): void {
  const { widthMm, heightMm } = store.piece!.sheet;
  store.set(`Centre ${props.word} on the sheet`, props.item.id, ['centre'], { x: widthMm / 2, y: heightMm / 2 });
}
</script>

<template>
  <div class="row">
    <span class="label">Across</span
    ><QuantityField
      label="Centre across"
      :model-value="item.centre.x"
      limits="coordinateMm"
      :step="0.5"
      :commit="(v, g) => set('Move', ['centre', 'x'], v, g)" />
  </div>
  <div class="row">
    <span class="label">Down</span
    ><QuantityField
      label="Centre down"
      :model-value="item.centre.y"
      limits="coordinateMm"
      :step="0.5"
      :commit="(v, g) => set('Move', ['centre', 'y'], v, g)" />
  </div>
  <div class="row">
    <span class="label">Turned</span
    ><QuantityField
      label="Turned"
      :model-value="item.turnDeg"
      unit="°"
      limits="clockDeg"
      :step="1"
      :commit="(v, g) => set('Turn', ['turnDeg'], v, g)" />
  </div>
  <slot />
  <div class="acts">
    <button class="key" type="button" @click="centre">Centre on the sheet</button>
    <LockHideDelete :item="item" @set="(label, field, value) => set(label, [field], value)" @remove="emit('remove')" />
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 14px;
}
</style>
