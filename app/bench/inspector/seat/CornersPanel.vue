<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** What this lettering does at the sharp corners of its curve. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const LAST_RADIUS = 2;

function choose(kind: string | number | boolean | undefined): void {
  store.set('Corners', props.lettering.id, ['corners'], kind === 'round' ? { kind, radiusMm: LAST_RADIUS } : { kind });
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
  </section>
</template>
