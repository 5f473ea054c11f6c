<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { nanoid } from 'nanoid';
import { mirrorAbout, moveBy } from '#core/shapes/similarity';
import { resizeSteps, reverseSteps, toDrawnSteps, transformSteps, turnSteps } from '#core/editing/edits/operations';
import { freeName, makeCurve } from '#core/piece/make';
import { isCurve, parentsOf, type Curve, type CurveShape } from '#core/piece/types';
import type { Problem } from '#core/result';
import { COMMANDS } from '~/commands';
import { useCurveEdits } from '~/composables/useCurveEdits';
import { usePiece } from '~/stores/piece';

/** What can be done with a curve as a whole. */
const props = defineProps<{ curve: Curve }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();
const { run } = useCurveEdits();
const commands = inject(COMMANDS)!;

const track = computed(() => store.trackOf(props.curve.id));
const follows = computed(() => parentsOf(props.curve.shape).length > 0);
const others = computed(() =>
  store.piece!.items.filter(isCurve).filter((one) => one.id !== props.curve.id && store.trackOf(one.id)),
);

function add(label: EditLabel, shape: CurveShape, name: string): void {
  const item: Curve = { ...makeCurve(nanoid(8), freeName(store.piece!, name), shape) };
  run(label, { ok: true, value: [{ kind: 'insert', index: store.piece!.items.length, item }] }, [item.id]);
}
const parallel = (): void =>
  add('Add parallel', { kind: 'parallel', of: props.curve.id, distanceMm: 3 }, `${props.curve.name}, parallel`);
const midway = (id: string): void =>
  add('Add midway curve', { kind: 'midway', first: props.curve.id, second: id }, 'Midway');
function mirror(): void {
  if (track.value)
    run(
      'Mirror curve',
      { ok: true, value: transformSteps(store.piece!, props.curve, mirrorAbout(track.value.centre)) },
      undefined,
      false,
    );
}
function shareCentre(id: string): void {
  const there = store.trackOf(id)?.centre,
    here = track.value?.centre;
  if (there && here)
    run(
      'Centre on a curve',
      {
        ok: true,
        value: transformSteps(store.piece!, props.curve, moveBy({ x: there.x - here.x, y: there.y - here.y })),
      },
      undefined,
      false,
    );
}
const turn = (deg: number): Problem | null => {
  const steps = turnSteps(store.piece!, props.curve, deg);
  return steps.ok ? store.edit('Turn curve', steps.value) : steps.problem;
};
const resize =
  (withLetters: boolean) =>
  (percent: number): Problem | null => {
    const steps = resizeSteps(store.piece!, props.curve, percent / 100, withLetters);
    return steps.ok
      ? store.edit(withLetters ? 'Resize curve and letters' : 'Resize curve', steps.value)
      : steps.problem;
  };
</script>

<template>
  <section class="section" aria-label="Actions on the curve">
    <header>
      <h2>Actions</h2>
      <span v-if="curve.locked" class="quiet">locked</span>
    </header>
    <div class="acts">
      <button class="key" type="button" @click="parallel">Parallel</button>
      <ChoiceList
        v-if="others.length > 0"
        class="pick"
        placeholder="Midway to…"
        :model-value="undefined"
        aria-label="A curve midway to another"
        @change="midway">
        <el-option v-for="one in others" :key="one.id" :value="one.id" :label="one.name" />
      </ChoiceList>
      <button v-if="!follows" class="key" type="button" @click="commands.duplicate.run()">Duplicate</button>
      <button v-if="!follows" class="key" type="button" @click="mirror">Mirror</button>
      <button
        v-if="!follows"
        class="key"
        type="button"
        @click="run('Reverse curve', reverseSteps(store.piece!, curve))">
        Reverse
      </button>
      <button
        v-if="curve.shape.kind !== 'drawn'"
        class="key"
        type="button"
        @click="run('Convert to nodes', toDrawnSteps(store.piece!, curve))">
        Convert to nodes
      </button>
      <ChoiceList
        v-if="others.length > 0 && !follows"
        class="pick"
        placeholder="Centre on…"
        :model-value="undefined"
        aria-label="Centre on another curve"
        @change="shareCentre">
        <el-option v-for="one in others" :key="one.id" :value="one.id" :label="one.name" />
      </ChoiceList>
      <LockHideDelete
        :item="curve"
        @set="(label, field, value) => store.set(`${label} curve`, curve.id, [field], value)"
        @remove="emit('remove')" />
    </div>
    <template v-if="!follows">
      <div class="row">
        <span class="label">Rotate by</span
        ><QuantityField label="Rotate by" :model-value="0" unit="°" limits="clockDeg" :step="1" :commit="turn" />
      </div>
      <div class="row">
        <span class="label">Scale the curve</span
        ><QuantityField
          label="Resize the curve only"
          :model-value="100"
          unit="%"
          :limits="{ min: 2, max: 2000 }"
          :step="1"
          :commit="resize(false)" />
      </div>
      <div class="row">
        <span class="label">Scale curve and letters</span
        ><QuantityField
          label="Resize curve and letters"
          :model-value="100"
          unit="%"
          :limits="{ min: 2, max: 2000 }"
          :step="1"
          :commit="resize(true)" />
      </div>
    </template>
  </section>
  <CutPanel :curve="curve" />
</template>

<style scoped>
.pick {
  width: 126px;
}
</style>
