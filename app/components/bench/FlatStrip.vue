<script setup lang="ts">
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import { traceStraight } from '#core/drawing/traceLetters';
import { useElementSize } from '@vueuse/core';
import { bookendAt, slideTo } from '#core/setting/grips';
import { stripOf } from '#core/setting/strip';
import { useLetterNudge } from '~/composables/useLetterNudge';
import { startDrag } from '~/composables/useDrag';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The curve of the selected lettering unrolled: its letters, its bookends, its clock points. */
const HEIGHT = 108;
const BASE = 62;
const MAX_CAP = 34;
/** Letters are never drawn smaller than this: a long curve makes the strip scroll. */
const MIN_CAP = 13;
const SNAP_PX = 8;

const store = usePiece();
const view = useView();
const surface = useTemplateRef<SVGSVGElement>('surface');
const scroller = useTemplateRef<HTMLDivElement>('scroller');
const { width: room } = useElementSize(scroller);
const told = ref('');
const { nudge } = useLetterNudge();

const set = computed(() => store.selectedSetting);
const strip = computed(() => (set.value ? stripOf(set.value) : null));
/** Pixels in a mm: the window fills the strip, unless the capitals would grow too tall or too small. */
const scale = computed(() => {
  if (!strip.value || !set.value) return 1;
  const { capMm } = set.value;
  return Math.max(Math.min((room.value - 40) / (strip.value.to - strip.value.from), MAX_CAP / capMm), MIN_CAP / capMm);
});
const width = computed(() => (strip.value ? Math.max(room.value, (strip.value.to - strip.value.from) * scale.value + 40) : room.value));
/** Marks whose names have room. */
const ticks = computed(() => {
  let last = -Infinity;
  return (strip.value?.ticks ?? []).map((tick) => {
    const named = px(tick.x) - last >= 58;
    if (named) last = px(tick.x);
    return { ...tick, named };
  });
});
const origin = computed(() => (strip.value ? width.value / 2 - ((strip.value.from + strip.value.to) / 2) * scale.value : 0));
const px = (mm: number): number => origin.value + mm * scale.value;

function lettersPath(only: (index: number) => boolean): string {
  const current = set.value!;
  const { letters } = strip.value!;
  return screenPathData((sink) => letters.forEach((x, i) => { if (only(i)) traceStraight(current, i, x, 0, sink); }), UNIT_MM.coarse);
}
const over = computed(() => new Set(set.value?.overset.letters ?? []));
const good = computed(() => (set.value ? lettersPath((i) => !over.value.has(i)) : ''));
const bad = computed(() => (set.value && over.value.size > 0 ? lettersPath((i) => over.value.has(i)) : ''));

const at = (event: PointerEvent): number => (event.clientX - surface.value!.getBoundingClientRect().left - origin.value) / scale.value;

function dragLetters(event: PointerEvent): void {
  const { lettering, track } = set.value!;
  const unrolled = strip.value!;
  const mm = scale.value;
  const [from, fromY] = [event.clientX, event.clientY];
  const x = at(event);
  const { origins } = set.value!.measured;
  // The letter under the pointer: the one whose middle is nearest.
  let index = 0;
  unrolled.letters.forEach((middle, i) => { if (Math.abs(middle - x) < Math.abs(unrolled.letters[index]! - x)) index = i; });
  const own = origins[index] ?? 0;
  const behind = origins.reduce((least, one) => (one > own && one < least ? one : least), set.value!.measured.end);
  const picked = !view.typing && view.range?.from === own && view.range.to === behind;
  startDrag(event, {
    move: (next, gesture) => {
      if (picked) { told.value = nudge(lettering, own, (next.clientX - from) / mm, (fromY - next.clientY) / mm, gesture); return; }
      const grip = slideTo(lettering, track, unrolled.fractionAt((next.clientX - from) / mm), SNAP_PX / mm);
      store.set('Slide along the curve', lettering.id, ['anchor'], grip.value, gesture);
      told.value = grip.label;
    },
    end: (_last, moved) => {
      told.value = '';
      if (!moved && origins.length > 0) view.range = { from: own, to: behind };
    },
  });
}

/** Letters that are picked, as boxes behind them. */
const pickedBoxes = computed(() => {
  const current = set.value;
  if (!current || !strip.value || !view.range) return [];
  const { from, to } = view.range;
  return current.measured.origins.flatMap((origin, i) => (origin >= from && origin < to ? [{ x: px(strip.value!.letters[i]! - current.measured.halfAdvances[i]!), width: 2 * current.measured.halfAdvances[i]! * scale.value }] : []));
});

function dragBookend(event: PointerEvent, which: 'start' | 'end'): void {
  const { lettering, track } = set.value!;
  const unrolled = strip.value!;
  // The strip is drawn anew while a bookend moves, so the drag keeps the scale that it began with.
  const slack = (which === 'start' ? unrolled.bookendStart : unrolled.bookendEnd) - at(event);
  const [o, mm, left] = [origin.value, scale.value, surface.value!.getBoundingClientRect().left];
  startDrag(event, {
    move: (next, gesture) => {
      const x = (next.clientX - left - o) / mm + slack;
      const grip = bookendAt(lettering, track, which, unrolled.fractionAt(x), SNAP_PX / mm);
      store.set('Move bookend', lettering.id, ['bookends'], grip.value, gesture);
      told.value = grip.label;
    },
    end: () => { told.value = ''; },
  });
}

