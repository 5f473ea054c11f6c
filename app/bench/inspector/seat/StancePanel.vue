<script setup lang="ts">
import type { Lettering, Stance, StanceKind } from '#core/piece/types';
import { STANCE_PICTURE, stancePicture } from '#core/setting/pictures/stancePicture';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/** How single letters stand, as pictures set by the engine with the person's own letters. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useBeside();
const faces = useFaces();

const KINDS: readonly { kind: StanceKind; name: string; said: string }[] = [
  { kind: 'turned', name: 'turned', said: 'Each letter is turned with the curve.' },
  { kind: 'upright', name: 'upright', said: 'Letters keep vertical and step along the curve.' },
  { kind: 'sheared', name: 'sheared', said: 'Stems stay vertical, baselines follow the slope.' },
  { kind: 'swayed', name: 'swayed', said: 'Horizontals stay level, stems follow the curve.' },
  { kind: 'bent', name: 'bent', said: 'The outlines themselves are bent: flat baselines become arcs.' },
  { kind: 'pointed', name: 'pointed', said: 'Stems point to one centre, whatever the curve does.' },
  { kind: 'stacked', name: 'stacked', said: 'Letters stand one under the other along the curve.' },
];
/** The pictures are drawn anew when the hand rests: no drag waits for them. */
const resting = useResting(() => props.lettering);
const pictures = computed(() => {
  const face = faces.loaded.get(resting.value.faceId);
  return new Map(
    KINDS.map(({ kind }) => {
      const set = face ? stancePicture(resting.value, face, kind, 1) : null;
      return [kind, set ? setPicture(set) : []] as const;
    }),
  );
});
const stance = computed(() => props.lettering.stance);
const said = computed(() => KINDS.find((one) => one.kind === stance.value.kind)!.said);
const graded = computed(() => stance.value.kind !== 'turned' && stance.value.kind !== 'stacked');
/** Joined letters are bent so that their joins stay closed. */
const joined = computed(() => store.selectedSetting?.measured.run.joined === true && stance.value.kind === 'turned');
const centre = computed(() => stance.value.centre ?? store.selectedSetting?.track.centre ?? { x: 0, y: 0 });

function change(next: Partial<Stance>, gesture?: string) {
  const problem = store.set('Change stance', props.lettering.id, ['stance'], { ...stance.value, ...next }, gesture);
  if (problem && !gesture) store.news = { kind: 'warning', text: problem.message };
  return problem;
}
const choose = (kind: StanceKind) =>
  change({ kind, strength: 1, centre: kind === 'pointed' ? stance.value.centre : null });
</script>

<template>
  <section class="section" aria-label="Stance">
    <header>
      <h2>Stance</h2>
      <span class="quiet">how single letters stand</span>
    </header>
    <div class="picker" role="radiogroup" aria-label="Stance">
      <button
        v-for="{ kind, name } in KINDS"
        :key="kind"
        type="button"
        role="radio"
        :aria-checked="stance.kind === kind"
        :data-stance="kind"
        @click="choose(kind)">
        <LinePicture :width="STANCE_PICTURE.width" :height="STANCE_PICTURE.height" :parts="pictures.get(kind) ?? []" />
        {{ name }}
      </button>
    </div>
    <p class="quiet said">
      {{ joined ? 'These letters are joined to each other, so they are bent: their joins stay closed.' : said }}
    </p>
    <SliderField
      v-if="graded"
      label="Strength"
      :model-value="stance.strength * 100"
      unit="%"
      :limits="{ min: 0, max: 100 }"
      :min="0"
      :max="100"
      :step="1"
      :places="0"
      :commit="(value, g) => change({ strength: value / 100 }, g)" />
    <div v-if="stance.kind === 'pointed'" class="row">
      <span class="label">Centre</span>
      <span class="pair">
        <QuantityField
          label="Centre across"
          :model-value="centre.x"
          limits="coordinateMm"
          :step="0.5"
          :commit="(x, g) => change({ centre: { ...centre, x } }, g)" />
        <QuantityField
          label="Centre down"
          :model-value="centre.y"
          limits="coordinateMm"
          :step="0.5"
          :commit="(y, g) => change({ centre: { ...centre, y } }, g)" />
      </span>
    </div>
    <button
      v-if="stance.kind === 'pointed' && stance.centre"
      class="key"
      type="button"
      @click="change({ centre: null })">
      Back to the curve’s centre
    </button>
  </section>
</template>

<style scoped>
.picker {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 5px;
}
.picker button {
  display: grid;
  gap: 1px;
  justify-items: center;
  padding: 3px 2px 4px;
  border: 1px solid var(--hairline);
  border-radius: 7px;
  background: var(--field);
  font-size: 11.5px;
  cursor: pointer;
}
.picker button:hover {
  border-color: #a9a28f;
}
.picker button[aria-checked='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
}
img {
  display: block;
  width: 100%;
  height: auto;
}
.said {
  margin-top: 7px;
  font-size: 12px;
}
.section > .key {
  margin-top: 8px;
}
</style>
