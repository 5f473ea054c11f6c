<script setup lang="ts">
import { alignSteps, distributeSteps, type Alignment, type Distribution } from '#core/drawing/arrange';
import { isCurve, isLettering, type Item } from '#core/piece/types';
import { useCurveEdits } from '~/composables/useCurveEdits';
import { usePiece } from '~/stores/piece';

/** What can be done with several things at once. */
const props = defineProps<{ items: readonly Item[] }>();
const store = usePiece();
const { run } = useCurveEdits();

const curves = computed(() => props.items.filter(isCurve));
const letterings = computed(() => props.items.filter(isLettering));
const said = computed(() => [[curves.value.length, 'curve'], [letterings.value.length, 'lettering']]
  .filter(([count]) => Number(count) > 0).map(([count, word]) => `${count} ${word}${count === 1 ? '' : 's'}`).join(', '));
const ids = computed(() => curves.value.map((one) => one.id));

const ALIGN: readonly { how: Alignment; name: string; path: string }[] = [
  { how: 'left', name: 'Left edges', path: 'M4 3v16M7 7h11M7 14h6' },
  { how: 'centre', name: 'Centres across', path: 'M12 3v16M6 7h12M8.500 14h7' },
  { how: 'right', name: 'Right edges', path: 'M20 3v16M17 7H6M17 14h-6' },
  { how: 'top', name: 'Top edges', path: 'M4 4h16M8 7v11M15 7v6' },
  { how: 'middle', name: 'Middles down', path: 'M4 11h16M8 5v12M15 7.500v7' },
  { how: 'bottom', name: 'Bottom edges', path: 'M4 18h16M8 15V4M15 15V9' },
];
const SPREAD: readonly { how: Distribution; name: string; path: string }[] = [
  { how: 'across', name: 'Equal gaps across', path: 'M4 4v14M12 6.500v9M20 4v14' },
  { how: 'down', name: 'Equal gaps down', path: 'M5 4h14M7.500 11h9M5 18h14' },
];
const align = (how: Alignment) => run('Align curves', { ok: true, value: alignSteps(store.piece!, ids.value, how) }, undefined, false);
const distribute = (how: Distribution) => run('Equal gaps', { ok: true, value: distributeSteps(store.piece!, ids.value, how) }, undefined, false);
</script>

<template>
  <section class="section" aria-label="Several at once">
    <header><h2>Several at once</h2><span class="quiet">{{ said }}</span></header>
    <p class="quiet">Shift and a click adds to what is picked, or takes away.</p>
  </section>
  <section v-if="curves.length > 0" class="section" aria-label="Align">
    <header><h2>Align</h2><span class="quiet">{{ curves.length > 1 ? 'with each other' : 'with the sheet' }}</span></header>
    <div class="icons">
      <button v-for="{ how, name, path } in ALIGN" :key="how" type="button" class="key" :aria-label="name" :title="name" @click="align(how)">
        <svg viewBox="0 0 24 22" width="22" height="20" aria-hidden="true"><path :d="path" fill="none" stroke="currentColor" stroke-width="1.600" stroke-linecap="round" /></svg>
      </button>
    </div>
    <div v-if="curves.length > 2" class="icons">
      <button v-for="{ how, name, path } in SPREAD" :key="how" type="button" class="key wide" @click="distribute(how)">
        <svg viewBox="0 0 24 22" width="22" height="20" aria-hidden="true"><path :d="path" fill="none" stroke="currentColor" stroke-width="1.600" stroke-linecap="round" /></svg>
        {{ name }}
      </button>
    </div>
    <p class="quiet said">Locked curves, and curves that follow others, stay.</p>
  </section>
</template>

<style scoped>
.icons { display: grid; grid-template-columns: repeat(6, 1fr); gap: 6px; margin-bottom: 8px; }
.icons .key { padding: 0; }
.icons .wide { grid-column: span 3; font-size: 12px; }
.said { margin-top: 4px; font-size: 12px; }
</style>
