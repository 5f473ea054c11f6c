<script setup lang="ts">
import { curveKind } from '#core/curves/index';
import type { Curve, CurveShape } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { shapeFields } from '~/utils/shapeFields';

const props = defineProps<{ curve: Curve }>();
const emit = defineEmits<{ remove: []; letter: [] }>();
const store = usePiece();

const kind = computed(() => curveKind(props.curve.shape));
const fields = computed(() => shapeFields(props.curve.shape));
const onIt = computed(() => store.on(props.curve.id).length);

const change = (shape: CurveShape, gesture: string) =>
  kind.value.problem(shape) ?? store.set('Change curve', props.curve.id, ['shape'], shape, gesture);
function rename(event: Event): void {
  const name = (event.target as HTMLInputElement).value.trim();
  if (name && name !== props.curve.name) store.set('Rename curve', props.curve.id, ['name'], name);
  else (event.target as HTMLInputElement).value = props.curve.name;
}
function centreOnSheet(): void {
  const { sheet } = store.piece!;
  const middle = { x: sheet.widthMm / 2, y: sheet.heightMm / 2 };
  const at = kind.value.centre(props.curve.shape);
  store.set('Centre on the sheet', props.curve.id, ['shape'], kind.value.moveBy(props.curve.shape, { x: middle.x - at.x, y: middle.y - at.y }));
}
</script>

<template>
  <section class="section" aria-label="Curve">
    <header><h2>{{ kind.title }}</h2><span class="quiet">{{ onIt === 0 ? 'nothing set on it' : onIt === 1 ? '1 lettering on it' : `${onIt} letterings on it` }}</span></header>
    <input class="name" :value="curve.name" maxlength="200" aria-label="Name of the curve" @change="rename">
    <div v-for="field in fields" :key="field.label" class="row">
      <span class="label">{{ field.label }}</span>
      <QuantityField
        :label="field.label" :model-value="field.value" :unit="field.unit" :limits="field.limits" :step="field.step"
        :commit="(value, gesture) => change(field.changed(value), gesture)"
      />
    </div>
    <div class="acts">
      <button class="key" type="button" @click="centreOnSheet">Centre on the sheet</button>
      <button class="key" type="button" @click="emit('letter')">Set lettering on it</button>
      <button class="key" type="button" @click="emit('remove')">Delete</button>
    </div>
  </section>
  <InkPanel :item="curve" />
</template>

<style scoped>
.name { width: 100%; height: 32px; padding: 0 10px; border: 1px solid var(--hairline); border-radius: 6px; background: var(--field); font-weight: 500; }
.acts { display: flex; flex-wrap: wrap; gap: 8px; margin-top: 14px; }
</style>
