<script setup lang="ts">
import { nanoid } from 'nanoid';
import { copiesTurnedSteps } from '#core/editing/edits/copies';
import { isLettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Copies of what is selected, each turned by the same angle farther than the one before. */
const store = usePiece();
const view = useView();
const first = useTemplateRef<{ focus: () => void }>('first');
const deg = ref(180);
const count = ref(1);
const upright = ref(true);
const words = computed(() =>
  store.selection.some((id) => store.piece!.items.some((one) => one.id === id && isLettering(one))),
);

function make(): void {
  const made = copiesTurnedSteps(store.piece!, store.selection, {
    turnDeg: deg.value,
    count: count.value,
    upright: upright.value,
    newId: () => nanoid(8),
  });
  const problem = made.ok ? store.edit('Turn a copy', made.value.steps, undefined, made.value.ids) : made.problem;
  if (problem) store.notice = { kind: 'warning', text: problem.message };
  else view.turnCopy = false;
}
</script>

<template>
  <el-dialog v-model="view.turnCopy" title="Turn a copy" width="340px" align-center @open-auto-focus="beginIn(first)">
    <form @submit.prevent="make">
      <div class="row">
        <span class="label">Turned by</span>
        <QuantityField
          ref="first"
          label="Turned by"
          :model-value="deg"
          unit="°"
          :limits="{ min: -360, max: 360 }"
          :step="15"
          holds-enter
          :commit="
            (value) => {
              deg = value;
              return null;
            }
          " />
      </div>
      <div class="row">
        <span class="label">Copies</span>
        <QuantityField
          label="Copies"
          :model-value="count"
          unit=""
          :limits="{ min: 1, max: 60 }"
          :step="1"
          :places="0"
          holds-enter
          :commit="
            (value) => {
              count = Math.round(value);
              return null;
            }
          " />
      </div>
      <TickField v-if="words" :model-value="upright" @change="upright = $event"
        >Turn letters over where they would stand upside down</TickField
      >
      <div class="ends">
        <button class="key main" type="submit">Make {{ count === 1 ? 'the copy' : `${count} copies` }}</button>
        <button class="key" type="button" @click="view.turnCopy = false">Cancel</button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.ends {
  display: flex;
  gap: 8px;
  margin-top: 14px;
}
</style>
