<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { itemKind, quotedName } from '#core/drawing/items/index';
import { isCurve, type Curve, type Item } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/**
 * What is cut out of what: for anything, out of which filled shapes it is cut; for a filled shape also what is cut out
 * of it. A ring is a disc with a smaller circle cut out of it.
 */
const props = defineProps<{ item: Item }>();
const store = usePiece();
useSidePanel();
const closed = (id: string): boolean => store.trackOf(id)?.path.path.closed ?? false;
const shapes = computed(() =>
  store.piece!.items.filter(isCurve).filter((one) => one.id !== props.item.id && one.fill !== null && closed(one.id)),
);
const cutFrom = computed(() => shapes.value.filter((shape) => shape.cuts.some((cut) => cut.itemId === props.item.id)));
const open = computed(() => shapes.value.filter((shape) => !cutFrom.value.includes(shape)));
const usable = computed(() => !isCurve(props.item) || closed(props.item.id));

const own = computed(() =>
  isCurve(props.item)
    ? props.item.cuts.flatMap((cut) => {
        const by = store.piece!.items.find((one) => one.id === cut.itemId);
        return by && itemKind(by).cutter ? [{ cut, name: quotedName(by) }] : [];
      })
    : [],
);

const setCuts = (shape: Curve, cuts: Curve['cuts'], label: EditLabel, gesture?: string) =>
  store.set(label, shape.id, ['cuts'], cuts, gesture);
const cut = (shapeId: string): void => {
  const shape = shapes.value.find((one) => one.id === shapeId);
  if (shape) setCuts(shape, [...shape.cuts, { itemId: props.item.id, marginMm: 0 }], 'Cut out');
};
const whole = (shape: Curve, itemId: string): void => {
  setCuts(
    shape,
    shape.cuts.filter((one) => one.itemId !== itemId),
    'Cut out no longer',
  );
};
const margin = (shape: Curve, itemId: string) => (marginMm: number, gesture: string) =>
  setCuts(
    shape,
    shape.cuts.map((one) => (one.itemId === itemId ? { ...one, marginMm } : one)),
    'Margin of the cut',
    gesture,
  );
const marginIn = (shape: Curve): number => shape.cuts.find((one) => one.itemId === props.item.id)!.marginMm;
</script>

<template>
  <div v-for="shape in cutFrom" :key="shape.id" class="cut">
    <span class="quiet">Cut out of {{ shape.name }}, margin</span>
    <QuantityField
      :label="`Margin of the cut in ${shape.name}`"
      :model-value="marginIn(shape)"
      limits="cutMm"
      :step="0.05"
      :commit="margin(shape, item.id)" />
    <button
      type="button"
      class="small"
      :aria-label="`Cut out of ${shape.name} no longer`"
      @click="whole(shape, item.id)">
      ×
    </button>
  </div>
  <template v-if="isCurve(item)">
    <div v-for="{ cut: one, name } in own" :key="one.itemId" class="cut">
      <span class="quiet">{{ name }} is cut out, margin</span>
      <QuantityField
        :label="`Margin about ${name}`"
        :model-value="one.marginMm"
        limits="cutMm"
        :step="0.05"
        :commit="margin(item, one.itemId)" />
      <button type="button" class="small" :aria-label="`${name} is cut out no longer`" @click="whole(item, one.itemId)">
        ×
      </button>
    </div>
  </template>
  <div v-if="usable && open.length > 0" class="row">
    <span class="label">Cut out of</span>
    <ChoiceList :model-value="''" placeholder="a filled shape" aria-label="Cut out of" @change="cut">
      <el-option v-for="shape in open" :key="shape.id" :value="shape.id" :label="shape.name" />
    </ChoiceList>
  </div>
</template>

<style scoped>
.cut {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px 22px;
  gap: 6px;
  align-items: center;
  margin-top: 6px;
  font-size: 12px;
}
.small {
  width: 22px;
  height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  border-radius: 4px;
}
.small:hover {
  background: #f0eadb;
}
</style>
