<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import type { LetterCase, Lettering, LetterSize } from '#core/piece/types';
import { hasSmallCapitals } from '#core/setting/line/letterCase';
import { emPt } from '#core/setting/line/size';
import { COMMANDS, firstKey } from '~/commands';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const faces = useFaces();
const commands = inject(COMMANDS)!;
const words = useTemplateRef<{ focus: (at?: number) => void }>('words');
const browsing = ref(false);
const view = useView();
const curly = computed({
  get: () => !view.straightQuotes,
  set: (wanted: boolean) => {
    view.straightQuotes = !wanted;
  },
});

const face = computed(() => faces.loaded.get(props.lettering.faceId) ?? null);
/** What the setting makes of the size; the same letters measured four ways. */
const sizes = computed(() => {
  const set = store.shownSetting;
  if (!face.value || !set) return null;
  const { metrics } = face.value;
  return {
    cap: set.capMm,
    x: metrics.xHeight * set.scaleY,
    ink: set.measured.inkTopMm - set.measured.inkBottomMm,
    em: emPt(set.scaleY, metrics),
  };
});
const missing = computed(
  () =>
    store.shownSetting?.notes
      .filter((note) => note.code === 'missing-character')
      .map((note) => note.message)
      .join(' ') ?? '',
);
const standsIn = computed(() => face.value?.standsInFor);
const count = computed(() => [...props.lettering.wording].length);
const lines = computed(() => props.lettering.wording.split('\n').length);
const size = (value: LetterSize, gestureId: string) =>
  store.set('Change size', props.lettering.id, ['size'], value, gestureId);
const set = (label: EditLabel, name: keyof Lettering) => (value: unknown, gestureId?: string) =>
  store.set(label, props.lettering.id, [name], value, gestureId);
const setWidth = (percent: number, gestureId: string) => set('Width', 'width')(percent / 100, gestureId);
const setCase = (value: string | number | boolean | undefined): void => {
  set('Case', 'letterCase')(value as LetterCase);
};
async function setFace(id: string): Promise<void> {
  await faces.ensure([id]);
  faces.used(id);
  store.set('Change typeface', props.lettering.id, ['faceId'], id);
}

defineExpose({ focus: (at?: number) => words.value?.focus(at) });
</script>

<template>
  <section class="section" aria-label="Letters">
    <header>
      <h2>Letters</h2>
      <span class="quiet">{{ count }} {{ count === 1 ? 'character' : 'characters' }}</span>
      <button
        v-if="commands.twin.applies()"
        class="key twin"
        type="button"
        :title="`The same lettering opposite, upright, in the same band (${firstKey(commands.twin)})`"
        @click="commands.twin.run()">
        Make a twin
      </button>
    </header>
    <WordingField ref="words" class="layer" />
    <div class="layer">
      <p v-if="missing" class="note" role="status">{{ missing }}</p>
      <p v-if="standsIn" class="note" role="status">
        The typeface {{ standsIn }} is missing: another stands in. Add it again, or choose another.
      </p>
      <div class="row">
        <span class="label">Typeface</span>
        <FaceSelect :face-id="lettering.faceId" @choose="setFace" />
      </div>
      <button class="key browse" type="button" @click="browsing = true">Browse typefaces</button>
      <FacesDialog v-model="browsing" :words="lettering.wording" :chosen="lettering.faceId" @choose="setFace" />
      <div v-if="sizes" class="row">
        <span class="label">Cap height</span>
        <span class="pair">
          <QuantityField
            label="Cap height"
            :model-value="sizes.cap"
            unit="mm"
            limits="capMm"
            :step="0.1"
            :commit="(mm, g) => size({ by: 'cap', mm }, g)" />
          <QuantityField
            label="Em size"
            :model-value="sizes.em"
            unit="pt"
            limits="emPt"
            :step="0.5"
            :places="1"
            :commit="(pt, g) => size({ by: 'em', pt }, g)" />
        </span>
      </div>
      <div v-if="sizes" class="row">
        <span class="label">x, ink height</span>
        <span class="pair">
          <QuantityField
            label="x-height"
            :model-value="sizes.x"
            unit="mm"
            limits="capMm"
            :step="0.1"
            :commit="(mm, g) => size({ by: 'x', mm }, g)" />
          <QuantityField
            label="Ink height"
            :model-value="sizes.ink"
            unit="mm"
            limits="capMm"
            :step="0.1"
            :commit="(mm, g) => size({ by: 'ink', mm }, g)" />
        </span>
      </div>
      <div class="row">
        <span class="label">{{ lines > 1 ? 'Width, lines' : 'Width' }}</span>
        <span class="pair">
          <QuantityField
            label="Width of the letters"
            :model-value="lettering.width * 100"
            unit="%"
            :limits="{ min: 30, max: 300 }"
            :step="1"
            :places="1"
            :commit="setWidth" />
          <QuantityField
            v-if="lines > 1"
            label="Line distance"
            :model-value="lettering.lineDistanceMm"
            limits="lineDistanceMm"
            :step="0.1"
            :commit="set('Line distance', 'lineDistanceMm')" />
        </span>
      </div>
      <div class="row">
        <span class="label">Case</span>
        <el-radio-group :model-value="lettering.letterCase" size="small" aria-label="Case" @change="setCase">
          <el-radio-button value="typed">As typed</el-radio-button>
          <el-radio-button value="capitals">All caps</el-radio-button>
          <el-radio-button
            value="small-capitals"
            :title="
              face && !hasSmallCapitals(face)
                ? 'Small capitals, made by scaling: this face has none of its own'
                : 'Small capitals of the face'
            "
            >Small caps</el-radio-button
          >
        </el-radio-group>
      </div>
      <p v-if="lettering.letterCase === 'small-capitals' && face && !hasSmallCapitals(face)" class="quiet">
        {{ face.name }} has no small capitals: scaled capitals stand in.
      </p>
      <label class="tick quotes" title="A straight quote that is typed becomes ‘ ’ or “ ”"
        ><input v-model="curly" type="checkbox" /> Curly quotes while typing</label
      >
      <AxisSliders v-if="face" :lettering="lettering" :face="face" />
      <FeatureSwitches v-if="face" :lettering="lettering" :face="face" />
    </div>
  </section>
</template>

<style scoped>
.twin {
  margin-left: auto;
  height: 24px;
  padding: 0 8px;
  font-size: 12px;
}
/* The words are painted without what is below them. */
.layer {
  position: relative;
  z-index: 0;
}
/* Three cases beside their label. */
.row :deep(.el-radio-button__inner) {
  padding: 5px 4.5px;
  font-size: 11px;
}
label.quotes {
  margin-top: 8px;
}
.browse {
  margin: 8px 0 0 92px;
}
.note {
  margin-top: 6px;
  color: var(--rust);
  font-size: 12px;
}
p.quiet {
  margin-top: 6px;
  font-size: 12px;
}
</style>
