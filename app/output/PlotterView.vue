<script setup lang="ts">
import { useRafFn } from '@vueuse/core';
import { Pause, Play, RotateCcw } from 'lucide-vue-next';
import type { PlotRun } from '#core/output/cut/plotter';

/**
 * A plotter at work: the tool goes through all lines in their order, lifted between them, and stops at what it would cut
 * a second time.
 */
const props = defineProps<{ run: PlotRun; sheet: { readonly widthMm: number; readonly heightMm: number } }>();

const SPEED = { min: 1, max: 2000 } as const;
/** Speeds of the tool when it cuts and when it is lifted, mm a second, and how long lifting it and putting it down takes. */
const cutSpeed = ref(60),
  liftedSpeed = ref(300);
const LIFT_S = 0.3;
/** However long it takes in truth, it plays for about so long, s. */
const PLAY_S = 25;

const seconds = computed(
  () => props.run.cutMm / cutSpeed.value + props.run.liftedMm / liftedSpeed.value + props.run.lines.length * LIFT_S,
);
const metres = (mm: number): string => (mm < 1000 ? `${mm.toFixed(0)} mm` : `${(mm / 1000).toFixed(2)} m`);
const duration = computed(() => {
  const all = Math.round(seconds.value);
  return all < 60 ? `${all} s` : `${Math.floor(all / 60)} min ${all % 60} s`;
});

/** Where each line begins, mm of cutting from the first one on. */
const starts = computed(() => {
  let sum = 0;
  return props.run.lines.map(({ lengthMm }) => (sum += lengthMm) - lengthMm);
});
/** What is cut twice, mm of cutting. */
const stops = computed(() =>
  props.run.again.map((one) => ({ ...one, mm: starts.value[one.line]! + one.fromMm, lengthMm: one.toMm - one.fromMm })),
);

/** How far it is, mm of cutting. */
const at = ref(0);
/** The stretch at which it has stopped, by its place. */
const stopped = ref<number | null>(null);
const { isActive, pause, resume } = useRafFn(
  ({ delta }) => {
    const next = Math.min(props.run.cutMm, at.value + (props.run.cutMm * delta) / 1000 / PLAY_S);
    const stop = stops.value.findIndex(({ mm }) => mm > at.value && mm <= next);
    at.value = stop < 0 ? next : stops.value[stop]!.mm;
    if (stop >= 0) stopped.value = stop;
    if (stop >= 0 || next >= props.run.cutMm) pause();
  },
  { immediate: false },
);
function play(): void {
  if (at.value >= props.run.cutMm) at.value = 0;
  stopped.value = null;
  resume();
}
function goTo(mm: number): null {
  pause();
  stopped.value = null;
  at.value = mm;
  return null;
}
watch(
  () => props.run,
  () => goTo(0),
);

const data = (points: readonly number[]): string => {
  let text = `M${points[0]!.toFixed(3)} ${points[1]!.toFixed(3)}`;
  for (let i = 2; i < points.length; i += 2) text += `L${points[i]!.toFixed(3)} ${points[i + 1]!.toFixed(3)}`;
  return text;
};
const paths = computed(() => props.run.lines.map(({ points }) => data(points)));
/** The line that the tool is on. */
const current = computed(() => {
  let low = 0,
    high = starts.value.length - 1;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (starts.value[middle]! <= at.value) low = middle;
    else high = middle - 1;
  }
  return low;
});
/** The lines that are done, one path a colour: there may be thousands. */
const done = computed(() => {
  const byColour = new Map<string, string>();
  props.run.lines
    .slice(0, current.value)
    .forEach(({ screen }, i) => byColour.set(screen, (byColour.get(screen) ?? '') + paths.value[i]!));
  return byColour;
});
/** The part of a line up to a length: its places, and the last of them. */
function upTo(line: number, mm: number): number[] {
  const points = props.run.lines[line]?.points ?? [];
  const part = points.slice(0, 2);
  let left = mm;
  for (let i = 2; i < points.length && left > 0; i += 2) {
    const [x, y] = [points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!],
      length = Math.hypot(x, y),
      u = length > left ? left / length : 1;
    part.push(points[i - 2]! + x * u, points[i - 1]! + y * u);
    left -= length;
  }
  return part;
}
const part = computed(() => upTo(current.value, at.value - (starts.value[current.value] ?? 0)));
const tool = computed(() => ({ x: part.value.at(-2) ?? 0, y: part.value.at(-1) ?? props.sheet.heightMm }));
/** The ways of the lifted tool so far. */
const lifted = computed(() => {
  let text = `M0 ${props.sheet.heightMm}`;
  for (const { points } of props.run.lines.slice(0, current.value + 1))
    text += `L${points[0]!.toFixed(2)} ${points[1]!.toFixed(2)}M${points.at(-2)!.toFixed(2)} ${points.at(-1)!.toFixed(2)}`;
  return text;
});
const thin = computed(() => Math.max(props.sheet.widthMm, props.sheet.heightMm) / 500);
const MARGIN = 0.04;
const box = computed(() => {
  const { widthMm: w, heightMm: h } = props.sheet,
    by = Math.max(w, h) * MARGIN;
  return `${-by} ${-by} ${w + 2 * by} ${h + 2 * by}`;
});
const said = computed(() => {
  const stop = stopped.value === null ? null : stops.value[stopped.value];
  if (stop)
    return `Stopped: ${stop.lengthMm.toFixed(1)} mm from here on were cut before (${props.run.lines[stop.line]!.name}). “What is seen as one outline an ink” leaves them out.`;
  const line = props.run.lines[current.value];
  return line && at.value > 0 ? `Line ${current.value + 1} of ${props.run.lines.length}, ${line.name}` : '';
});
</script>

