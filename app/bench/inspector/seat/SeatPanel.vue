<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { clockAtFraction, fractionOf } from '#core/curves/clock';
import type { Track } from '#core/curves/index';
import { setStep } from '#core/piece/steps/index';
import type { Alignment, Lettering, Side, Tops } from '#core/piece/types';
import { isClosed, namedPlaces, nearestNamed, placeAtFraction } from '#core/setting/line/anchorPlaces';
import { reseatLettering } from '#core/setting/line/seat';
import { placedByBookends } from '#core/setting/space/fill';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

const props = defineProps<{ lettering: Lettering; track: Track }>();
const store = usePiece();
useSidePanel();
const view = useView();

const closed = computed(() => isClosed(props.track));
/** Arcs and spirals have an outside; any other curve with ends has an above. */
const openCurve = computed(() => !closed.value && !['arc', 'spiral'].includes(store.selectedCurve?.shape.kind ?? ''));
/** Filled between bookends, a lettering has its place from them alone. */
const anchored = computed(() => !placedByBookends(props.lettering, closed.value));
const kept = computed(() => props.lettering.fit.kept && props.lettering.anchor.align !== 'filled');
const places = computed(() => namedPlaces(props.track));
const u = computed(() => fractionOf(props.track, props.lettering.anchor.at));
const named = computed(() => {
  const near = nearestNamed(props.track, u.value);
  return near.mm < 1e-6 ? near.place.name : '';
});
/**
 * The clock angle of the anchor on a closed curve, however it is given; a share of the length, in per cent, on an open
 * one.
 */
const angleDeg = computed(() =>
  props.lettering.anchor.at.kind === 'clock' ? props.lettering.anchor.at.deg : clockAtFraction(props.track, u.value),
);
const angle = computed(() => (closed.value ? angleDeg.value : u.value * 100));