const summary = computed(() => {
  if (!set.value) return '';
  const { overset, capMm } = set.value;
  const past = overset.beforeMm + overset.afterMm;
  return `${overset.inkMm.toFixed(1)} of ${overset.roomMm.toFixed(1)} mm used, caps ${capMm.toFixed(2)} mm${past > 0 ? `, ${past.toFixed(2)} mm overset` : ''}`;
});
</script>

<template>
  <section class="strip" aria-label="Flat strip">
    <header>
      <h2>Flat strip</h2>
      <span v-if="told" class="told" role="status">{{ told }}</span>
      <span v-else-if="set" class="quiet">{{ summary }}</span>
      <span v-else class="quiet">Pick a lettering to see its curve unrolled.</span>
    </header>
    <div ref="scroller" class="scroller">
      <svg ref="surface" class="surface" :height="HEIGHT" :width="width">
        <g v-if="set && strip">
          <line class="scale-line" x1="0" :x2="width" :y1="BASE + 20" :y2="BASE + 20" />
          <g v-for="tick in ticks" :key="tick.x">
            <line class="tick" :x1="px(tick.x)" :x2="px(tick.x)" :y1="BASE + 16" :y2="BASE + 24" />
            <text v-if="tick.named" class="figure" :x="px(tick.x)" :y="BASE + 38" text-anchor="middle">{{ tick.name }}</text>
          </g>
          <line class="capline" :x1="px(strip.from)" :x2="px(strip.to)" :y1="BASE - set.capMm * scale" :y2="BASE - set.capMm * scale" />
          <line class="baseline" :x1="px(strip.from)" :x2="px(strip.to)" :y1="BASE" :y2="BASE" />
          <path class="anchor" :d="`M${px(0)} ${BASE + 11}l5 5l-5 5l-5 -5Z`" />
          <rect v-for="box in pickedBoxes" :key="box.x" class="picked" :x="box.x" :width="box.width" :y="BASE - set.capMm * scale - 5" :height="set.capMm * scale + 10" rx="3" />
          <g class="letters" @pointerdown="dragLetters">
            <rect :x="px(strip.letters[0] ?? 0) - 20" :width="Math.max(40, px(strip.letters.at(-1) ?? 0) - px(strip.letters[0] ?? 0) + 40)" :y="BASE - MAX_CAP - 4" :height="MAX_CAP + 14" fill="transparent" />
            <g :transform="`translate(${origin} ${BASE}) scale(${scale * UNIT_MM.coarse})`">
              <path :d="good" />
              <path v-if="bad" :d="bad" class="bad" />
            </g>
          </g>
          <g v-for="which in (['start', 'end'] as const)" :key="which" class="bookend" :data-strip-bookend="which" @pointerdown="dragBookend($event, which)">
            <rect :x="px(which === 'start' ? strip.bookendStart : strip.bookendEnd) - 14" width="28" y="0" :height="BASE + 26" fill="transparent" />
            <line :x1="px(which === 'start' ? strip.bookendStart : strip.bookendEnd)" :x2="px(which === 'start' ? strip.bookendStart : strip.bookendEnd)" y1="8" :y2="BASE + 26" />
            <path :d="`M${px(which === 'start' ? strip.bookendStart : strip.bookendEnd)} 4v20h${which === 'start' ? -2 : 2}a10 10 0 0 ${which === 'start' ? 1 : 0} 0 -20Z`" />
          </g>
        </g>
      </svg>
    </div>
    <button class="fold" type="button" :aria-expanded="view.strip" @click="view.strip = false">Hide the strip</button>
  </section>
</template>

<style scoped>
.strip { position: relative; background: var(--paper); border-top: 1px solid var(--hairline); min-width: 0; overflow: hidden; }
header { display: flex; gap: 14px; align-items: baseline; padding: 10px 14px 4px; white-space: nowrap; }
h2 { font-size: 13px; font-weight: 600; }
.told { color: #fff; background: var(--teal); border-radius: 5px; padding: 1px 8px; }
.scroller { overflow-x: auto; overflow-y: hidden; scrollbar-width: thin; }
.surface { display: block; touch-action: none; user-select: none; }
.scale-line { stroke: var(--hairline); }
.tick { stroke: #9b9482; }
.figure { font-size: 11px; fill: var(--ink-soft); }
.baseline { stroke: var(--brass); }
.capline { stroke: var(--brass); stroke-dasharray: 3 3; opacity: .7; }
.picked { fill: #0f6b6b2e; stroke: var(--teal); stroke-dasharray: 2 2; }
.letters { cursor: grab; fill: var(--ink); }
.letters .bad { fill: var(--rust); }
.anchor { fill: var(--teal); }
.bookend { cursor: ew-resize; }
.bookend line { stroke: var(--brass); stroke-width: 2; }
.bookend path { fill: var(--brass-light); stroke: var(--ink); stroke-width: 1.2; }
.bookend:hover path { fill: #ffd98a; }
.fold { position: absolute; right: 12px; top: 8px; border: 0; background: none; color: var(--teal); cursor: pointer; padding: 2px 4px; }
</style>
