<script setup lang="ts">
import { traceLettering } from '#core/drawing/traceLetters';
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import type { Lettering } from '#core/piece/types';
import type { Problem } from '#core/result';
import type { LinePlace } from '#core/setting/hand/guides';
import { MEASURED_PICTURE, measuredPicture } from '#core/setting/pictures/measuredPicture';
import { linePath } from '~/composables/useLines';
import { useFaces } from '~/stores/faces';

/** The height at which advances are measured, as a slider and as a picture of what it does. */
const props = defineProps<{ lettering: Lettering; commit: (value: number, gesture: string) => Problem | null }>();
const faces = useFaces();

const WORDS: Readonly<Record<number, string>> = { 0: 'the baseline', 0.5: 'the middle of the caps', 1: 'the cap line' };
const at = computed(() => props.lettering.spacing.measuredAt);
const word = computed(() => WORDS[at.value] ?? `${Math.round(at.value * 100)} % of the cap height`);
/** Drawn anew while the slider moves, not while words are typed. */
const resting = useIdleValue(() => props.lettering);
const picture = computed(() => {
  const face = faces.loaded.get(resting.value.faceId);
  const made = face && measuredPicture({ ...resting.value, spacing: props.lettering.spacing }, face);
  if (!made) return null;
  const line = (places: readonly LinePlace[]): string => linePath(places, false, (place) => place, 100);
  return {
    letters: screenPathData((sink) => traceLettering(made.set, sink), UNIT_MM.coarse),
    measured: line(made.measured),
    curve: line(made.curve),
  };
});
</script>

<template>
  <SliderField
    label="Spacing measured at"
    :model-value="at"
    limits="measuredAt"
    :min="0"
    :max="1"
    :step="0.05"
    :word="`Spacing measured at ${word}`"
    :commit="commit" />
  <div v-if="picture" class="measured">
    <svg :viewBox="`0 0 ${MEASURED_PICTURE.width} ${MEASURED_PICTURE.height}`" aria-hidden="true">
      <path :d="picture.curve" class="curve" />
      <path :d="picture.letters" class="letters" :transform="`scale(${UNIT_MM.coarse})`" />
      <path :d="picture.measured" class="at" />
    </svg>
    <p class="quiet">
      On the red line, {{ word }}, they are as far apart as on a straight line; below it they crowd, above they fan out.
    </p>
  </div>
</template>

<style scoped>
.measured {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 10px;
  align-items: center;
  margin-top: 6px;
}
svg {
  display: block;
  width: 100%;
  background: var(--field);
  border: 1px solid var(--hairline);
  border-radius: 7px;
}
.curve {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1;
}
.letters {
  fill: var(--ink);
}
.at {
  fill: none;
  stroke: var(--rust);
  stroke-width: 1.6;
}
p {
  font-size: 12px;
  line-height: 1.35;
}
</style>
