<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { nanoid } from 'nanoid';
import { fromHex, nearestCmyk, screenHex, type Cmyk } from '#core/ink/colour';
import { PLAIN_INK } from '#core/piece/inks';
import { inksOf } from '#core/drawing/inks';
import { setStep } from '#core/piece/steps/index';
import { askedFor, replaceInk, spotNameProblem } from '#core/editing/edits/inkEdits';
import type { Ink } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The inks of the piece: names, mixes, which are spot inks, which overprint; and the paper. */
const store = usePiece();
const view = useView();
const open = computed({
  get: () => view.inks !== null,
  set: (value) => {
    if (!value) view.inks = null;
  },
});
const inks = computed(() => store.piece?.inks ?? []);
const stock = computed(() => store.piece?.process.stock ?? 'coated');
const chosen = computed(() => inks.value.find((ink) => ink.id === view.inks) ?? inks.value[0] ?? null);
const KINDS = [
  { value: 'process', name: 'process' },
  { value: 'spot', name: 'spot' },
] as const;
const CHANNELS = ['Cyan', 'Magenta', 'Yellow', 'Black'] as const;
const instead = ref('');
const kindProblem = ref('');
watch(
  () => chosen.value?.id,
  () => {
    instead.value = '';
    kindProblem.value = '';
  },
);

const uses = computed(() => (chosen.value && store.piece ? askedFor(store.piece, chosen.value.id) : 0));
const total = computed(() => chosen.value?.cmyk.reduce((sum, share) => sum + share, 0) ?? 0);
const setInks = (label: EditLabel, next: readonly Ink[], gesture?: string) =>
  store.set(label, null, ['inks'], next, gesture);
const change = (next: Partial<Ink>, label: EditLabel, gesture?: string) =>
  setInks(
    label,
    inks.value.map((ink) => (ink.id === chosen.value!.id ? { ...ink, ...next } : ink)),
    gesture,
  );
const share = (channel: number) => (value: number, gesture: string) =>
  change(
    { cmyk: chosen.value!.cmyk.map((one, i) => (i === channel ? value : one)) as unknown as Cmyk },
    'Mix ink',
    gesture,
  );

const rename = (name: string) => spotNameProblem(store.piece!, chosen.value!, name) ?? change({ name }, 'Rename ink');
function setKind(kind: Ink['kind']): void {
  const problem = spotNameProblem(store.piece!, { ...chosen.value!, kind }, chosen.value!.name);
  kindProblem.value = problem?.message ?? '';
  if (!problem) change({ kind }, kind === 'spot' ? 'Make it a spot ink' : 'Make it a process ink');
}
/** A tint of the chosen ink, beside it. */
function addTint(): void {
  const of = chosen.value!;
  const names = new Set(inks.value.map((ink) => ink.name));
  let share = 50;
  while (names.has(`${of.name} ${share} %`) && share > 1) share--;
  const ink: Ink = { ...of, id: nanoid(8), name: `${of.name} ${share} %`, tint: { of: of.id, share } };
  if (setInks('New tint', [...inks.value, ink]) === null) view.inks = ink.id;
}
const drawn = (ink: Ink) => inksOf(store.piece!).get(ink.id)!;

