<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import type { Lettering } from '#core/piece/types';
import { AIM_PICTURE, aimPicture } from '#core/setting/pictures/aimPicture';
import { joinedByFace } from '#core/setting/space/collisions';
import { growthOf } from '#core/setting/space/growth';
import { proposedLean } from '#core/setting/space/white/lean';
import { usualKind } from '#core/setting/space/white/letterKind';
import { evennessOf } from '#core/setting/space/trueGaps';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/** Evening out: what it aims at, how far it goes, how even the words are, and what it made of their length. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
const faces = useFaces();

const AIMS = [
  {
    lean: 0,
    name: 'as the typeface',
    said: 'Every gap looks on the curve as its designer made it on a straight line.',
  },
  {
    lean: 1,
    name: 'all alike',
    said: 'All gaps look alike: for typefaces without kerning, and for capitals set wide.',
  },
] as const;

const spacing = computed(() => props.lettering.spacing);
const set =
  (label: EditLabel, name: keyof Lettering['spacing'], by = 1) =>
  (value: number | boolean, gesture?: string) =>
    store.set(label, props.lettering.id, ['spacing', name], typeof value === 'number' ? value / by : value, gesture);
const evenOut = set('Even out', 'evenOut', 100);
const lean = set('Lean', 'lean', 100);
const mayGrow = set('Length of the line', 'mayGrow');

/** Drawn and judged when the hand rests, so that no key and no drag waits for it. */
const restingLettering = useIdleValue(() => props.lettering);
interface AimShown {
  readonly lean: number;
  readonly name: string;
  readonly parts: ReturnType<typeof setPicture>;
}
const pictures = shallowRef<readonly AimShown[]>(AIMS.map((aim) => ({ ...aim, parts: [] })));
/** What the pictures show of a lettering: they are drawn anew only when that changes, not with every word. */
const shownOf = ({
  faceId,
  axes,
  features,
  letterCase,
  wording,
  spacing: { kerning, ligatures, measuredAt },
}: Lettering): string =>
  JSON.stringify([
    faceId,
    axes,
    features,
    letterCase,
    wording.replace(/\s/gu, '').slice(0, 12),
    kerning,
    ligatures,
    measuredAt,
  ]);
const draw = (): void => {
  const lettering = restingLettering.value,
    face = faces.loaded.get(lettering.faceId);
  pictures.value = AIMS.map((aim) => {
    const made = face && aimPicture(lettering, face, aim.lean);
    return { ...aim, parts: made ? setPicture(made) : [] };
  });
};
watch(
  [() => shownOf(restingLettering.value), () => faces.loaded.get(restingLettering.value.faceId)],
  () => {
    whenIdle(draw);
  },
  { immediate: true },
);
onScopeDispose(() => {
  noLonger(draw);
});
const resting = useIdleValue(() => store.shownSetting);
const even = computed(() => (resting.value ? evennessOf(resting.value) : null));
const proposal = computed(() => {
  const now = resting.value;
  return now
    ? proposedLean(
        now.measured.run.face,
        usualKind(now.measured.run, now.measured.scales).kind,
        joinedByFace(now).size > 0,
      )
    : null;
});
const why = computed(() => {
  const one = proposal.value;
  if (!one) return '';
  if (one.joined) return 'This typeface joins its letters: they are left as it has them.';
  if (one.lean === 0)
    return `This typeface kerns ${one.kernedPairs} pairs of ${one.of}: its own spacing is the better aim.`;
  return one.kernedPairs === 0
    ? `This typeface kerns no pair of ${one.of}: all alike is the better aim.`
    : `This typeface kerns only ${one.kernedPairs} pairs of ${one.of}: a lean of ${Math.round(one.lean * 100)} % to all alike suits it.`;
});
const growth = computed(() => (resting.value && spacing.value.evenOut > 0 ? growthOf(resting.value) : null));
const pairs = computed(
  () => (growth.value?.pairs ?? []).slice(0, 5).join(', ') + ((growth.value?.pairs.length ?? 0) > 5 ? ' …' : ''),
);
const GROWN = 0.005;
const said = computed(
  () =>
    AIMS.find((aim) => aim.lean === spacing.value.lean)?.said ??
    `Between the two: ${Math.round(spacing.value.lean * 100)} % of the way to all alike.`,
);
</script>

<template>
  <div class="aim">
    <SliderField
      label="Even out"
      :model-value="spacing.evenOut * 100"
      unit="%"
      :limits="{ min: 0, max: 100 }"
      :min="0"
      :max="100"
      :step="1"
      :places="0"
      :commit="evenOut" />
    <p v-if="even !== null" class="evenness">
      <span>Evenness</span><ShareBar :share="even / 100" tone="moss" />
      <b data-evenness>{{ even.toFixed(0) }} %</b>
    </p>
    <template v-if="spacing.evenOut > 0">
      <div class="picker" role="radiogroup" aria-label="Aim of evening out">
        <PictureChoice
          v-for="one in pictures"
          :key="one.lean"
          :size="AIM_PICTURE"
          :parts="one.parts"
          :chosen="spacing.lean === one.lean"
          :data-aim="one.lean"
          @click="lean(one.lean * 100)"
          >{{ one.name }}</PictureChoice
        >
      </div>
      <p class="quiet explain">{{ said }}</p>
      <SliderField
        label="Lean"
        :model-value="spacing.lean * 100"
        unit="%"
        :limits="{ min: 0, max: 100 }"
        :min="0"
        :max="100"
        :step="5"
        :places="0"
        word="Lean from the typeface to all alike"
        :commit="lean" />
      <p v-if="why" class="quiet explain" data-proposal>
        {{ why }}
        <button
          v-if="proposal && proposal.lean !== spacing.lean"
          class="link"
          type="button"
          @click="lean(proposal.lean * 100)">
          Set the lean to {{ Math.round(proposal.lean * 100) }} %
        </button>
      </p>
      <p v-if="growth && !spacing.mayGrow" class="explain" data-growth>
        <span :class="{ over: pairs }">{{
          pairs ? `The line keeps its length, so ${pairs} come too near.` : 'The line keeps its length.'
        }}</span>
        <button class="link" type="button" @click="mayGrow(true)">Let it grow</button>
      </p>
      <p v-else-if="growth && growth.share > GROWN" class="explain" data-growth>
        The line is {{ (growth.share * 100).toFixed(1) }} % longer{{ pairs ? `, because ${pairs} would touch` : '' }}.
        <button class="link" type="button" @click="mayGrow(false)">Keep its length</button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.picker {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin-top: 9px;
}
.explain {
  font-size: 12px;
  margin-top: 6px;
  line-height: 1.35;
}
.link {
  border: 0;
  padding: 0;
  background: none;
  color: var(--teal);
  font-size: 12px;
  text-decoration: underline;
  cursor: pointer;
}
.evenness {
  display: grid;
  grid-template-columns: 84px 1fr auto;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
  color: var(--ink-soft);
}
.evenness b {
  color: var(--ink);
  font-weight: 600;
  min-width: 42px;
  text-align: right;
}
.over {
  color: var(--rust);
  font-weight: 600;
}
</style>
