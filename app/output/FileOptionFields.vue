<script setup lang="ts">
import { DXF_TOLERANCES } from '#core/output/cut/dxfTolerance';
import type { FileFormat, FileOptions } from '#core/output/formats/index';
import { MARKS_AWAY, MARKS_WIDTH } from '#core/output/marks/printMarks';
import { RASTER_DPI, rasterSize } from '#core/output/raster/size';
import { TRAP_LIMITS } from '#core/output/trap';
import { isLettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';

/** What a format leaves to choose. */
const props = defineProps<{ options: FileOptions; has: FileFormat['options']; marksWord: string }>();
const emit = defineEmits<{ change: [next: Partial<FileOptions>] }>();
const store = usePiece();
const set = (next: Partial<FileOptions>): null => {
  emit('change', next);
  return null;
};
/** How many pixels a picture will have, or why there is none. */
const pixels = computed(() => {
  const { imposition, dpi } = props.options;
  const size = rasterSize(imposition ? { ...imposition, bleedMm: 0 } : store.piece!.sheet, dpi);
  return size.ok ? `${size.value.widthPx} × ${size.value.heightPx} pixels` : size.problem.message;
});
interface Tick {
  readonly option: keyof FileOptions;
  readonly name: string;
  readonly on: (now: FileOptions) => boolean;
  readonly next: (on: boolean) => Partial<FileOptions>;
  /** Whether it makes a difference to this piece. */
  readonly matters?: () => boolean;
}
const flag = (
  option: 'bleed' | 'technical' | 'seen' | 'weedingBox' | 'slug' | 'embedFaces' | 'arcs' | 'lineFace',
  name: string,
  matters?: () => boolean,
): Tick => ({ option, name, on: (now) => now[option], next: (on) => ({ [option]: on }), matters });
/** One line a choice of yes or no. */
const TICKS: readonly Tick[] = [
  flag('slug', 'Name, size, inks and a colour bar', () => props.options.marks && !props.options.imposition),
  {
    option: 'date',
    name: 'Date of today',
    on: ({ date }) => date !== null,
    next: (on) => ({ date: on ? new Date().toISOString() : null }),
  },
  flag('bleed', 'With its bleed', () => store.piece!.sheet.bleedMm > 0 && !props.options.imposition),
  flag('technical', 'With technical inks', () => store.piece!.inks.some(({ purpose }) => purpose !== 'print')),
  flag('seen', 'What is seen as one outline an ink'),
  {
    option: 'layers',
    name: 'Layers by ink',
    on: ({ layers }) => layers === 'ink',
    next: (on) => ({ layers: on ? 'ink' : 'item' }),
  },
  {
    option: 'singleLines',
    name: 'Letters as single lines',
    on: ({ singleLines }) => singleLines,
    next: (on) => ({ singleLines: on, lineFace: on }),
    matters: () => store.piece!.items.some(isLettering),
  },
  flag('lineFace', 'Thick faces in Montserrat Thin', () => props.options.singleLines),
  flag('arcs', 'Arcs in place of short lines'),
  flag('weedingBox', 'Weeding box'),
  flag('embedFaces', 'Embed the typefaces'),
];
/** One line a length that can be chosen. */
const NUMBERS = [
  {
    option: 'marksAwayMm',
    name: 'Mark offset',
    label: 'From the trim to the marks',
    limits: MARKS_AWAY,
    step: 0.5,
    places: 2,
  },
  { option: 'marksWidthMm', name: 'Mark weight', label: 'Weight of marks', limits: MARKS_WIDTH, step: 0.05, places: 2 },
  { option: 'trapMm', name: 'Trapping', label: 'Trapping', limits: TRAP_LIMITS, step: 0.02, places: 2 },
  {
    option: 'toleranceMm',
    name: 'Tolerance',
    label: 'Tolerance of the polylines',
    limits: DXF_TOLERANCES,
    step: 0.005,
    places: 3,
  },
] as const;
const ofMarks: readonly string[] = ['marksAwayMm', 'marksWidthMm'];
const numbers = computed(() =>
  NUMBERS.filter(
    ({ option }) =>
      props.has.includes(option) && (!ofMarks.includes(option) || (props.options.marks && !props.options.imposition)),
  ),
);
const ticks = computed(() =>
  TICKS.filter(({ option, matters }) => (props.has as readonly string[]).includes(option) && (matters?.() ?? true)),
);
</script>

<template>
  <TickField v-if="has.includes('marks')" :model-value="options.marks" @change="(marks) => set({ marks })">{{
    marksWord
  }}</TickField>
  <StandardField
    v-if="has.includes('standard')"
    :model-value="options.standard"
    @update:model-value="(standard) => set({ standard })" />
  <ProfileField
    v-if="has.includes('ownProfile')"
    :model-value="options.ownProfile"
    @update:model-value="(ownProfile) => set({ ownProfile })" />
  <template v-if="has.includes('dpi')">
    <div class="row">
      <span class="label">Resolution, ppi</span
      ><QuantityField
        label="Resolution"
        :model-value="options.dpi"
        unit=""
        :limits="RASTER_DPI"
        :step="50"
        :places="0"
        :commit="(dpi) => set({ dpi })" />
    </div>
    <TickField
      v-if="has.includes('transparent')"
      :model-value="options.transparent"
      @change="(transparent) => set({ transparent })"
      >Transparent background</TickField
    >
    <p class="quiet said" role="status">{{ pixels }}</p>
  </template>
  <TickField
    v-for="tick in ticks"
    :key="tick.option"
    :model-value="tick.on(options)"
    @change="(on) => set(tick.next(on))"
    >{{ tick.name }}</TickField
  >
  <div v-for="one in numbers" :key="one.option" class="row">
    <span class="label">{{ one.name }}</span><QuantityField
      :label="one.label"
      :model-value="options[one.option]"
      :limits="one.limits"
      :step="one.step"
      :places="one.places"
      :commit="(mm) => set({ [one.option]: mm })" />
  </div>
</template>

<style scoped>
.said {
  font-size: 12px;
}
</style>
