<script setup lang="ts">
import { traceOnStrip } from '#core/drawing/traceLetters';
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import { gapsOf } from '#core/setting/space/gaps';
import { SQUINT } from '#core/setting/hand/grey';
import { millimetres } from '#core/setting/hand/strip';
import { useCollisions } from '~/composables/useCollisions';
import { STRIP } from '~/composables/useStrip';
import { useStripBookend } from '~/gestures/strip/useStripBookend';
import { useStripLetters, type StripWhite } from '~/gestures/strip/useStripLetters';
import { useStripPointer } from '~/gestures/strip/useStripPointer';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The letters on the strip, with bookends, anchor and scale. Letters and gaps are picked here, bookends dragged. */
const emit = defineEmits<{ tell: [text: string] }>();
const HEIGHT = 140;
const BASE = 56;
const SCALE = 114;

const store = usePiece();
useSidePanel();
const view = useView();
const unrolled = inject(STRIP)!;
const { set, strip, scale, width, origin, px } = unrolled;
const surface = useTemplateRef<SVGSVGElement>('surface');
const touching = useCollisions();

/** Marks whose names have room. */
const ticks = computed(() => {
  const all = strip.value;
  if (!all) return [];
  const every = [1, 2, 5, 10, 20, 50, 100].find((mm) => mm * scale.value >= 44) ?? 200;
  let last = -Infinity;
  return (view.stripScale === 'mm' ? millimetres(all, every) : all.ticks).map((tick) => {
    const named = px(tick.x) - last >= (view.stripScale === 'mm' ? 40 : 58);
    if (named) last = px(tick.x);
    return { ...tick, named };
  });
});

function lettersPath(only: (index: number) => boolean): string {
  const current = set.value!;
  return screenPathData(
    (sink) =>
      strip.value!.letters.forEach((letter, i) => {
        if (only(i)) traceOnStrip(current, i, letter, sink);
      }),
    UNIT_MM.coarse,
  );
}
const over = computed(() => new Set(set.value?.overset.letters ?? []));
const good = computed(() => (set.value ? lettersPath((i) => !over.value.has(i)) : ''));
const bad = computed(() => (set.value && over.value.size > 0 ? lettersPath((i) => over.value.has(i)) : ''));

const lineGaps = computed(() => (set.value ? gapsOf(set.value).filter((gap) => gap.line === set.value) : []));
/** The white between letters, as far as it can be clicked; it begins where the ink ends. */
const whites = computed((): StripWhite[] =>
  lineGaps.value.map((gap) => {
    const middle = px(strip.value!.placeOf(gap.middle)),
      half = Math.max((gap.mm / 2) * scale.value, 3.5);
    return { gap, x: middle - half, width: 2 * half, middle, picked: view.gaps.includes(gap.at) };
  }),
);

const pointer = useStripPointer(unrolled, surface, (text) => emit('tell', text));
const dragLetters = useStripLetters(pointer, whites);
const dragBookend = useStripBookend(pointer);

/** Letters that are picked, as boxes behind them. */
const pickedBoxes = computed(() => {
  const current = set.value;
  if (!current || !strip.value || !view.range) return [];
  const { from, to } = view.range;
  return current.measured.origins.flatMap((one, i) =>
    one >= from && one < to
      ? [
          {
            x: px(strip.value!.letters[i]!.x - current.measured.halfAdvances[i]!),
            width: 2 * current.measured.halfAdvances[i]! * scale.value,
          },
        ]
      : [],
  );
});
/** Where letters of this line touch, or nearly so. */
const touches = computed(() =>
  touching.value
    .filter(({ first, second }) => first.line === set.value && second.line === set.value)
    .map((one) => ({
      x: px((strip.value!.letters[one.first.index]!.x + strip.value!.letters[one.second.index]!.x) / 2),
      mm: one.mm,
    })),
);
</script>

