<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { STANCES } from '#core/stances/index';
import type { Lettering } from '#core/piece/types';
import { worstLine } from '#core/setting/line/set';
import { useCollisions } from '~/composables/useCollisions';
import { useGaps } from '~/composables/useGaps';
import { usePiece } from '~/stores/piece';

const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const { gaps, byHand, pickWorst, clearAll } = useGaps();
const touching = useCollisions();

const set =
  (label: EditLabel, name: keyof Lettering['spacing'], by = 1) =>
  (value: number | boolean, gesture?: string) =>
    store.set(label, props.lettering.id, ['spacing', name], typeof value === 'number' ? value / by : value, gesture);
const tracking = set('Tracking', 'tracking');
const words = set('Word spacing', 'words', 100);
const measuredAt = set('Spacing measured at', 'measuredAt');
const leastGap = set('Minimum gap', 'leastGapMm');
const kerning = set('Kerning', 'kerning');
const ligatures = set('Ligatures', 'ligatures');

const tooLarge = computed(
  () => store.shownSetting?.notes.find((note) => note.code === 'least-gap-too-large')?.message ?? '',
);
const joined = computed(() => store.shownSetting?.measured.run.joined === true);
/** A fit that is kept has the say in tracking where it goes by that. */
const tracksItself = computed(
  () => props.lettering.fit.kept && props.lettering.fit.rules.some((rule) => rule.by === 'tracking'),
);
const fittedTracking = computed(() => store.shownSetting?.fitted.spacing.tracking ?? props.lettering.spacing.tracking);
const filled = computed(() => props.lettering.anchor.align === 'filled');
/** Stacked letters advance by their height: nothing is measured between them, nothing kerned or joined. */
const stacked = computed(() => STANCES[props.lettering.stance.kind].stacked);
const fits = computed(() => {
  const overset = store.shownSetting ? worstLine(store.shownSetting).overset : null;
  if (!overset || overset.inkMm === 0) return null;
  const past = overset.beforeMm + overset.afterMm;
  return past > 0
    ? { text: `${past.toFixed(2)} mm overset`, over: true }
    : {
        text:
          overset.roomMm - overset.inkMm < 0.005 ? 'full' : `${(overset.roomMm - overset.inkMm).toFixed(1)} mm free`,
        over: false,
      };
});
</script>

<template>
  <section class="section" aria-label="Space">
    <header>
      <h2>Space</h2>
      <span v-if="fits" :class="fits.over ? 'over' : 'quiet'">{{ fits.text }}</span>
    </header>
    <p v-if="joined" class="quiet explain">
      Joined letters are not tracked: it would tear them apart. Spread the words, or choose another size.
    </p>
    <p v-else-if="filled" class="quiet explain">
      The letters are spread from bookend to bookend, so tracking has no effect here.
    </p>
    <p v-else-if="tracksItself" class="quiet explain">
      Tracking {{ fittedTracking.toFixed(1) }}, from keeping it filled.
    </p>
    <SliderField
      v-else
      label="Tracking"
      :model-value="lettering.spacing.tracking"
      limits="tracking"
      :min="-100"
      :max="300"
      :step="1"
      :places="1"
      :commit="tracking" />
    <SliderField
      v-if="!stacked"
      label="Word spacing"
      :model-value="lettering.spacing.words * 100"
      unit="%"
      :limits="{ min: 0, max: 1000 }"
      :min="20"
      :max="250"
      :step="1"
      :places="0"
      :commit="words" />
    <MeasuredAt v-if="!stacked" :lettering="lettering" :commit="measuredAt" />
    <template v-if="!stacked && !joined">
      <AimPanel :lettering="lettering" />
      <div class="row">
        <span class="label">Minimum gap</span>
        <span class="pair">
          <QuantityField
            label="Minimum gap"
            :model-value="lettering.spacing.leastGapMm"
            limits="leastGapMm"
            :step="0.05"
            :commit="leastGap" />
          <span class="said" :class="{ over: touching.length > 0 }" role="status">{{
            touching.length === 0 ? 'none is closer' : `${touching.length} closer`
          }}</span>
        </span>
      </div>
      <p v-if="tooLarge" class="over explain" role="alert">{{ tooLarge }}</p>
      <div v-if="gaps.length > 0" class="acts">
        <button class="key" type="button" @click="pickWorst('widest')">Widest gap</button>
        <button class="key" type="button" @click="pickWorst('tightest')">Tightest gap</button>
        <button v-if="byHand > 0" class="key" type="button" @click="clearAll">Clear {{ byHand }} by hand</button>
      </div>
    </template>
    <div v-if="!stacked" class="switches">
      <label class="tick"
        ><input
          type="checkbox"
          :checked="lettering.spacing.kerning"
          @change="kerning(($event.target as HTMLInputElement).checked)" />
        Font kerning</label
      >
      <label class="tick" :class="{ quiet: fittedTracking !== 0 }">
        <input
          type="checkbox"
          :checked="lettering.spacing.ligatures"
          :disabled="fittedTracking !== 0"
          @change="ligatures(($event.target as HTMLInputElement).checked)" />
        Ligatures<template v-if="fittedTracking !== 0"> (off while tracked)</template>
      </label>
    </div>
  </section>
</template>

<style scoped>
.explain {
  font-size: 12px;
  margin-top: 6px;
}
.said {
  align-self: center;
  color: var(--ink-soft);
  font-size: 12px;
}
.acts {
  margin-top: 9px;
}
.switches {
  display: grid;
  gap: 6px;
  margin-top: 10px;
}
.over {
  color: var(--rust);
  font-weight: 600;
}
</style>
