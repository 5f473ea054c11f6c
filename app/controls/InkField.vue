<script setup lang="ts">
import { inksOf } from '#core/drawing/inks';
import type { InkId } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** An ink of the piece, chosen from its list; it may be none. */
const props = defineProps<{
  label: string;
  modelValue: InkId | null;
  always?: boolean;
  /** What is said where there is none. */ none?: string;
}>();
const emit = defineEmits<{ change: [ink: InkId | null] }>();
const store = usePiece();
useSidePanel();
const view = useView();
const shown = ref(false);
const inks = steadyList(() => [...inksOf(store.piece!).values()]);
const chosen = computed(() => inks.value.find((ink) => ink.id === props.modelValue) ?? null);

function take(ink: InkId | null): void {
  shown.value = false;
  if (ink !== props.modelValue) emit('change', ink);
}
function edit(): void {
  shown.value = false;
  view.inks = chosen.value?.id ?? '';
}
</script>

<template>
  <div class="row">
    <span class="label">{{ label }}</span>
    <el-popover v-model:visible="shown" :persistent="false" trigger="click" placement="bottom-end" :width="232">
      <template #reference>
        <button
          type="button"
          class="ink"
          :aria-label="`${label}: ${chosen?.name ?? none ?? 'none'}`"
          aria-haspopup="listbox">
          <span
            class="swatch"
            :class="{ none: !chosen, spot: chosen?.kind === 'spot' }"
            :style="{ background: chosen?.screen }" />
          <span class="name">{{ chosen?.name ?? none ?? 'none' }}</span>
        </button>
      </template>
      <div class="inks" role="listbox" :aria-label="label">
        <button v-if="!always" type="button" role="option" :aria-selected="!chosen" @click="take(null)">
          <span class="swatch none" />{{ none ?? 'none' }}
        </button>
        <button
          v-for="ink in inks"
          :key="ink.id"
          type="button"
          role="option"
          :aria-selected="ink.id === modelValue"
          :data-ink="ink.id"
          @click="take(ink.id)">
          <span class="swatch" :class="{ spot: ink.kind === 'spot' }" :style="{ background: ink.screen }" /><span
            class="name"
            >{{ ink.name }}</span
          >
          <span class="mix">{{ ink.kind === 'spot' ? 'spot' : ink.cmyk.join(' ') }}</span>
        </button>
        <button type="button" class="more" @click="edit">Inks of the piece…</button>
      </div>
    </el-popover>
  </div>
</template>

<style scoped>
.ink {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  height: 30px;
  padding: 0 9px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--field);
  cursor: pointer;
  text-align: left;
  min-width: 0;
}
.ink:hover {
  border-color: #a9a28f;
}
.inks {
  display: grid;
  gap: 1px;
  max-height: 320px;
  overflow-y: auto;
}
.inks button {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px;
  border: 0;
  border-radius: 5px;
  background: none;
  cursor: pointer;
  text-align: left;
}
.inks button:hover,
.inks button:focus-visible {
  background: #f0eadb;
}
.inks button[aria-selected='true'] {
  background: var(--teal-wash);
}
.inks .more {
  color: var(--teal);
  margin-top: 4px;
  border-top: 1px solid var(--hairline);
  border-radius: 0;
  padding-top: 9px;
}
.swatch {
  flex: none;
  width: 16px;
  height: 16px;
  border-radius: 4px;
  border: 1px solid #20303a40;
}
.swatch.none {
  background: repeating-linear-gradient(135deg, #fff 0 3px, #d2ccbd 3px 4px);
}
.swatch.spot {
  border-radius: 50%;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  flex: 1;
}
.mix {
  color: var(--ink-soft);
  font-size: 11.5px;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
</style>
