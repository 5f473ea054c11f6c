<script setup lang="ts">
import { STANCES } from '#core/stances/index';
import { useElementSize } from '@vueuse/core';
import { Minus, Plus } from 'lucide-vue-next';
import { evenness } from '#core/setting/space/trueGaps';
import { STRIP, STRIP_ZOOM, useStrip } from '~/composables/useStrip';
import { usePiece } from '~/stores/piece';
import { useView, type Compare } from '~/stores/view';

/** The curve of the selected lettering unrolled: letters, gaps and curvature, and the place for fine spacing. */
const view = useView();
const store = usePiece();
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
  const radius = (curvature: number): string =>
    Math.abs(curvature) < 1e-6
      ? 'straight'
      : `radius ${(1 / Math.abs(curvature)).toFixed(1)} mm${curvature < 0 ? ', hollow' : ''}`;
  return high - low < 1e-6 ? `${radius(high)} throughout` : `curvature from ${radius(low)} to ${radius(high)}`;
}
const resting = useIdleValue(() => set.value);
/** The letters come behind the panels of the inspector. */
const drawn = ref(false);
watch(
  () => set.value !== null,
  (has) => {
    drawn.value = false;
    if (has)
      afterPaint(() => {
        drawn.value = set.value !== null;
      });
  },
  { immediate: true },
);
/** The chart is made when the hand rests: that takes longer than several frames. */
const charted = computed(() => resting.value !== null);

