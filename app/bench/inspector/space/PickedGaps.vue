<script setup lang="ts">
import { offTarget } from '#core/setting/space/gaps';
import { useGaps } from '~/composables/useGaps';

/** The gaps that are picked: what is seen of them, and what is set by hand. */
const { picked, kernTo, clear, clearAll, byHand, step } = useGaps();
const first = computed(() => picked.value[0]!);
const differ = computed(() => picked.value.some((gap) => gap.kern !== first.value.kern));
const mean = computed(() => picked.value.reduce((sum, gap) => sum + gap.mm, 0) / picked.value.length);
const off = computed(() => picked.value.reduce((sum, gap) => sum + offTarget(gap), 0) / picked.value.length);
const set = computed(() => picked.value.some((gap) => gap.kern !== 0));
</script>

<template>
  <section v-if="picked.length > 0" class="section" aria-label="Selected gaps">
    <header>
      <h2>
        {{ picked.length === 1 ? 'Gap' : `${picked.length} gaps` }}
        <span class="name">{{
          picked
            .map((gap) => gap.name)
            .join(', ')
            .slice(0, 22)
        }}</span>
      </h2>
      <span class="quiet">by hand</span>
    </header>
    <div class="row">
      <span class="label">Kern</span>
      <span class="pair">
        <QuantityField
          label="Kern"
          :model-value="first.kern"
          unit=""
          limits="kern"
          :step="5"
          :places="1"
          :commit="kernTo" />
        <span class="quiet said">{{ differ ? 'they differ' : '1/1000 em' }}</span>
      </span>
    </div>
    <p class="figures">
      <span>{{ picked.length === 1 ? 'True gap' : 'Mean true gap' }}</span><b>{{ mean.toFixed(2) }} mm</b
      ><span :class="Math.abs(off) < 0.005 ? 'quiet' : ''"
        >{{ off >= 0 ? '+' : '−' }}{{ Math.abs(off).toFixed(2) }} against the target</span
      >
    </p>
    <p class="quiet keys">
      ← → by 5, with Shift 50, with Alt 1; with Ctrl to the next gap. Shift-click selects several.
    </p>
    <div class="acts">
      <button class="key" type="button" aria-label="Gap before" @click="step(-1)">‹</button>
      <button class="key" type="button" aria-label="Gap behind" @click="step(1)">›</button>
      <button v-if="set" class="key" type="button" @click="clear">Clear</button>
      <button v-if="byHand > 1" class="key" type="button" @click="clearAll">Clear all {{ byHand }}</button>
    </div>
  </section>
</template>

<style scoped>
.name {
  color: var(--teal);
}
.said {
  align-self: center;
  font-size: 12px;
}
.figures {
  display: grid;
  grid-template-columns: 90px auto 1fr;
  gap: 8px;
  margin-top: 8px;
  font-size: 12px;
  align-items: baseline;
}
.figures > :first-child {
  color: var(--ink-soft);
  font-size: 13px;
}
.keys {
  margin: 6px 0 8px;
  font-size: 12px;
}
</style>