function take(label: EditLabel, next: Lettering): void {
  const piece = store.piece!;
  const { id } = props.lettering;
  const problem = store.edit(label, [
    setStep(piece, id, ['seat'], next.seat),
    setStep(piece, id, ['bookends'], next.bookends),
    setStep(piece, id, ['anchor'], next.anchor),
  ]);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
const seat = (tops: Tops, side: Side): void => {
  take(
    tops === props.lettering.seat.tops ? 'Change seat' : 'Turn over',
    reseatLettering(props.lettering, tops, side, view.keepBand),
  );
};
const anchorAt = (fraction: number, gesture?: string) =>
  store.set('Move anchor', props.lettering.id, ['anchor', 'at'], placeAtFraction(props.track, fraction), gesture);
const setAngle = (value: number, gesture: string) =>
  closed.value
    ? store.set(
        'Move anchor',
        props.lettering.id,
        ['anchor', 'at'],
        { kind: 'clock', deg: ((value % 360) + 360) % 360 },
        gesture,
      )
    : anchorAt(value / 100, gesture);
function choosePlace(name: string): void {
  const place = places.value.find((one) => one.name === name);
  if (place) anchorAt(place.u);
}
const setDistance = (mm: number, gesture: string) =>
  store.set('Move anchor', props.lettering.id, ['anchor', 'at'], { kind: 'distance', mm }, gesture);
function centreBetween(): void {
  const { startU, endU } = props.lettering.bookends;
  const forward = (endU - startU) * (props.track.outwardSign * (props.lettering.seat.tops === 'outward' ? 1 : -1));
  const room = closed.value ? forward - Math.floor(forward) || 1 : Math.abs(endU - startU);
  const middle = closed.value
    ? startU + (room / 2) * (props.track.outwardSign * (props.lettering.seat.tops === 'outward' ? 1 : -1))
    : (startU + endU) / 2;
  store.set('Centre between the bookends', props.lettering.id, ['anchor'], {
    ...props.lettering.anchor,
    at: placeAtFraction(props.track, middle - (closed.value ? Math.floor(middle) : 0)),
    startOffsetMm: 0,
    align: 'centre',
  });
}
/** A fraction of the length, whatever the curve: stored as one, so that it stays when the curve changes its form. */
const setFraction = (percent: number, gesture: string) =>
  store.set('Move anchor', props.lettering.id, ['anchor', 'at'], { kind: 'fraction', u: percent / 100 }, gesture);
const offset = (value: number, gesture: string) =>
  store.set('Start offset', props.lettering.id, ['anchor', 'startOffsetMm'], value, gesture);
/** The same shift as a share of the height of the capitals. */
const capMm = computed(() => store.selectedSetting?.capMm ?? 1);
const shiftPercent = computed(() => (props.lettering.seat.baselineShiftMm / capMm.value) * 100);
const setShiftPercent = (percent: number, gesture: string) => shift((percent / 100) * capMm.value, gesture);
const shift = (value: number, gesture: string) =>
  store.set('Shift baseline', props.lettering.id, ['seat', 'baselineShiftMm'], value, gesture);
/** On a curve with ends the words go to the start, the middle or the end of their room; on a ring they stay where they are. */
const align = (value: string | number | boolean | undefined): void => {
  const to = value as Alignment;
  const { startU, endU } = props.lettering.bookends;
  const at = { start: startU, centre: (startU + endU) / 2, end: endU, filled: null }[to];
  if (closed.value || at === null) store.set('Align', props.lettering.id, ['anchor', 'align'], to);
  else
    store.set('Align', props.lettering.id, ['anchor'], {
      ...props.lettering.anchor,
      align: to,
      at: placeAtFraction(props.track, at),
      startOffsetMm: 0,
    });
};
const word = computed(
  () => ({ start: 'Start at', centre: 'Centre at', end: 'End at', filled: 'Seen from' })[props.lettering.anchor.align],
);
</script>

<template>
  <section class="section" aria-label="Seat">
    <header>
      <h2>Seat</h2>
      <span class="quiet">how the letters meet the curve</span>
    </header>
    <SeatPicker :lettering="lettering" :open="openCurve" @choose="seat" />
    <label class="switch"><input v-model="view.keepBand" type="checkbox" /> Stay in the band when flipped</label>
    <DistanceFields :lettering="lettering" />
    <p v-if="kept && !anchored" class="quiet by-bookends">Kept filled: it stands between its bookends.</p>
    <div v-if="!kept" class="row">
      <span class="label">Alignment</span>
      <el-radio-group
        :model-value="lettering.anchor.align"
        size="small"
        aria-label="Alignment at the anchor"
        @change="align">
        <el-radio-button value="start">start</el-radio-button>
        <el-radio-button value="centre">centre</el-radio-button>
        <el-radio-button value="end">end</el-radio-button>
        <el-radio-button value="filled">filled</el-radio-button>
      </el-radio-group>
    </div>
    <template v-if="anchored">
      <div class="row">
        <span class="label">{{ word }}</span>
        <ChoiceList
          :model-value="named"
          :aria-label="word"
          placeholder="between the named places"
          @change="choosePlace">
          <el-option v-for="place in places" :key="place.name" :value="place.name" :label="place.name" />
        </ChoiceList>
      </div>
      <div class="row">
        <span class="label">{{ closed ? 'Angle, offset' : 'Place, offset' }}</span>
        <span class="pair">
          <QuantityField
            :label="closed ? 'Anchor angle' : 'Anchor place'"
            :model-value="angle"
            :unit="closed ? '°' : '%'"
            :places="1"
            :step="closed ? 1 : 0.5"
            :limits="closed ? 'clockDeg' : { min: 0, max: 100 }"
            :commit="setAngle" />
          <QuantityField
            label="Start offset"
            :model-value="lettering.anchor.startOffsetMm"
            limits="startOffsetMm"
            :commit="offset" />
        </span>
      </div>
    </template>
    <div v-if="!kept || anchored" class="row">
      <span class="label">Ends measured by</span>
      <span class="pair uneven">
        <ChoiceList
          :model-value="lettering.anchor.by"
          aria-label="Ends measured by"
          @change="(value: 'ink' | 'advance') => store.set('Align', lettering.id, ['anchor', 'by'], value)">
          <el-option value="ink" label="ink" /><el-option value="advance" label="advance" />
        </ChoiceList>
        <QuantityField
          v-if="anchored"
          label="Anchor distance"
          :model-value="u * track.path.lengthMm"
          unit="mm"
          limits="startOffsetMm"
          :step="0.5"
          :commit="setDistance" />
      </span>
    </div>
    <button v-if="!kept" class="key between" type="button" @click="centreBetween">Centre between the bookends</button>
    <div v-if="closed && anchored" class="row dial-row">
      <span class="label">Rotate along the curve</span>
      <span class="pair">
        <DialField label="Rotate along the curve" :model-value="angleDeg" @change="(deg, g) => setAngle(deg, g)" />
        <QuantityField
          label="Anchor fraction"
          :model-value="(u - Math.floor(u)) * 100"
          unit="%"
          :limits="{ min: 0, max: 100 }"
          :step="0.5"
          :places="2"
          :commit="setFraction" />
      </span>
    </div>
    <SliderField
      label="Baseline shift"
      :model-value="lettering.seat.baselineShiftMm"
      unit="mm"
      limits="baselineShiftMm"
      :min="-5"
      :max="5"
      :step="0.05"
      :commit="shift" />
    <div class="row">
      <span class="label">of the caps</span>
      <QuantityField
        label="Baseline shift in per cent"
        :model-value="shiftPercent"
        unit="%"
        :limits="{ min: -1000, max: 1000 }"
        :step="1"
        :places="1"
        :commit="setShiftPercent" />
    </div>
  </section>
</template>

<style scoped>
.pair.uneven {
  grid-template-columns: 4fr 5fr;
}
.by-bookends {
  margin-top: 8px;
  font-size: 12px;
}
.switch {
  display: flex;
  align-items: center;
  gap: 7px;
  margin: 9px 0 2px;
  font-size: 12px;
}
.switch input {
  accent-color: var(--teal);
  width: 15px;
  height: 15px;
  margin: 0;
}
.between {
  margin-top: 8px;
}
</style>