<template>
  <div class="plotter">
    <svg :viewBox="box" role="img" aria-label="The way of the tool" data-plotter>
      <rect :width="sheet.widthMm" :height="sheet.heightMm" class="paper" />
      <g fill="none" :stroke-width="thin" stroke-linejoin="round" stroke-linecap="round">
        <path :d="paths.join('')" class="ahead" />
        <path :d="lifted" class="lifted" :stroke-dasharray="`${thin * 2} ${thin * 3}`" :stroke-width="thin / 2" />
        <path v-for="[colour, d] in done" :key="colour" :d="d" :stroke="colour" />
        <path v-if="part.length > 2" :d="data(part)" :stroke="run.lines[current]!.screen" />
      </g>
      <circle
        v-for="(stop, n) in stops"
        :key="n"
        :cx="stop.at.x"
        :cy="stop.at.y"
        :r="thin * 4"
        class="again"
        :stroke-width="thin" />
      <circle :cx="tool.x" :cy="tool.y" :r="thin * 3" class="tool" />
    </svg>
    <div class="panel">
      <div class="row">
        <button class="key" type="button" :disabled="run.lines.length === 0" @click="isActive ? pause() : play()">
          <component :is="isActive ? Pause : Play" :size="15" />
          {{ isActive ? 'Pause' : stopped === null ? 'Play' : 'Go on' }}
        </button>
        <button class="key" type="button" aria-label="To the beginning" title="To the beginning" @click="goTo(0)">
          <RotateCcw :size="15" />
        </button>
        <input
          type="range"
          class="way"
          aria-label="How far the tool is"
          min="0"
          :max="run.cutMm"
          step="any"
          :value="at"
          @input="goTo(Number(($event.target as HTMLInputElement).value))" />
      </div>
      <p role="status" class="said" :class="{ bad: stopped !== null }">{{ said }}</p>
      <dl>
        <div>
          <dt>Cut</dt>
          <dd>{{ metres(run.cutMm) }}</dd>
        </div>
        <div>
          <dt>Lifted</dt>
          <dd>{{ metres(run.liftedMm) }}, {{ run.lines.length }} times</dd>
        </div>
        <div>
          <dt>Takes about</dt>
          <dd>{{ duration }}</dd>
        </div>
        <div :class="{ bad: run.again.length > 0 }">
          <dt>Cut twice</dt>
          <dd>
            {{
              run.again.length === 0
                ? 'nothing'
                : run.again.length === 1
                  ? 'at one place'
                  : `at ${run.again.length} places`
            }}
          </dd>
        </div>
      </dl>
      <div class="row speeds">
        <span class="label">Cutting, mm/s</span>
        <QuantityField
          label="Cutting speed"
          :model-value="cutSpeed"
          unit=""
          :limits="SPEED"
          :step="10"
          :places="0"
          :commit="(value) => ((cutSpeed = value), null)" />
        <span class="label">Lifted, mm/s</span>
        <QuantityField
          label="Speed when lifted"
          :model-value="liftedSpeed"
          unit=""
          :limits="SPEED"
          :step="50"
          :places="0"
          :commit="(value) => ((liftedSpeed = value), null)" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.plotter {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 8px;
  min-height: 0;
  padding: 0 24px;
}
svg {
  width: 100%;
  height: 100%;
  min-height: 0;
}
.paper {
  fill: #fff;
}
.ahead {
  stroke: #cfd6d8;
}
.lifted {
  stroke: #8aa0a8;
}
.again {
  fill: none;
  stroke: var(--rust);
}
.tool {
  fill: var(--ink);
}
.panel {
  display: grid;
  gap: 6px;
  justify-self: center;
  width: min(620px, 100%);
}
.panel .row {
  display: flex;
  align-items: center;
  gap: 8px;
}
.key {
  display: flex;
  align-items: center;
  gap: 6px;
}
.way {
  flex: 1;
  accent-color: var(--teal);
}
.said {
  min-height: 18px;
  font-size: 12px;
}
.bad {
  color: var(--rust);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  margin: 0;
}
dl div {
  display: flex;
  gap: 6px;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  font-variant-numeric: tabular-nums;
}
.speeds .label {
  white-space: nowrap;
}
</style>