function add(): void {
  const names = new Set(inks.value.map((ink) => ink.name));
  let n = inks.value.length + 1;
  while (names.has(`Ink ${n}`)) n++;
  const ink: Ink = {
    id: nanoid(8),
    name: `Ink ${n}`,
    kind: 'process',
    cmyk: chosen.value?.cmyk ?? [0, 0, 0, 100],
    overprint: false,
    ...PLAIN_INK,
  };
  if (setInks('New ink', [...inks.value, ink]) === null) view.inks = ink.id;
}
function remove(): void {
  const ink = chosen.value!;
  // Its tints become inks of their own, as they look.
  const rest = inks.value
    .filter((one) => one.id !== ink.id)
    .map((one) => (one.tint?.of === ink.id ? { ...one, cmyk: drawn(one).cmyk, tint: null } : one));
  const steps = [
    ...(uses.value > 0 ? replaceInk(store.piece!, ink.id, instead.value || null) : []),
    setStep(store.piece!, null, ['inks'], rest),
  ];
  if (store.edit('Delete ink', steps) === null) view.inks = rest[0]?.id ?? '';
}
const picked = (hex: string | null): void => {
  if (hex && /^#[0-9a-f]{6}$/i.test(hex))
    change({ cmyk: nearestCmyk(fromHex(hex.toLowerCase()), stock.value) }, 'Mix ink');
};
const paper = (hex: string | null): void => {
  if (hex && /^#[0-9a-f]{6}$/i.test(hex)) store.set('Paper', null, ['paper'], hex.toLowerCase());
};
</script>

<template>
  <el-dialog v-model="open" title="Inks of the piece" width="620px" align-center>
    <div class="inks">
      <div class="list">
        <button
          v-for="ink in inks"
          :key="ink.id"
          type="button"
          :aria-pressed="chosen?.id === ink.id"
          @click="view.inks = ink.id">
          <span class="swatch" :class="{ spot: ink.kind === 'spot' }" :style="{ background: drawn(ink).screen }" /><span
            class="name"
            >{{ ink.name }}</span
          >
        </button>
        <button type="button" class="more" @click="add">+ New ink</button>
        <div class="paper-colour">
          <span class="label">Paper</span
          ><el-color-picker
            :model-value="store.piece?.paper"
            color-format="hex"
            aria-label="Paper colour"
            @change="paper" />
        </div>
      </div>
      <div v-if="chosen" class="one">
        <div class="show" :style="{ background: drawn(chosen).screen }" />
        <div class="row">
          <span class="label">Name</span
          ><NameField :key="chosen.id" label="Name of the ink" :model-value="chosen.name" :commit="rename" />
        </div>
        <InkPurpose :ink="chosen" :inks="inks" :change="change" @refused="kindProblem = $event" />
        <template v-if="!chosen.tint">
          <div v-if="chosen.purpose === 'print'" class="row">
            <span class="label">Ink type</span>
            <ChoiceBar label="Ink type" :options="KINDS" :model-value="chosen.kind" @update:model-value="setKind" />
          </div>
          <p v-if="kindProblem" class="problem" role="alert">{{ kindProblem }}</p>
          <p v-if="chosen.kind === 'spot' && chosen.purpose === 'print'" class="quiet said">
            It prints on its own plate, called by its name. The mix shows it on the screen, and stands in where there is
            no such plate.
          </p>
          <SliderField
            v-for="(name, channel) in CHANNELS"
            :key="name"
            :label="name"
            :model-value="chosen.cmyk[channel]!"
            unit="%"
            limits="inkShare"
            :min="0"
            :max="100"
            :step="1"
            :places="0"
            :commit="share(channel)" />
          <div class="row">
            <span class="label">From a screen colour</span
            ><span class="pick"
              ><el-color-picker
                :model-value="screenHex(chosen.cmyk, stock)"
                color-format="hex"
                aria-label="Nearest mix to a screen colour"
                @change="picked" /><span class="quiet"
                >the nearest mix, {{ Math.round(total) }} % ink in all</span
              ></span
            >
          </div>
        </template>
        <label class="check"
          ><input
            type="checkbox"
            :checked="chosen.overprint"
            @change="change({ overprint: ($event.target as HTMLInputElement).checked }, 'Overprint')" />
          Overprints what lies beneath</label
        >
        <div class="gone">
          <template v-if="uses > 0">
            <span class="quiet">Used {{ uses === 1 ? 'once' : `${uses} times` }}; replace by</span>
            <ChoiceList v-model="instead" aria-label="Ink to use instead" placeholder="no ink"
              ><el-option
                v-for="ink in inks.filter((one) => one.id !== chosen!.id)"
                :key="ink.id"
                :value="ink.id"
                :label="ink.name"
            /></ChoiceList>
          </template>
          <span v-else class="quiet">Used nowhere.</span>
          <button v-if="!chosen.tint" class="key" type="button" @click="addTint">New tint</button>
          <button class="key" type="button" @click="remove">Delete ink</button>
        </div>
      </div>
    </div>
  </el-dialog>
</template>

<style scoped>
.inks {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 20px;
  min-height: 380px;
}
.list {
  display: flex;
  flex-direction: column;
  gap: 2px;
  border-right: 1px solid var(--hairline);
  padding-right: 12px;
}
.list button {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px;
  border: 0;
  border-radius: 5px;
  background: none;
  cursor: pointer;
  text-align: left;
  min-width: 0;
}
.list button:hover {
  background: #f0eadb;
}
.list button[aria-pressed='true'] {
  background: var(--teal-wash);
  color: var(--teal);
}
.list .more {
  color: var(--teal);
}
.paper-colour {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-top: auto;
  padding: 8px 6px 0;
}
.swatch {
  flex: none;
  width: 16px;
  height: 16px;
  border-radius: 4px;
  border: 1px solid #20303a40;
}
.swatch.spot {
  border-radius: 50%;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.show {
  height: 34px;
  border-radius: 6px;
  border: 1px solid #20303a30;
  margin-bottom: 10px;
}
.problem {
  color: var(--rust);
  font-size: 12px;
  margin: 4px 0;
}
.said {
  font-size: 12px;
  margin: 2px 0 6px;
}
.pick {
  display: flex;
  align-items: center;
  gap: 10px;
}
.check {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 32px;
  cursor: pointer;
}
.check input {
  accent-color: var(--teal);
  width: 15px;
  height: 15px;
  margin: 0;
}
.gone {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-top: 10px;
  padding-top: 10px;
  border-top: 1px solid var(--hairline);
}
.gone .key {
  margin-left: auto;
  white-space: nowrap;
}
.gone .el-select {
  width: 120px;
}
</style>