/** Ways of looking at the words beside how they are; nothing of the piece changes. */
const LOOKS: readonly { how: Compare; name: string; title: string }[] = [
  { how: 'plain', name: 'plain', title: 'As the typeface has them on this curve. Or hold B.' },
  { how: 'now', name: 'as they are', title: 'As they are now' },
  { how: 'alike', name: 'all alike', title: 'With all gaps alike. Or hold Shift and B.' },
];
const canBeEvened = computed(
  () =>
    store.selectedLettering !== null &&
    !STANCES[store.selectedLettering.stance.kind].stacked &&
    store.shownSetting?.measured.run.joined !== true,
);
const isEvened = computed(() => (store.selectedLettering?.spacing.evenOut ?? 0) > 0);
function toggleEvenOut(): void {
  const lettering = store.selectedLettering;
  if (lettering) store.set('Even out', lettering.id, ['spacing', 'evenOut'], isEvened.value ? 0 : 1);
}
const summary = computed(() => {
  if (!set.value) return '';
  if (view.stripShows === 'curvature') return bend();
  const { overset, capMm } = set.value;
  const past = overset.beforeMm + overset.afterMm;
  const even = resting.value && evenness(resting.value);
  return `${overset.inkMm.toFixed(1)} of ${overset.roomMm.toFixed(1)} mm used, caps ${capMm.toFixed(2)} mm${past > 0 ? `, ${past.toFixed(2)} mm overset` : ''}${even === null || even === undefined ? '' : `, evenness ${even.toFixed(0)} %`}`;
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
watch(lines, (all) => {
  if (view.stripLine >= all.length) view.stripLine = 0;
});
</script>

<template>
  <section class="strip" aria-label="Flat strip">
    <header>
      <h2>Flat strip</h2>
      <span v-if="told" class="told" role="status">{{ told }}</span>
      <span v-else-if="set" class="quiet summary">{{ summary }}</span>
      <span v-else class="quiet">Select a lettering to see its curve unrolled.</span>
      <button
        class="fold"
        type="button"
        aria-label="Hide the strip"
        :aria-expanded="view.strip"
        @click="view.strip = false">
        Hide
      </button>
      <span v-if="set" class="choices">
        <button
          v-if="canBeEvened"
          class="even"
          type="button"
          :aria-pressed="isEvened"
          title="Evens out the gaps, as the Space section says"
          @click="toggleEvenOut">
          Even out
        </button>
        <span v-if="canBeEvened" role="group" aria-label="Look at the words">
          <button
            v-for="look in LOOKS"
            :key="look.how"
            type="button"
            :title="look.title"
            :aria-pressed="view.compare === look.how"
            @click="view.compare = look.how">
            {{ look.name }}
          </button>
        </span>
        <span v-if="lines.length > 1" role="group" aria-label="Line on the strip">
          <button
            v-for="(_, n) in lines"
            :key="n"
            type="button"
            :aria-pressed="view.stripLine === n"
            @click="view.stripLine = n">
            line {{ n + 1 }}
          </button>
        </span>
        <span role="group" aria-label="Under the letters">
          <button type="button" :aria-pressed="view.stripShows === 'gaps'" @click="view.stripShows = 'gaps'">
            gaps
          </button>
          <button type="button" :aria-pressed="view.stripShows === 'curvature'" @click="view.stripShows = 'curvature'">
            curvature
          </button>
          <button
            type="button"
            title="Blurred to grey, as with screwed-up eyes: clots stand high, holes low"
            :aria-pressed="view.stripShows === 'squint'"
            @click="view.stripShows = 'squint'">
            squint
          </button>
        </span>
        <span role="group" aria-label="Scale of the strip">
          <button type="button" :aria-pressed="view.stripScale === 'clock'" @click="view.stripScale = 'clock'">
            clock
          </button>
          <button type="button" :aria-pressed="view.stripScale === 'mm'" @click="view.stripScale = 'mm'">mm</button>
        </span>
        <span role="group" aria-label="Zoom of the strip">
          <button
            type="button"
            aria-label="Look at the strip from farther"
            :disabled="view.stripZoom <= STRIP_ZOOM.min"
            @click="zoomBy(1 / 1.5)">
            <Minus :size="13" />
          </button>
          <button
            type="button"
            aria-label="Look closer at the strip"
            :disabled="view.stripZoom >= STRIP_ZOOM.max"
            @click="zoomBy(1.5)">
            <Plus :size="13" />
          </button>
        </span>
      </span>
    </header>
    <div ref="scroller" class="scroller" @wheel="onWheel">
      <div v-if="set && drawn" class="sheet" :style="{ width: `${width}px` }">
        <StripLetters @tell="told = $event" />
        <StripChart v-if="charted" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.strip {
  position: relative;
  display: grid;
  grid-template: auto 1fr / minmax(0, 1fr);
  background: var(--paper);
  border-top: 1px solid var(--hairline);
  min-width: 0;
  overflow: hidden;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
  min-height: 60px;
  padding: 4px 12px 2px 14px;
  white-space: nowrap;
}
h2 {
  font-size: 13px;
  font-weight: 600;
}
.summary {
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 0;
  flex: 1;
}
.told {
  color: #fff;
  background: var(--teal);
  border-radius: 5px;
  padding: 1px 8px;
}
.choices {
  display: flex;
  gap: 12px;
  width: 100%;
}
.choices > :last-child {
  margin-left: auto;
}
.choices > span {
  display: flex;
}
.choices .even {
  border: 1px solid var(--hairline);
  background: var(--field);
  color: var(--ink);
  font-weight: 500;
}
.choices .even[aria-pressed='true'] {
  border-color: var(--teal);
}
.choices button {
  display: grid;
  place-items: center;
  min-height: 24px;
  padding: 0 7px;
  border: 0;
  border-radius: 5px;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
}
.choices button:hover:not(:disabled) {
  background: #f0eadb;
}
.choices button:disabled {
  opacity: 0.4;
  cursor: default;
}
.choices button[aria-pressed='true'] {
  color: var(--teal);
  background: var(--teal-wash);
  font-weight: 500;
}
.fold {
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 2px 4px;
}
.fold {
  margin-left: auto;
}
.scroller {
  overflow-x: auto;
  overflow-y: hidden;
  scrollbar-width: thin;
}
.sheet {
  position: relative;
}
</style>
