<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { STANCES } from '#core/stances/index';
import { setStep } from '#core/piece/steps/index';
import { isCurve, type Lettering, type Seat, type SeatedBy, type SeatHold } from '#core/piece/types';
import { releasedSeat } from '#core/editing/edits/release';
import { usePiece } from '~/stores/piece';

/** What of the letters sits at the curve, and what keeps them at their distance. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();

const BY: readonly { value: SeatedBy; label: string }[] = [
  { value: 'caps', label: 'capitals' },
  { value: 'x-height', label: 'x-height' },
  { value: 'extents', label: 'full height' },
  { value: 'ink', label: 'the ink' },
];
const KINDS = [
  { value: 'none', label: 'its own curve' },
  { value: 'touching', label: 'touching another' },
  { value: 'band', label: 'midway between two' },
] as const;

const curves = computed(() => store.piece!.items.filter(isCurve).filter((one) => store.trackOf(one.id)));
const others = computed(() => curves.value.filter((one) => one.id !== props.lettering.curveId));
const hold = computed(() => props.lettering.seat.hold);
/** What to say where the curves make it impossible, or not along all of the words. */
const unmet = computed(() =>
  hold.value && store.shownSetting?.lettering.id === props.lettering.id
    ? (store.shownSetting.notes.find((note) => note.code === 'hold-not-met')?.message ?? '')
    : '',
);

function setSeat(label: EditLabel, seat: Seat, gesture?: string) {
  return store.edit(label, [setStep(store.piece!, props.lettering.id, ['seat'], seat)], gesture);
}
function warnOf(problem: ReturnType<typeof setSeat>): void {
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
const setBy = (by: SeatedBy): void => warnOf(setSeat('Seat by', { ...props.lettering.seat, by }));
function setKind(kind: (typeof KINDS)[number]['value']): void {
  const { seat, curveId } = props.lettering;
  const first = others.value[0]?.id;
  if (kind === 'none') {
    const free = releasedSeat(store.piece!, props.lettering);
    if (free) warnOf(setSeat('Let go', free));
    return;
  }
  if (!first) return;
  const next: SeatHold =
    kind === 'touching'
      ? { kind, curveId: first, gapMm: 0.5 }
      : { kind, curveId: first, otherId: others.value[1]?.id ?? curveId };
  warnOf(
    setSeat(kind === 'touching' ? 'Touch another curve' : 'Centre in a band', {
      ...seat,
      hold: next,
      baselineShiftMm: 0,
    }),
  );
}
const setHold = (next: SeatHold, gesture?: string) =>
  setSeat('Change distance', { ...props.lettering.seat, hold: next }, gesture);
</script>

<template>
  <div v-if="!STANCES[lettering.stance.kind].stacked" class="row">
    <span class="label">Height measured by</span>
    <ChoiceList :model-value="lettering.seat.by" aria-label="Height measured by" @change="setBy">
      <el-option v-for="one in BY" :key="one.value" :value="one.value" :label="one.label" />
    </ChoiceList>
  </div>
  <div v-if="others.length > 0" class="row">
    <span class="label">Distance from</span>
    <ChoiceList :model-value="hold?.kind ?? 'none'" aria-label="Distance from" @change="setKind">
      <el-option v-for="one in KINDS" :key="one.value" :value="one.value" :label="one.label" />
    </ChoiceList>
  </div>
  <div v-if="hold?.kind === 'touching'" class="row">
    <span class="label">Gap to</span>
    <span class="pair">
      <ChoiceList
        :model-value="hold.curveId"
        aria-label="Curve to touch"
        @change="
          (id: string) => warnOf(setHold({ ...(hold as Extract<SeatHold, { kind: 'touching' }>), curveId: id }))
        ">
        <el-option v-for="one in others" :key="one.id" :value="one.id" :label="one.name" />
      </ChoiceList>
      <QuantityField
        label="Gap"
        :model-value="hold.gapMm"
        limits="gapMm"
        :step="0.1"
        :commit="(gapMm, g) => setHold({ ...(hold as Extract<SeatHold, { kind: 'touching' }>), gapMm }, g)" />
    </span>
  </div>
  <div v-if="hold?.kind === 'band'" class="row">
    <span class="label">Between</span>
    <span class="pair">
      <ChoiceList
        :model-value="hold.curveId"
        aria-label="First curve of the band"
        @change="(id: string) => warnOf(setHold({ ...(hold as Extract<SeatHold, { kind: 'band' }>), curveId: id }))">
        <el-option v-for="one in curves" :key="one.id" :value="one.id" :label="one.name" />
      </ChoiceList>
      <ChoiceList
        :model-value="hold.otherId"
        aria-label="Second curve of the band"
        @change="(id: string) => warnOf(setHold({ ...(hold as Extract<SeatHold, { kind: 'band' }>), otherId: id }))">
        <el-option v-for="one in curves" :key="one.id" :value="one.id" :label="one.name" />
      </ChoiceList>
    </span>
  </div>
  <p v-if="unmet" class="unmet" role="alert" data-unmet>{{ unmet }}</p>
</template>

<style scoped>
.unmet {
  margin-top: 6px;
  color: var(--rust);
  font-size: 12px;
  font-weight: 600;
  line-height: 1.35;
}
</style>
