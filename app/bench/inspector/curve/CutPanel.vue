<script setup lang="ts">
import { nanoid } from 'nanoid';
import { cutEquallySteps, cutInHalvesSteps, MOST_PARTS } from '#core/editing/edits/cut';
import { joinable, joinSteps } from '#core/editing/edits/join';
import { findCurve, type Curve } from '#core/piece/types';
import { useCurveEdits } from '~/composables/useCurveEdits';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Cutting a curve, and joining it with another. Lettering stays where it stands. */
const props = defineProps<{ curve: Curve }>();
const store = usePiece();
const view = useView();
const { run } = useCurveEdits();

const closed = computed(() => store.trackOf(props.curve.id)?.path.path.closed ?? false);
const partners = computed(() => joinable(store.piece!, props.curve));
const parts = ref(3);
const setParts = (value: number): null => {
  parts.value = Math.round(value);
  return null;
};
const newId = (): string => nanoid(8);

function join(id: string): void {
  const other = findCurve(store.piece!, id);
  if (other) run('Join curves', joinSteps(store.piece!, props.curve, other), [props.curve.id]);
}
</script>

<template>
  <section class="section" aria-label="Cut and join">
    <header>
      <h2>Cut and join</h2>
      <span class="quiet">letters stay in place</span>
    </header>
    <div class="acts">
      <button
        v-if="closed"
        class="key"
        type="button"
        @click="run('Cut in halves', cutInHalvesSteps(store.piece!, curve, newId))">
        Top and bottom halves
      </button>
      <button
        class="key"
        type="button"
        :aria-pressed="view.tool === 'cut'"
        @click="view.tool = view.tool === 'cut' ? 'pick' : 'cut'">
        Cut at a click
      </button>
    </div>
    <div class="row">
      <span class="label">Divide equally</span>
      <span class="pair">
        <QuantityField
          label="Number of parts"
          :model-value="parts"
          unit=""
          :limits="{ min: 2, max: MOST_PARTS }"
          :step="1"
          :places="0"
          :commit="setParts" />
        <button
          class="key"
          type="button"
          @click="run('Cut into parts', cutEquallySteps(store.piece!, curve, parts, newId))">
          Cut
        </button>
      </span>
    </div>
    <div v-if="partners.length > 0" class="row">
      <span class="label">Join with</span>
      <ChoiceList
        placeholder="nearest curve first"
        :model-value="undefined"
        aria-label="Join with another open curve"
        @change="join">
        <el-option v-for="one in partners" :key="one.id" :value="one.id" :label="one.name" />
      </ChoiceList>
    </div>
  </section>
</template>
