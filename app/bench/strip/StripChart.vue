<script setup lang="ts">
import VChart from 'vue-echarts';
import { use } from 'echarts/core';
import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { SVGRenderer } from 'echarts/renderers';
import type { ECElementEvent } from 'echarts/core';
import { isSettled, offTarget, type Gap } from '#core/setting/space/gaps';
import { greyAlong } from '#core/setting/hand/grey';
import { useGaps } from '~/composables/useGaps';
import { STRIP } from '~/composables/useStrip';
import { useView } from '~/stores/view';

use([BarChart, LineChart, GridComponent, TooltipComponent, SVGRenderer]);

/**
 * Under the letters: every gap against its target, the curvature of the curve, or the grey of the blurred letters. It
 * lies exactly under the letters.
 */
const view = useView();
const unrolled = inject(STRIP)!;
const { gaps, pick } = useGaps();
/**
 * Drawing a chart takes longer than a frame, so it is drawn when the hand rests, of things as they are then; until it
 * follows it is dimmed.
 */
const now = computed(() => {
  const {
    set: { value: set },
    strip: { value: strip },
    width: { value: width },
    origin,
    scale,
  } = unrolled;
  if (!set || !strip) return null;
  return {
    set,
    strip,
    width,
    from: (0 - origin.value) / scale.value,
    to: (width - origin.value) / scale.value,
    gaps: gaps.value.filter((gap) => gap.line === set),
  };
});
const resting = useIdleValue(() => now.value);
const lineGaps = computed(() => resting.value?.gaps ?? []);

const COLOURS = {
  settled: '#7fb0aa',
  off: '#b4452a',
  picked: '#0f6b6b',
  line: '#b57b1e',
  wash: '#b57b1e26',
  zero: '#d2ccbd',
  grey: '#20303a',
  greyWash: '#20303a2e',
} as const;
const FAMILY = 'Instrument Sans Variable, Instrument Sans, sans-serif';
/** Places along the strip at which curvature is looked at, in pixels. */
const STEP_PX = 6;

const signed = (value: number, places: number): string =>
  `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(places)}`;
function told(gap: Gap): string {
  const off = offTarget(gap);
  const rest = [
    gap.kern === 0 ? '' : `by hand ${signed(gap.kern, 1)}`,
    gap.evened === 0 ? '' : `evened ${signed(gap.evened, 1)}`,
  ]
    .filter(Boolean)
    .join(', ');
  const name = gap.name.replace(/[&<>]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[c]!);
  return `<b>${name}</b> ${gap.word ? 'between words ' : ''}${gap.mm.toFixed(3)} mm<br>${signed(off, 3)} mm against ${gap.targetMm.toFixed(3)}<br>nearest ${gap.leastMm.toFixed(3)} mm${rest ? `<br>${rest}` : ''}`;
}
function radiusAt(curvature: number): string {
  if (Math.abs(curvature) < 1e-6) return 'straight';
  return `radius ${(1 / Math.abs(curvature)).toFixed(1)} mm, letters ${curvature > 0 ? 'fan out' : 'close up'}`;
}

const axis = computed(() => ({
  type: 'value' as const,
  min: resting.value!.from,
  max: resting.value!.to,
  show: false,
}));
const grid = { left: 0, right: 0, top: 1, bottom: 1 };
const tooltip = {
  appendToBody: true,
  confine: false,
  transitionDuration: 0,
  padding: [6, 9],
  backgroundColor: '#20303a',
  borderWidth: 0,
  textStyle: { color: '#fff', fontSize: 12, fontFamily: FAMILY },
};

const gapChart = computed(() => {
  const { set, strip } = resting.value!;
  const most = Math.max(set.capMm * 0.06, ...lineGaps.value.map((gap) => Math.abs(offTarget(gap)))) * 1.05;
  return {
    animation: false,
    grid,
    xAxis: axis.value,
    yAxis: { type: 'value' as const, min: -most, max: most, show: false },
    tooltip: {
      ...tooltip,
      trigger: 'item' as const,
      formatter: ({ dataIndex, seriesIndex }: { dataIndex: number; seriesIndex: number }) =>
        seriesIndex === 2 ? '' : told(lineGaps.value[dataIndex]!),
    },
    series: [
      // A pale bar over the whole height makes the shortest one easy to hit.
      {
        type: 'bar' as const,
        barWidth: 13,
        barGap: '-100%',
        cursor: 'pointer',
        itemStyle: { color: 'transparent' },
        emphasis: { itemStyle: { color: '#0f6b6b1c' } },
        data: lineGaps.value.map((gap) => [strip.placeOf(gap.middle), offTarget(gap) < 0 ? -most : most]),
      },
      {
        type: 'bar' as const,
        barWidth: 7,
        barMinHeight: 2,
        cursor: 'pointer',
        emphasis: { disabled: true },
        data: lineGaps.value.map((gap) => ({
          value: [strip.placeOf(gap.middle), offTarget(gap)],
          itemStyle: {
            color: view.gaps.includes(gap.at) ? COLOURS.picked : isSettled(gap) ? COLOURS.settled : COLOURS.off,
            opacity: gap.word ? 0.55 : 1,
          },
        })),
      },
      {
        type: 'line' as const,
        silent: true,
        symbol: 'none',
        lineStyle: { color: COLOURS.zero, width: 1 },
        data: [
          [axis.value.min, 0],
          [axis.value.max, 0],
        ],
      },
    ],
  };
});

