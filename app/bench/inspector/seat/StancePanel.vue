<script setup lang="ts">
import type { Lettering, Stance, StanceKind } from '#core/piece/types';
import { STANCES } from '#core/stances/index';
import { STANCE_PICTURE, stancePicture } from '#core/setting/pictures/stancePicture';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/** How single letters stand, as pictures set by the engine with the person's own letters. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const faces = useFaces();

const KINDS = Object.keys(STANCES) as readonly StanceKind[];
/** The pictures are drawn anew when the hand rests: no drag waits for them. */
const resting = useIdleValue(() => props.lettering);
const pictures = computed(() => {
  const face = faces.loaded.get(resting.value.faceId);
  return new Map(
    KINDS.map((kind) => {
      const set = face ? stancePicture(resting.value, face, kind, 1) : null;
      return [kind, set ? setPicture(set) : []] as const;
    }),
  );
});
const stance = computed(() => props.lettering.stance);
const definition = computed(() => STANCES[stance.value.kind]);
/** Joined letters are bent so that their joins stay closed. */
const joined = computed(
  () =>
    store.selectedSetting?.measured.run.joined === true &&
    props.lettering.stance.kind !== store.selectedSetting.stance.kind,
);
const centre = computed(() => stance.value.centre ?? store.selectedSetting?.track.centre ?? { x: 0, y: 0 });

function change(next: Partial<Stance>, gesture?: string) {
  const problem = store.set('Change stance', props.lettering.id, ['stance'], { ...stance.value, ...next }, gesture);
  if (problem && !gesture) store.notice = { kind: 'warning', text: problem.message };
  return problem;
}
const choose = (kind: StanceKind) =>
  change({ kind, strength: 1, centre: STANCES[kind].hasCentre ? stance.value.centre : null });
</script>

<template>
  <section class="section" aria-label="Stance">
    <header>
      <h2>Stance</h2>
      <span class="quiet">how single letters stand</span>
    </header>
    <div class="picker" role="radiogroup" aria-label="Stance">
      <PictureChoice
        v-for="kind in KINDS"
        :key="kind"
        :size="STANCE_PICTURE"
        :parts="pictures.get(kind) ?? []"
        :chosen="stance.kind === kind"
        :data-stance="kind"
        @click="choose(kind)"
        >{{ kind }}</PictureChoice
      >
    </div>
    <p class="quiet said">
      {{
        joined
          ? 'These letters are joined to each other, so they are bent: their joins stay closed.'
          : definition.description
      }}
    </p>
    <SliderField
      v-if="definition.graded"
      label="Strength"
      :model-value="stance.strength * 100"
      unit="%"
      :limits="{ min: 0, max: 100 }"
      :min="0"
      :max="100"
      :step="1"
      :places="0"
      :commit="(value, g) => change({ strength: value / 100 }, g)" />
    <div v-if="definition.hasCentre" class="row">
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
    <button v-if="definition.hasCentre && stance.centre" class="key" type="button" @click="change({ centre: null })">
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
.said {
  margin-top: 7px;
  font-size: 12px;
}
.section > .key {
  margin-top: 8px;
}
</style>
