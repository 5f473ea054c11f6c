<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { alignSteps, distributeSteps, type Alignment, type Distribution } from '#core/editing/edits/arrange';
import { turnSelectionSteps } from '#core/editing/edits/turn';
import { isCurve, isLettering, type Item, type Lettering } from '#core/piece/types';
import type { LimitName } from '#core/fields/limits';
import { setStep } from '#core/piece/steps/index';
import type { Unit } from '~/utils/quantity';
import { COMMANDS } from '~/commands';
import { useFaces } from '~/stores/faces';
import { useCurveEdits } from '~/composables/useCurveEdits';
import { usePiece } from '~/stores/piece';

/** What can be done with several things at once. */
const props = defineProps<{ items: readonly Item[] }>();
const store = usePiece();
const faces = useFaces();
const commands = inject(COMMANDS)!;
const { run } = useCurveEdits();

const curves = computed(() => props.items.filter(isCurve));
const letterings = computed(() => props.items.filter(isLettering));
const said = computed(() => {
  const others = props.items.length - curves.value.length - letterings.value.length;
  return [
    [curves.value.length, 'curve', 'curves'] as const,
    [letterings.value.length, 'lettering', 'letterings'] as const,
    [others, 'other', 'others'] as const,
  ]
    .filter(([count]) => count > 0)
    .map(([count, one, more]) => `${count} ${count === 1 ? one : more}`)
    .join(', ');
});
const ids = computed(() => curves.value.map((one) => one.id));

/** A property of all letterings picked, in one entry of the undo list. */
function setAll(label: EditLabel, path: readonly string[], value: unknown, gesture?: string) {
  const problem = store.edit(
    label,
    letterings.value.map((one) => setStep(store.piece!, one.id, path, value)),
    gesture,
  );
  if (problem && !gesture) store.notice = { kind: 'warning', text: problem.message };
  return problem;
}
/** What they have in common; empty where they differ. */
const face = computed(() =>
  new Set(letterings.value.map((one) => one.faceId)).size === 1 ? letterings.value[0]!.faceId : '',
);
/** Height of the capitals as it is set, mm. */
const capMm = ({ id }: Lettering): number => {
  const set = store.settings.get(id);
  return set?.ok ? Math.round(set.value.capMm * 100) / 100 : 0;
};
const percent = (value: number): number => value / 100;
/** One line a number that letterings have in common, or not. */
const FIELDS: readonly {
  readonly name: string;
  readonly edit: EditLabel;
  readonly path: readonly string[];
  readonly of: (one: Lettering) => number;
  /** What is stored for what is typed, where that is another number or more than one. */
  readonly stored?: (value: number) => unknown;
  readonly unit: Unit;
  readonly limits: LimitName | { readonly min: number; readonly max: number };
  readonly step: number;
}[] = [
  {
    name: 'Cap height',
    edit: 'Change sizes',
    path: ['size'],
    of: capMm,
    stored: (mm) => ({ by: 'cap', mm }),
    unit: 'mm',
    limits: 'capMm',
    step: 0.1,
  },
  {
    name: 'Tracking',
    edit: 'Tracking',
    path: ['spacing', 'tracking'],
    of: (one) => one.spacing.tracking,
    unit: '',
    limits: 'tracking',
    step: 5,
  },
  {
    name: 'Width',
    edit: 'Width',
    path: ['width'],
    of: (one) => one.width * 100,
    stored: percent,
    unit: '%',
    limits: { min: 30, max: 300 },
    step: 1,
  },
  {
    name: 'Evening out',
    edit: 'Even out',
    path: ['spacing', 'evenOut'],
    of: (one) => one.spacing.evenOut * 100,
    stored: percent,
    unit: '%',
    limits: { min: 0, max: 100 },
    step: 5,
  },
  {
    name: 'Baseline shift',
    edit: 'Shift baselines',
    path: ['seat', 'baselineShiftMm'],
    of: (one) => one.seat.baselineShiftMm,
    unit: 'mm',
    limits: 'baselineShiftMm',
    step: 0.1,
  },
];
/** Whether the letterings differ in something. */
const differ = (of: (one: Lettering) => unknown): boolean =>
  new Set(letterings.value.map((one) => JSON.stringify(of(one)))).size > 1;
const CASES = [
  ['typed', 'as typed'],
  ['capitals', 'capitals'],
  ['small-capitals', 'small capitals'],
] as const;
const hiddenAll = computed(() => props.items.every((one) => 'hidden' in one && one.hidden));
/** Hides or shows all of them that can be hidden. */
function hide(): void {
  const steps = props.items.flatMap((one) =>
    'hidden' in one ? [setStep(store.piece!, one.id, ['hidden'], !hiddenAll.value)] : [],
  );
  store.edit(hiddenAll.value ? 'Show' : 'Hide', steps);
}
const turn = (deg: number) => store.edit('Turn', turnSelectionSteps(store.piece!, store.selection, deg));
async function setFace(id: string): Promise<void> {
  await faces.ensure([id]);
  setAll('Change typefaces', ['faceId'], id);
}