const curvatureChart = computed(() => {
  const {
    strip: { from, to, curvatureAt },
    width,
  } = resting.value!;
  const count = Math.max(2, Math.ceil(width / STEP_PX));
  const data = Array.from({ length: count + 1 }, (_, i) => {
    const x = from + ((to - from) * i) / count;
    return [x, curvatureAt(x)];
  });
  const values = data.map((one) => one[1]!);
  const [low, high] = [Math.min(0, ...values), Math.max(0, ...values)];
  const margin = Math.max(high - low, 1e-4) * 0.12;
  return {
    animation: false,
    grid,
    xAxis: axis.value,
    yAxis: { type: 'value' as const, min: low - margin, max: high + margin, show: false },
    tooltip: {
      ...tooltip,
      trigger: 'axis' as const,
      axisPointer: { type: 'line' as const, lineStyle: { color: COLOURS.picked } },
      formatter: (points: { value: [number, number] }[]) => radiusAt(points[0]!.value[1]),
    },
    series: [
      {
        type: 'line' as const,
        data,
        symbol: 'none',
        lineStyle: { color: COLOURS.line, width: 1.5 },
        areaStyle: { color: COLOURS.wash, origin: 0 },
      },
    ],
  };
});

/** The grey of the blurred letters: what stands out of its own mean is a clot, or a hole. */
const squintChart = computed(() => {
  const { set, strip } = resting.value!;
  const { from, step, values } = greyAlong(set, strip);
  const most = Math.max(...values, 0.1) * 1.12;
  return {
    animation: false,
    grid,
    xAxis: axis.value,
    yAxis: { type: 'value' as const, min: 0, max: most, show: false },
    tooltip: {
      ...tooltip,
      trigger: 'axis' as const,
      axisPointer: { type: 'line' as const, lineStyle: { color: COLOURS.picked } },
      formatter: (points: { value: [number, number] }[]) => `${(points[0]!.value[1] * 100).toFixed(0)} % ink`,
    },
    series: [
      {
        type: 'line' as const,
        data: Array.from(values, (grey, i) => [from + (i + 0.5) * step, grey]),
        symbol: 'none',
        lineStyle: { color: COLOURS.grey, width: 1.5 },
        areaStyle: { color: COLOURS.greyWash, origin: 0 },
      },
    ],
  };
});

const chart = computed(
  () => ({ gaps: gapChart, curvature: curvatureChart, squint: squintChart })[view.stripShows].value,
);
const said = computed(
  () =>
    ({
      gaps: `Gaps against their target, ${lineGaps.value.filter((gap) => !isSettled(gap)).length} of ${lineGaps.value.length} off`,
      curvature: 'Curvature along the curve',
      squint: 'Grey along the line',
    })[view.stripShows],
);

function onClick(event: ECElementEvent): void {
  const gap = view.stripShows === 'gaps' && event.seriesIndex !== 2 ? lineGaps.value[event.dataIndex] : undefined;
  if (gap) pick(gap.at, (event.event?.event as MouseEvent | undefined)?.shiftKey);
}
</script>

<template>
  <div
    class="chart"
    :class="{ behind: now !== resting }"
    :style="{ width: `${unrolled.width.value}px` }"
    role="img"
    :aria-label="said">
    <VChart
      v-if="resting"
      :key="view.stripShows"
      :option="chart"
      :update-options="{ replaceMerge: 'series' }"
      autoresize
      @click="onClick" />
  </div>
</template>

<style scoped>
.chart {
  position: absolute;
  left: 0;
  top: 67px;
  height: 44px;
}
.behind {
  opacity: 0.35;
}
</style>