<template>
  <svg ref="surface" class="surface" :height="HEIGHT" :width="width">
    <g v-if="set && strip">
      <line class="scale-line" x1="0" :x2="width" :y1="SCALE" :y2="SCALE" />
      <g v-for="tick in ticks" :key="tick.x">
        <line class="tick" :x1="px(tick.x)" :x2="px(tick.x)" :y1="SCALE - 3" :y2="SCALE + 5" />
        <text v-if="tick.named" class="figure" :x="px(tick.x)" :y="SCALE + 17" text-anchor="middle">
          {{ tick.name }}
        </text>
      </g>
      <line
        class="capline"
        :x1="px(strip.from)"
        :x2="px(strip.to)"
        :y1="BASE - set.capMm * scale"
        :y2="BASE - set.capMm * scale" />
      <line class="baseline" :x1="px(strip.from)" :x2="px(strip.to)" :y1="BASE" :y2="BASE" />
      <path class="anchor" :d="`M${px(0)} ${SCALE - 6}l5 5l-5 5l-5 -5Z`" />
      <rect
        v-for="box in pickedBoxes"
        :key="box.x"
        class="picked"
        :x="box.x"
        :width="box.width"
        :y="BASE - set.capMm * scale - 5"
        :height="set.capMm * scale + 10"
        rx="3" />
      <g class="letters" :filter="view.stripShows === 'squint' ? 'url(#squint)' : undefined" @pointerdown="dragLetters">
        <rect
          :x="px(strip.letters[0]?.x ?? 0) - 20"
          :width="Math.max(40, px(strip.letters.at(-1)?.x ?? 0) - px(strip.letters[0]?.x ?? 0) + 40)"
          y="16"
          :height="BASE - 8"
          fill="transparent" />
        <template v-for="{ gap, x, width: wide, middle, picked } in whites" :key="gap.at">
          <rect
            class="white"
            :class="{ picked, word: gap.word }"
            :x="x"
            :width="wide"
            :y="BASE - set.capMm * scale - 3"
            :height="set.capMm * scale + 6"
            rx="2"
            :data-gap="gap.at" />
          <path v-if="gap.kern !== 0" class="by-hand" :d="`M${middle - 4} ${BASE + 9}l4 -6l4 6Z`">
            <title>{{ gap.kern }} by hand</title>
          </path>
        </template>
        <filter id="squint" x="-5%" width="110%" y="-100%" height="300%">
          <feGaussianBlur :stdDeviation="`${SQUINT * set.capMm * scale} ${(SQUINT / 2) * set.capMm * scale}`" />
        </filter>
        <g :transform="`translate(${origin} ${BASE}) scale(${scale * UNIT_MM.coarse})`">
          <path :d="good" />
          <path v-if="bad" :d="bad" :fill="oversetColour(store.piece!)" />
        </g>
      </g>
      <circle
        v-for="touch in touches"
        :key="touch.x"
        class="touch"
        :cx="touch.x"
        :cy="BASE - set.capMm * scale - 8"
        r="3">
        <title>{{ touch.mm > 0 ? `${touch.mm.toFixed(2)} mm apart` : 'these letters touch' }}</title>
      </circle>
      <g
        v-for="which in ['start', 'end'] as const"
        :key="which"
        class="bookend"
        :data-strip-bookend="which"
        @pointerdown="dragBookend($event, which)">
        <rect
          :x="px(which === 'start' ? strip.bookendStart : strip.bookendEnd) - 14"
          width="28"
          y="0"
          :height="SCALE"
          fill="transparent" />
        <line
          :x1="px(which === 'start' ? strip.bookendStart : strip.bookendEnd)"
          :x2="px(which === 'start' ? strip.bookendStart : strip.bookendEnd)"
          y1="6"
          :y2="SCALE" />
        <path
          :d="`M${px(which === 'start' ? strip.bookendStart : strip.bookendEnd)} 2v20h${which === 'start' ? -2 : 2}a10 10 0 0 ${which === 'start' ? 1 : 0} 0 -20Z`" />
      </g>
    </g>
  </svg>
</template>

<style scoped>
.surface {
  display: block;
  touch-action: none;
  user-select: none;
}
.scale-line {
  stroke: var(--hairline);
}
.tick {
  stroke: #9b9482;
}
.figure {
  font-size: 11px;
  fill: var(--ink-soft);
}
.baseline {
  stroke: var(--brass);
}
.capline {
  stroke: var(--brass);
  stroke-dasharray: 3 3;
  opacity: 0.7;
}
.letters > .picked,
rect.picked {
  fill: #0f6b6b2e;
  stroke: var(--teal);
  stroke-dasharray: 2 2;
}
.letters {
  cursor: grab;
  fill: var(--ink);
}
.white {
  fill: transparent;
  cursor: pointer;
}
.white:hover {
  fill: #0f6b6b1c;
}
.white.picked {
  fill: #0f6b6b3d;
  stroke: var(--teal);
  stroke-dasharray: none;
}
.by-hand {
  fill: var(--brass);
}
.touch {
  fill: var(--rust);
  stroke: #fff;
}
.anchor {
  fill: var(--teal);
}
.bookend {
  cursor: ew-resize;
}
.bookend line {
  stroke: var(--brass);
  stroke-width: 2;
}
.bookend path {
  fill: var(--brass-light);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.bookend:hover path {
  fill: #ffd98a;
}
</style>
