<script setup lang="ts">
import { curveKind } from '#core/curves/index';
import { moveBy } from '#core/shapes/similarity';
import { transformSteps } from '#core/editing/edits/operations';
import type { Curve, CurveShape } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

const { item: curve } = defineProps<{ item: Curve }>();
const emit = defineEmits<{ remove: []; letter: [] }>();
const store = usePiece();

const kind = computed(() => curveKind(curve.shape));
const onIt = computed(() => store.on(curve.id).length);
const follows = computed(() => curve.shape.kind === 'parallel' || curve.shape.kind === 'midway');
const track = computed(() => store.tracks.get(curve.id));

const change = (shape: CurveShape, gesture?: string) =>
  curveKind(shape).problem(shape) ?? store.set('Change curve', curve.id, ['shape'], shape, gesture);
function centreOnSheet(): void {
  const { sheet } = store.piece!;
  const at = store.trackOf(curve.id)?.centre;
  if (at)
    store.edit(
      'Centre on the sheet',
      transformSteps(store.piece!, curve, moveBy({ x: sheet.widthMm / 2 - at.x, y: sheet.heightMm / 2 - at.y })),
    );
}
const stage = useStages(2);
</script>

<template>
  <section class="section" aria-label="Curve">
    <header>
      <h2>{{ kind.title }}</h2>
      <span class="quiet">{{
        onIt === 0 ? 'nothing set on it' : onIt === 1 ? '1 lettering on it' : `${onIt} letterings on it`
      }}</span>
    </header>
    <NameField
      label="Name of the curve"
      :model-value="curve.name"
      :commit="(name) => store.set('Rename curve', curve.id, ['name'], name)" />
    <p v-if="track && !track.ok" class="problem" role="alert">{{ track.problem.message }}</p>
    <div v-for="field in kind.fields" :key="field.label" class="row">
      <span class="label">{{ field.label }}</span>
      <QuantityField
        :label="field.label"
        :model-value="field.get(curve.shape)"
        :unit="field.unit"
        :limits="field.limits"
        :step="field.step"
        :commit="(value, gesture) => change(field.set(curve.shape, value), gesture)" />
    </div>
    <div v-for="choice in kind.choices ?? []" :key="choice.label" class="row">
      <span class="label">{{ choice.label }}</span>
      <ChoiceList
        :model-value="choice.get(curve.shape)"
        :aria-label="choice.label"
        @change="(value: string) => change(choice.set(curve.shape, value))">
        <el-option v-for="option in choice.options" :key="option.value" :value="option.value" :label="option.label" />
      </ChoiceList>
    </div>
    <NodeFields v-if="curve.shape.kind === 'drawn'" :curve="curve" :shape="curve.shape" />
    <div class="acts">
      <button v-if="!follows" class="key" type="button" @click="centreOnSheet">Centre on the sheet</button>
      <button class="key" type="button" @click="emit('letter')">Set lettering on it</button>
    </div>
  </section>
  <CurveActions v-if="stage > 0" :curve="curve" @remove="emit('remove')" />
  <InkPanel v-if="stage > 1" :item="curve" />
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 14px;
}
.problem {
  color: var(--rust);
  margin-top: 8px;
}
</style>
