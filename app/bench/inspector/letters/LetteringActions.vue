<script setup lang="ts">
import { nanoid } from 'nanoid';
import { asOutlinesSteps } from '#core/drawing/asOutlines';
import { movedTo } from '#core/editing/edits/operations';
import { rewrite } from '#core/editing/edits/reseat';
import { twinOf } from '#core/editing/rules/twins';
import { setStep } from '#core/piece/steps/index';
import { findCurve, isCurve, type Lettering, type TwinShare } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** What can be done with a lettering as a whole. */
const props = defineProps<{ lettering: Lettering }>();
const emit = defineEmits<{ remove: [] }>();
const store = usePiece();
useSidePanel();
const view = useView();

const curves = computed(() => store.piece!.items.filter(isCurve).filter((one) => store.trackOf(one.id)));
const closed = computed(() => store.trackOf(props.lettering.curveId)?.path.path.closed ?? false);
const twin = computed(() => twinOf(store.piece!, props.lettering));
const SHARES: readonly { share: TwinShare; name: string }[] = [
  { share: 'face', name: 'face' },
  { share: 'size', name: 'size' },
  { share: 'space', name: 'space' },
  { share: 'stance', name: 'stance' },
  { share: 'ink', name: 'ink' },
  { share: 'band', name: 'band' },
];

const warn = (problem: { message: string } | null): void => {
  if (problem) store.notice = { kind: 'warning', text: problem.message };
};
/** The one of the two that says so. */
const holder = computed(() =>
  twin.value ? (props.lettering.twin?.of === twin.value.other.id ? props.lettering : twin.value.other) : null,
);
function part(): void {
  if (holder.value) store.set('Detach from twin', holder.value.id, ['twin'], null);
}
function share(name: TwinShare, on: boolean): void {
  if (!holder.value?.twin) return;
  const shares = SHARES.map((one) => one.share).filter((one) => (one === name ? on : twin.value!.shares.includes(one)));
  store.set('Share with the twin', holder.value.id, ['twin', 'shares'], shares);
}
function moveTo(curveId: string): void {
  const track = store.trackOf(curveId);
  if (!track || !findCurve(store.piece!, curveId) || curveId === props.lettering.curveId) return;
  warn(
    store.edit(
      'Move to another curve',
      rewrite(store.piece!, props.lettering, movedTo(props.lettering, curveId, track)),
    ),
  );
}
const copySeat = (): void => {
  const { seat, anchor, stance, spacing } = props.lettering;
  view.seatCopy = { seat: { ...seat, hold: null }, anchor, stance, spacing };
};
function outlines(): void {
  const set = store.selectedSetting;
  const made = set && asOutlinesSteps(store.piece!, props.lettering, set, () => nanoid(8));
  if (made) warn(made.ok ? store.edit('Copy as outlines', made.value.steps, undefined, made.value.ids) : made.problem);
}
function pasteSeat(): void {
  const copy = view.seatCopy;
  if (!copy) return;
  const { id } = props.lettering;
  const at = copy.anchor.at.kind === 'clock' && !closed.value ? props.lettering.anchor.at : copy.anchor.at;
  warn(
    store.edit('Paste seat', [
      setStep(store.piece!, id, ['seat'], copy.seat),
      setStep(store.piece!, id, ['anchor'], { ...copy.anchor, at }),
      setStep(store.piece!, id, ['stance'], copy.stance),
      setStep(store.piece!, id, ['spacing'], copy.spacing),
    ]),
  );
}
</script>

<template>
  <section class="section" aria-label="Actions on the lettering">
    <header>
      <h2>Actions</h2>
      <span v-if="twin" class="quiet">twin of “{{ twin.other.wording.slice(0, 14) }}”</span>
    </header>
    <div class="acts">
      <button v-if="twin" class="key" type="button" @click="part">Detach from twin</button>
      <button class="key" type="button" @click="copySeat">Copy seat</button>
      <button class="key" type="button" :disabled="!view.seatCopy" @click="pasteSeat">Paste seat</button>
      <button
        class="key"
        type="button"
        title="The letters as drawn curves with nodes; the lettering stays, hidden, beside them"
        :disabled="!store.selectedSetting"
        @click="outlines">
        Copy as outlines
      </button>
      <LockHideDelete
        :item="lettering"
        @set="(label, field, value) => store.set(`${label} lettering`, lettering.id, [field], value)"
        @remove="emit('remove')" />
    </div>
    <div v-if="twin" class="shares" role="group" aria-label="Shared with the twin">
      <span class="label">Shared with the twin</span>
      <label v-for="one in SHARES" :key="one.share"
        ><input
          type="checkbox"
          :checked="twin.shares.includes(one.share)"
          :data-share="one.share"
          @change="share(one.share, ($event.target as HTMLInputElement).checked)" />
        {{ one.name }}</label
      >
    </div>
    <div v-if="curves.length > 1" class="row">
      <span class="label">On the curve</span>
      <ChoiceList :model-value="lettering.curveId" aria-label="On the curve" @change="moveTo">
        <el-option v-for="one in curves" :key="one.id" :value="one.id" :label="one.name" />
      </ChoiceList>
    </div>
  </section>
</template>

<style scoped>
.shares {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  margin: 8px 0;
  font-size: 12px;
}
.shares .label {
  width: 100%;
  color: var(--ink-soft);
  font-size: 13px;
}
.shares label {
  display: flex;
  align-items: center;
  gap: 5px;
}
.shares input {
  accent-color: var(--teal);
  margin: 0;
}
</style>
