<script setup lang="ts">
import type { Vec } from '#core/geometry/vec';
import { fitsOf, fitStep, pastMm, type Fit } from '#core/setting/space/fits';
import { holdersOf } from '#core/piece/types';
import { coverOf, placeOff } from '#core/setting/hand/guides';
import { worstLine } from '#core/setting/line/set';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The size of the card at most, px, and how far a bookend stands beyond the letters. */
const CARD = { width: 222, height: 132 };
const BOOKEND_PX = 30;
/** Places along the letters that the card keeps clear of. */
const SAMPLES = 60;

/** Beside letters that run past a bookend: the ways to make them fit, each with the value it comes to. */
const store = usePiece();
useSidePanel();
const faces = useFaces();
const view = useView();

const at = computed(() => {
  const set = store.selectedSetting;
  if (!set || pastMm(set) === 0 || view.tool !== 'pick') return null;
  const { path, direction, overset, baselineMm, capMm } = worstLine(set);
  const end = overset.afterMm >= overset.beforeMm ? overset.inkEnd : overset.inkStart;
  const onScreen = (s: number, heightMm: number): Vec =>
    view.toScreen(placeOff(path, s, direction, baselineMm + heightMm).point);
  const bookends = [overset.bookendStart, overset.bookendEnd].flatMap((s) =>
    [0, capMm, capMm + BOOKEND_PX / view.scale].map((height) => onScreen(s, height)),
  );
  const letters = Array.from({ length: SAMPLES + 1 }, (_, n) => {
    const s = overset.inkStart + ((overset.inkEnd - overset.inkStart) * n) / SAMPLES;
    return [onScreen(s, 0), onScreen(s, capMm / 2), onScreen(s, capMm)];
  }).flat();
  // Letters of others are kept clear of too, by the outline of their band.
  const others = [...store.settings.values()].flatMap((one) =>
    one.ok && one.value !== set && !one.value.lettering.hidden ? coverOf(one.value).map(view.toScreen) : [],
  );
  const free = clearPlace(onScreen(end, capMm / 2), CARD, [...letters, ...bookends, ...others], {
    width: view.width,
    height: view.height,
  });
  return { ...free, mm: pastMm(set) };
});
/** Some two hundred settings are tried for the values, so they wait until the hand rests. */
const resting = useIdleValue(() => store.selectedSetting);
const fits = computed((): Fit[] => {
  const set = resting.value;
  const curve = store.selectedCurve;
  const face = set && faces.loaded.get(set.lettering.faceId);
  const track = curve && store.trackOf(curve.id);
  if (!at.value || !set || set !== store.selectedSetting || !curve || !face || !track) return [];
  return fitsOf(
    set,
    curve,
    track,
    face,
    holdersOf(set.lettering.seat).map((id) => store.trackOf(id)),
  );
});

function take(fit: Fit): void {
  const step = fitStep(store.piece!, store.selectedSetting!.lettering, fit);
  const problem = store.edit(fit.by === 'place' ? 'Move into its room' : `Fit by ${fit.by}`, [step]);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
</script>

<template>
  <div
    v-if="at"
    class="fits"
    role="group"
    aria-label="Ways to make it fit"
    :style="{ left: `${at.x}px`, top: `${at.y}px` }">
    <p>{{ at.mm.toFixed(2) }} mm past its bookends.<template v-if="fits.length > 0"> Fit it by</template></p>
    <button v-for="fit in fits" :key="fit.by" type="button" class="key" :data-fit-by="fit.by" @click="take(fit)">
      {{ fit.label }}
    </button>
    <p v-if="fits.length === 0 && resting === store.selectedSetting">
      No single change fits it. Move the bookends apart, or shorten the wording.
    </p>
  </div>
</template>

<style scoped>
.fits {
  position: absolute;
  width: 222px;
  padding: 8px 9px 9px;
  border-radius: 8px;
  background: var(--paper);
  border: 1px solid var(--rust);
  box-shadow: 0 3px 10px #20303a33;
}
.fits p {
  margin: 0 0 6px;
  font-size: 12px;
  color: var(--rust);
}
.fits .key {
  min-height: 26px;
  margin: 0 5px 5px 0;
  padding: 0 8px;
  font-size: 12px;
}
</style>
