<script setup lang="ts">
import { nanoid } from 'nanoid';
import { deleteCurveSteps, type AfterDeletion } from '#core/editing/edits/operations';
import { isCurve, type Curve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** Asks what becomes of the lettering on a curve that is to be deleted. */
const curve = defineModel<Curve | null>({ required: true });
const store = usePiece();
const to = ref<string>();

const open = computed({
  get: () => curve.value !== null,
  set: (value) => {
    if (!value) curve.value = null;
  },
});
const carried = computed(() => (curve.value ? store.on(curve.value.id) : []));
const others = computed(() =>
  (store.piece?.items ?? []).filter(isCurve).filter((one) => one.id !== curve.value?.id && store.trackOf(one.id)),
);
watch(curve, () => {
  to.value = others.value[0]?.id;
});

function end(after: AfterDeletion): void {
  const steps = deleteCurveSteps(store.piece!, curve.value!, after);
  const problem = steps.ok
    ? store.edit('Delete curve', steps.value, undefined, after.kind === 'delete' ? [] : [carried.value[0]!.id])
    : steps.problem;
  if (problem) store.notice = { kind: 'warning', text: problem.message };
  curve.value = null;
}
</script>

<template>
  <el-dialog v-model="open" :title="`Delete “${curve?.name ?? ''}”`" width="430px" align-center>
    <p>
      {{ carried.length === 1 ? 'One lettering is' : `${carried.length} letterings are` }} set on this curve. Undo
      brings back whatever you choose.
    </p>
    <div class="ways">
      <div v-if="others.length > 0" class="way">
        <button class="key main" type="button" :disabled="!to" @click="end({ kind: 'move', to: to! })">
          Move the lettering to
        </button>
        <ChoiceList v-model="to" aria-label="Curve to move the lettering to">
          <el-option v-for="one in others" :key="one.id" :value="one.id" :label="one.name" />
        </ChoiceList>
      </div>
      <button class="key" type="button" @click="end({ kind: 'straight', lineId: nanoid(8) })">
        Set it straight on a line
      </button>
      <button class="key" type="button" @click="end({ kind: 'delete' })">Delete both</button>
      <button class="key" type="button" @click="curve = null">Cancel</button>
    </div>
  </el-dialog>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 8px;
  margin-top: 14px;
  justify-items: start;
}
.way {
  display: grid;
  grid-template-columns: auto 170px;
  gap: 8px;
  align-items: center;
}
</style>
