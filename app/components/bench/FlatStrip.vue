<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { Minus, Plus } from 'lucide-vue-next';
import { evenness, letterHeight, trueGaps } from '#core/setting/trueGaps';
import { STRIP, STRIP_ZOOM, useStrip } from '~/composables/useStrip';
import { useView } from '~/stores/view';

/** The curve of the selected lettering unrolled: letters, gaps and curvature, and the place for fine spacing. */
const view = useView();
const scroller = useTemplateRef<HTMLDivElement>('scroller');
const { width: room } = useElementSize(scroller);
const strip = useStrip(room);
provide(STRIP, strip);
const { set, lines, width } = strip;
const told = ref('');

/** What the curvature comes to from bookend to bookend. */
function bend(): string {
  const { bookendStart: from, bookendEnd: to, curvatureAt } = strip.strip.value!;
  const values = Array.from({ length: 200 }, (_, i) => curvatureAt(from + ((to - from) * i) / 199));
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const radius = (curvature: number): string => (Math.abs(curvature) < 1e-6 ? 'straight' : `radius ${(1 / Math.abs(curvature)).toFixed(1)} mm${curvature < 0 ? ', hollow' : ''}`);
  return high - low < 1e-6 ? `${radius(high)} throughout` : `curvature from ${radius(low)} to ${radius(high)}`;
}
const summary = computed(() => {
  if (!set.value) return '';
  if (view.stripShows === 'curvature') return bend();
  const { overset, capMm } = set.value;
  const past = overset.beforeMm + overset.afterMm;
  const even = evenness(trueGaps(set.value), letterHeight(set.value));
  return `${overset.inkMm.toFixed(1)} of ${overset.roomMm.toFixed(1)} mm used, caps ${capMm.toFixed(2)} mm${past > 0 ? `, ${past.toFixed(2)} mm overset` : ''}${even === null ? '' : `, evenness ${even.toFixed(0)} %`}`;
});

/** Looks closer, or from farther away, so that the place under a point of the window stays there. */
async function zoomBy(factor: number, atPx = room.value / 2): Promise<void> {
  const box = scroller.value!;
  const mm = strip.mmAt(box.scrollLeft + atPx);
  view.stripZoom = Math.min(Math.max(view.stripZoom * factor, STRIP_ZOOM.min), STRIP_ZOOM.max);
  await nextTick();
  box.scrollLeft = strip.px(mm) - atPx;
}
function onWheel(event: WheelEvent): void {
  if (!event.ctrlKey && !event.metaKey) return;
  event.preventDefault();
  void zoomBy(Math.exp(-event.deltaY * 0.002), event.clientX - scroller.value!.getBoundingClientRect().left);
}
watch(lines, (all) => { if (view.stripLine >= all.length) view.stripLine = 0; });
</script>

<template>
  <section class="strip" aria-label="Flat strip">
    <header>
      <h2>Flat strip</h2>
      <span v-if="told" class="told" role="status">{{ told }}</span>
      <span v-else-if="set" class="quiet summary">{{ summary }}</span>
      <span v-else class="quiet">Pick a lettering to see its curve unrolled.</span>
      <span v-if="set" class="choices">
        <span v-if="lines.length > 1" role="group" aria-label="Line on the strip">
          <button v-for="(_, n) in lines" :key="n" type="button" :aria-pressed="view.stripLine === n" @click="view.stripLine = n">line {{ n + 1 }}</button>
        </span>
        <span role="group" aria-label="Under the letters">
          <button type="button" :aria-pressed="view.stripShows === 'gaps'" @click="view.stripShows = 'gaps'">gaps</button>
          <button type="button" :aria-pressed="view.stripShows === 'curvature'" @click="view.stripShows = 'curvature'">curvature</button>
        </span>
        <span role="group" aria-label="Scale of the strip">
          <button type="button" :aria-pressed="view.stripScale === 'clock'" @click="view.stripScale = 'clock'">clock</button>
          <button type="button" :aria-pressed="view.stripScale === 'mm'" @click="view.stripScale = 'mm'">mm</button>
        </span>
        <span role="group" aria-label="Zoom of the strip">
          <button type="button" aria-label="Look at the strip from farther" :disabled="view.stripZoom <= STRIP_ZOOM.min" @click="zoomBy(1 / 1.5)"><Minus :size="13" /></button>
          <button type="button" aria-label="Look closer at the strip" :disabled="view.stripZoom >= STRIP_ZOOM.max" @click="zoomBy(1.5)"><Plus :size="13" /></button>
        </span>
      </span>
      <button class="fold" type="button" aria-label="Hide the strip" :aria-expanded="view.strip" @click="view.strip = false">Hide</button>
    </header>
    <div ref="scroller" class="scroller" @wheel="onWheel">
      <div v-if="set" class="sheet" :style="{ width: `${width}px` }">
        <StripLetters @tell="told = $event" />
        <StripChart />
      </div>
    </div>
  </section>
</template>

<style scoped>
.strip { position: relative; display: grid; grid-template: auto 1fr / minmax(0, 1fr); background: var(--paper); border-top: 1px solid var(--hairline); min-width: 0; overflow: hidden; }
header { display: flex; gap: 12px; align-items: center; min-height: 34px; padding: 4px 12px 2px 14px; white-space: nowrap; }
h2 { font-size: 13px; font-weight: 600; }
.summary { overflow: hidden; text-overflow: ellipsis; min-width: 0; }
.told { color: #fff; background: var(--teal); border-radius: 5px; padding: 1px 8px; }
.choices { display: flex; gap: 10px; margin-left: auto; }
.choices > span { display: flex; }
.choices button { display: grid; place-items: center; min-height: 24px; padding: 0 7px; border: 0; border-radius: 5px; background: none; color: var(--ink-soft); cursor: pointer; }
.choices button:hover:not(:disabled) { background: #f0eadb; }
.choices button:disabled { opacity: .4; cursor: default; }
.choices button[aria-pressed='true'] { color: var(--teal); background: var(--teal-wash); font-weight: 500; }
.fold { border: 0; background: none; color: var(--teal); cursor: pointer; padding: 2px 4px; }
.choices + .fold { margin-left: 0; }
.fold:only-of-type { margin-left: auto; }
.scroller { overflow-x: auto; overflow-y: hidden; scrollbar-width: thin; }
.sheet { position: relative; }
</style>
