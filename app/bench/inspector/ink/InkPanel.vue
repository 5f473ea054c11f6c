<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { isCurve, isLettering, type Curve, type Lettering, type Ornaments, type Stroke } from '#core/piece/types';
import { setStep } from '#core/piece/steps/index';
import { usePiece } from '~/stores/piece';

/** What an item is printed with. */
const props = defineProps<{ item: Curve | Lettering | Ornaments }>();
const store = usePiece();
useSidePanel();
const set = (label: EditLabel, field: string, value: unknown, gesture?: string) =>
  store.set(label, props.item.id, [field], value, gesture);
/** A shape that is filled after words were set goes beneath them. */
function fill(ink: string | null): void {
  const { items } = store.piece!;
  const from = items.indexOf(props.item),
    to = items.findIndex(isLettering);
  const covers = isCurve(props.item) && props.item.fill === null && ink !== null && to >= 0 && to < from;
  store.edit('Fill', [
    setStep(store.piece!, props.item.id, ['fill'], ink),
    ...(covers ? [{ kind: 'reorder' as const, id: props.item.id, from, to }] : []),
  ]);
}
const stroke = (value: Stroke | null, gesture?: string) =>
  set(isLettering(props.item) ? 'Outline' : 'Stroke', 'stroke', value, gesture);
const prints = computed(() => props.item.fill !== null || props.item.stroke !== null);
const closed = computed(() => isCurve(props.item) && (store.trackOf(props.item.id)?.path.path.closed ?? false));
</script>

<template>
  <section class="section" aria-label="Ink">
    <header>
      <h2>Ink</h2>
      <span v-if="!prints" class="quiet">does not print</span>
    </header>
    <InkField label="Fill" :model-value="item.fill" @change="fill" />
    <StrokeField
      :label="isLettering(item) ? 'Outline' : 'Stroke'"
      :model-value="item.stroke"
      :of="isCurve(item) ? (closed ? 'closed' : 'open') : 'letters'"
      :commit="stroke" />
    <LetterInks v-if="isLettering(item)" :lettering="item" />
    <CutsPanel :item="item" />
  </section>
</template>