const ALIGN: readonly { how: Alignment; name: string; path: string }[] = [
  { how: 'left', name: 'Left edges', path: 'M4 3v16M7 7h11M7 14h6' },
  { how: 'centre', name: 'Align centres', path: 'M12 3v16M6 7h12M8.500 14h7' },
  { how: 'right', name: 'Right edges', path: 'M20 3v16M17 7H6M17 14h-6' },
  { how: 'top', name: 'Top edges', path: 'M4 4h16M8 7v11M15 7v6' },
  { how: 'middle', name: 'Align middles', path: 'M4 11h16M8 5v12M15 7.500v7' },
  { how: 'bottom', name: 'Bottom edges', path: 'M4 18h16M8 15V4M15 15V9' },
];
const SPREAD: readonly { how: Distribution; name: string; path: string }[] = [
  { how: 'across', name: 'Equal gaps across', path: 'M4 4v14M12 6.500v9M20 4v14' },
  { how: 'down', name: 'Equal gaps down', path: 'M5 4h14M7.500 11h9M5 18h14' },
];
const align = (how: Alignment) =>
  run('Align curves', { ok: true, value: alignSteps(store.piece!, ids.value, how) }, undefined, false);
const distribute = (how: Distribution) =>
  run('Equal gaps', { ok: true, value: distributeSteps(store.piece!, ids.value, how) }, undefined, false);
</script>

<template>
  <section class="section" aria-label="Multiple selection">
    <header>
      <h2>Multiple selection</h2>
      <span class="quiet">{{ said }}</span>
    </header>
    <p class="quiet">Shift-click adds to the selection or takes away from it.</p>
    <div class="row">
      <span class="label">Turn by</span
      ><QuantityField
        label="Turn all by"
        :model-value="0"
        unit="°"
        :limits="{ min: -360, max: 360 }"
        :step="1"
        :commit="turn" />
    </div>
    <div class="acts">
      <button class="key" type="button" @click="commands.duplicate.run()">Duplicate</button>
      <button class="key" type="button" @click="hide">{{ hiddenAll ? 'Show' : 'Hide' }}</button>
      <button class="key" type="button" @click="commands.deleteSelected.run()">Delete</button>
    </div>
  </section>
  <section v-if="letterings.length > 1" class="section" aria-label="All selected letterings">
    <header><h2>Letters of all</h2></header>
    <div class="row">
      <span class="label">Typeface</span><FaceSelect :face-id="face" placeholder="different ones" @choose="setFace" />
    </div>
    <div v-for="one in FIELDS" :key="one.name" class="row">
      <span class="label">{{ one.name }}</span><QuantityField
        :label="`${one.name} of all`"
        :model-value="one.of(letterings[0]!)"
        :mixed="differ(one.of)"
        :unit="one.unit"
        :limits="one.limits"
        :step="one.step"
        :commit="(value, gesture) => setAll(one.edit, one.path, one.stored?.(value) ?? value, gesture)" />
    </div>
    <div class="row">
      <span class="label">Case</span>
      <ChoiceList
        :model-value="differ((one) => one.letterCase) ? undefined : letterings[0]!.letterCase"
        placeholder="mixed"
        aria-label="Case of all"
        @change="(value: string) => setAll('Change case', ['letterCase'], value)">
        <el-option v-for="[value, name] in CASES" :key="value" :value="value" :label="name" />
      </ChoiceList>
    </div>
    <InkField
      :label="differ((one) => one.fill) ? 'Fill (mixed)' : 'Fill'"
      :model-value="letterings[0]!.fill"
      @change="(colour) => setAll('Fill', ['fill'], colour)" />
  </section>
  <MatchPanel v-if="letterings.length > 1" :letterings="letterings" />
  <section v-if="curves.length > 0" class="section" aria-label="Align">
    <header>
      <h2>Align</h2>
      <span class="quiet">{{ curves.length > 1 ? 'with each other' : 'with the sheet' }}</span>
    </header>
    <div class="icons">
      <button
        v-for="{ how, name, path } in ALIGN"
        :key="how"
        type="button"
        class="key"
        :aria-label="name"
        :title="name"
        @click="align(how)">
        <svg viewBox="0 0 24 22" width="22" height="20" aria-hidden="true">
          <path :d="path" fill="none" stroke="currentColor" stroke-width="1.600" stroke-linecap="round" />
        </svg>
      </button>
    </div>
    <div v-if="curves.length > 2" class="icons">
      <button v-for="{ how, name, path } in SPREAD" :key="how" type="button" class="key wide" @click="distribute(how)">
        <svg viewBox="0 0 24 22" width="22" height="20" aria-hidden="true">
          <path :d="path" fill="none" stroke="currentColor" stroke-width="1.600" stroke-linecap="round" />
        </svg>
        {{ name }}
      </button>
    </div>
    <p class="quiet said">Locked curves, and curves that follow others, stay.</p>
  </section>
</template>

<style scoped>
.icons {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 6px;
  margin-bottom: 8px;
}
.icons .key {
  padding: 0;
}
.icons .wide {
  grid-column: span 3;
  font-size: 12px;
}
.acts {
  margin-top: 10px;
}
.said {
  margin-top: 4px;
  font-size: 12px;
}
</style>
