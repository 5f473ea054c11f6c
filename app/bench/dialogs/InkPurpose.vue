<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { spotNameProblem } from '#core/editing/edits/inkEdits';
import type { Ink } from '#core/piece/types';
import type { Problem } from '#core/result';
import { usePiece } from '~/stores/piece';

/** What an ink is for: printing, the work of a machine after it, or a tint of another one. */
const props = defineProps<{
  ink: Ink;
  inks: readonly Ink[];
  change: (next: Partial<Ink>, label: EditLabel, gesture?: string) => Problem | null;
}>();
const emit = defineEmits<{ refused: [message: string] }>();
const store = usePiece();

/** What an ink is for, with the name and the overprint that it is given at first. */
const USES: readonly { readonly value: Ink['purpose']; readonly name: string; readonly overprint: boolean }[] = [
  { value: 'print', name: 'printing', overprint: false },
  { value: 'cut', name: 'cutting', overprint: true },
  { value: 'crease', name: 'creasing', overprint: true },
  { value: 'white', name: 'white beneath', overprint: false },
  { value: 'varnish', name: 'varnish', overprint: true },
  { value: 'foil', name: 'foil', overprint: true },
  { value: 'emboss', name: 'embossing', overprint: true },
  { value: 'engrave', name: 'engraving', overprint: true },
];
/** The name that an ink for a machine is called by, where it has none of its own yet. */
function plateName({ name }: Ink, use: (typeof USES)[number]): string {
  if (use.value === 'print' || !/^Ink \d+$/.test(name)) return name;
  const wanted = use.value.charAt(0).toUpperCase() + use.value.slice(1);
  return props.inks.some((one) => one.name === wanted) ? name : wanted;
}
function setUse(value: Ink['purpose']): void {
  const use = USES.find((one) => one.value === value)!;
  const kind = value === 'print' ? props.ink.kind : 'spot';
  const next = { purpose: value, kind, overprint: use.overprint, name: plateName(props.ink, use) };
  const problem = spotNameProblem(store.piece!, { ...props.ink, ...next }, next.name);
  emit('refused', problem?.message ?? '');
  if (!problem) props.change(next, 'What an ink is for');
}
const setTint = (percent: number, gesture: string) =>
  props.change({ tint: { ...props.ink.tint!, share: percent } }, 'Share of the tint', gesture);
const tintOf = computed(() => props.inks.find((one) => one.id === props.ink.tint?.of) ?? null);
</script>

<template>
  <template v-if="ink.tint">
    <p class="quiet said">A tint of {{ tintOf?.name ?? 'an ink that is gone' }}, printed on its plate.</p>
    <SliderField
      label="Share"
      :model-value="ink.tint.share"
      unit="%"
      limits="inkShare"
      :min="0"
      :max="100"
      :step="1"
      :places="0"
      :commit="setTint" />
  </template>
  <template v-else>
    <div class="row">
      <span class="label">Used for</span>
      <ChoiceList :model-value="ink.purpose" aria-label="What the ink is for" @change="setUse">
        <el-option v-for="one in USES" :key="one.value" :value="one.value" :label="one.name" />
      </ChoiceList>
    </div>
    <p v-if="ink.purpose !== 'print'" class="quiet said">
      It has a plate and a layer of its own, called by its name, and is left out of pictures. The mix shows it on the
      screen.
    </p>
  </template>
</template>

<style scoped>
.said {
  font-size: 12px;
  margin: 4px 0;
}
</style>
