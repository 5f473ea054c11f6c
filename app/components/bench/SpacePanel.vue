<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import { evenness, trueGaps } from '#core/setting/trueGaps';
import { worstLine } from '#core/setting/setLettering';
import { usePiece } from '~/stores/piece';

const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();

const set = (label: string, name: keyof Lettering['spacing']) => (value: number | boolean, gesture?: string) =>
  store.set(label, props.lettering.id, ['spacing', name], value, gesture);
const tracking = set('Tracking', 'tracking');
const measuredAt = set('Measured at', 'measuredAt');
const kerning = set('Kerning', 'kerning');
const ligatures = set('Ligatures', 'ligatures');

const joined = computed(() => store.selectedSetting?.measured.run.joined === true);
/** Judged when the hand rests, so that no drag waits for it. */
const resting = useResting(() => store.selectedSetting);
const even = computed(() => (resting.value ? evenness(trueGaps(resting.value), resting.value.capMm) : null));
const filled = computed(() => props.lettering.anchor.align === 'filled');
/** Stacked letters advance by their height: nothing is measured between them, nothing kerned or joined. */
const stacked = computed(() => props.lettering.stance.kind === 'stacked');
const heightWord = computed(() => ({ 0: 'the baseline', 0.5: 'the middle of the caps', 1: 'the cap line' })[props.lettering.spacing.measuredAt] ?? `${Math.round(props.lettering.spacing.measuredAt * 100)} % of the cap height`);
const fits = computed(() => {
  const overset = store.selectedSetting ? worstLine(store.selectedSetting).overset : null;
  if (!overset || overset.inkMm === 0) return null;
  const past = overset.beforeMm + overset.afterMm;
  return past > 0 ? { text: `${past.toFixed(2)} mm overset`, over: true } : { text: `${(overset.roomMm - overset.inkMm).toFixed(1)} mm free`, over: false };
});
</script>

<template>
  <section class="section" aria-label="Space">
    <header><h2>Space</h2><span v-if="fits" :class="fits.over ? 'over' : 'quiet'">{{ fits.text }}</span></header>
    <p v-if="joined" class="quiet explain">Joined letters are not tracked: it would tear them apart. Spread the words, or choose another size.</p>
    <p v-else-if="filled" class="quiet explain">The letters are spread from bookend to bookend, so tracking has nothing to say.</p>
    <SliderField v-else label="Tracking" :model-value="lettering.spacing.tracking" limits="tracking" :min="-100" :max="300" :step="1" :places="1" :commit="tracking" />
    <SliderField
      v-if="!stacked" label="Measured at" :model-value="lettering.spacing.measuredAt" limits="measuredAt" :min="0" :max="1" :step="0.05"
      :word="`Measured at ${heightWord}`" :commit="measuredAt"
    />
    <p v-if="even !== null" class="evenness"><span>Evenness</span><span class="bar"><span :style="{ width: `${even}%` }" /></span><b>{{ even.toFixed(0) }} %</b></p>
    <p v-if="!stacked" class="quiet explain">The letters are as far apart as on a straight line at {{ heightWord }}; 0 is the baseline, 1 the cap line.</p>
    <div v-if="!stacked" class="switches">
      <label><input type="checkbox" :checked="lettering.spacing.kerning" @change="kerning(($event.target as HTMLInputElement).checked)"> Kerning of the face</label>
      <label :class="{ quiet: lettering.spacing.tracking !== 0 }">
        <input type="checkbox" :checked="lettering.spacing.ligatures" :disabled="lettering.spacing.tracking !== 0" @change="ligatures(($event.target as HTMLInputElement).checked)">
        Ligatures<template v-if="lettering.spacing.tracking !== 0">, off while tracked</template>
      </label>
    </div>
  </section>
</template>

<style scoped>
.explain { font-size: 12px; margin-top: 6px; }
.evenness { display: grid; grid-template-columns: 84px 1fr auto; gap: 8px; align-items: center; margin-top: 10px; color: var(--ink-soft); }
.evenness b { color: var(--ink); font-weight: 600; min-width: 42px; text-align: right; }
.bar { height: 4px; border-radius: 2px; background: var(--hairline); overflow: hidden; }
.bar span { display: block; height: 100%; background: var(--moss); }
.switches { display: grid; gap: 6px; margin-top: 10px; }
.switches label { display: flex; align-items: center; gap: 7px; }
.switches input { accent-color: var(--teal); width: 15px; height: 15px; margin: 0; }
.over { color: var(--rust); font-weight: 600; }
</style>
