<script setup lang="ts">
import { matchLetterings, type MatchBy, type MatchTo } from '#core/editing/edits/match';
import type { Lettering } from '#core/piece/types';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/** Letterings chosen together take one size, one tracking, one width, the tightest deciding; or one colour. */
const props = defineProps<{ letterings: readonly Lettering[] }>();
const store = usePiece();
const faces = useFaces();
const to = ref<MatchTo>('filling');

const BY: readonly { by: MatchBy; name: string; said: (value: number) => string }[] = [
  { by: 'size', name: 'size', said: (value) => `${value.toFixed(2)} mm` },
  { by: 'tracking', name: 'tracking', said: (value) => value.toFixed(1) },
  { by: 'width', name: 'width', said: (value) => `${(value * 100).toFixed(1)} %` },
];
/** Tried when the hand rests: the values are shown before they are taken. */
const resting = useIdleValue(() => ({ piece: store.piece!, letterings: props.letterings }));
const offers = computed(
  () =>
    new Map(
      BY.map(({ by, said }) => {
        const made = matchLetterings(
          resting.value.piece,
          resting.value.letterings.map((one) => one.id),
          by,
          to.value,
          faces.loaded,
        );
        return [by, made.ok ? said(made.value.value) : '–'] as const;
      }),
    ),
);

function take(by: MatchBy): void {
  const made = matchLetterings(
    store.piece!,
    props.letterings.map((one) => one.id),
    by,
    to.value,
    faces.loaded,
  );
  const problem = made.ok ? store.edit(`Match ${by}`, made.value.steps) : made.problem;
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
</script>

<template>
  <section class="section" aria-label="Match">
    <header>
      <h2>Match</h2>
      <span class="quiet">limited by the tightest</span>
    </header>
    <el-radio-group v-model="to" size="small" aria-label="Match to">
      <el-radio-button value="filling">the largest that fits all</el-radio-button>
      <el-radio-button value="least">the smallest in use</el-radio-button>
    </el-radio-group>
    <div class="ways">
      <button v-for="{ by, name } in BY" :key="by" type="button" class="key" :data-match="by" @click="take(by)">
        one {{ name }}<span class="value">{{ offers.get(by) }}</span>
      </button>
    </div>
    <button type="button" class="key" data-match="colour" @click="take('colour')">
      Match the typographic colour of the first
    </button>
    <p class="quiet">
      Colour is the white between the letters for their height: it is reached by tracking, measured in the middle.
    </p>
  </section>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 5px;
  margin: 8px 0;
}
.ways .key {
  display: grid;
  gap: 0;
  justify-items: center;
  padding: 4px 2px;
  font-size: 12px;
  line-height: 1.3;
  min-height: 42px;
}
.value {
  color: var(--ink-soft);
  font-size: 11.5px;
  font-variant-numeric: tabular-nums;
}
p {
  font-size: 12px;
  margin-top: 6px;
}
</style>
