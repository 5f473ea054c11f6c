<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import { roundingFor } from '#core/setting/line/corners';
import { usePiece } from '~/stores/piece';

/** What this lettering does at the sharp corners of its curve. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const USUAL_MM = 2;

/** The radius, mm, by which the inside of a corner is rounded for these letters; the usual one where they are outside. */
const needed = computed(() => {
  const set = store.settings.get(props.lettering.id);
  const track = store.trackOf(props.lettering.curveId);
  if (!set?.ok || !track) return USUAL_MM;
  const { direction, baselineMm, measured, capMm } = set.value;
  const heights = [measured.inkTopMm, measured.inkBottomMm].map((mm) => baselineMm + mm);
  return Math.max(USUAL_MM, roundingFor(track, direction, heights, capMm));
});
const tight = computed(
  () =>
    props.lettering.corners.kind === 'round' &&
    props.lettering.corners.radiusMm < needed.value &&
    needed.value > USUAL_MM,
);

function choose(kind: string | number | boolean | undefined): void {
  store.set('Corners', props.lettering.id, ['corners'], kind === 'round' ? { kind, radiusMm: needed.value } : { kind });
}
const radius = (radiusMm: number, gesture: string) =>
  store.set('Corner radius', props.lettering.id, ['corners'], { kind: 'round', radiusMm }, gesture);
</script>

<template>
  <section class="section" aria-label="Corners">
    <header>
      <h2>Corners</h2>
      <span class="quiet">for this lettering only</span>
    </header>
    <el-radio-group
      :model-value="lettering.corners.kind"
      size="small"
      aria-label="At a corner the lettering goes"
      @change="choose">
      <el-radio-button value="round">rounds it</el-radio-button>
      <el-radio-button value="step">steps over</el-radio-button>
      <el-radio-button value="straight">through</el-radio-button>
    </el-radio-group>
    <div v-if="lettering.corners.kind === 'round'" class="row">
      <span class="label">Radius</span>
      <QuantityField
        label="Corner radius"
        :model-value="lettering.corners.radiusMm"
        limits="cornerMm"
        :step="0.5"
        :commit="radius" />
    </div>
    <button v-if="tight" class="key" type="button" @click="choose('round')">
      Round by {{ needed.toFixed(1) }} mm, as these letters need
    </button>
  </section>
</template>
