<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import { anchoredAt } from '#core/setting/hand/grips';
import { evennessOf } from '#core/setting/space/trueGaps';
import { worstLine } from '#core/setting/line/set';
import { placeName } from '#core/setting/line/anchorPlaces';
import { usePiece } from '~/stores/piece';

/** Where a lettering stands, how even it is and how full its room is; or why it cannot be set. */
const props = defineProps<{ lettering: Lettering; on: string }>();
const store = usePiece();
useSidePanel();

const state = computed(() => {
  const set = store.settings.get(props.lettering.id);
  if (!set?.ok) return { full: 0, over: false, problem: set && store.facesReady ? set.problem.message : '' };
  const { inkMm, roomMm, beforeMm, afterMm } = worstLine(set.value).overset;
  return { full: roomMm > 0 ? inkMm / roomMm : 0, over: beforeMm + afterMm > 0, problem: '' };
});
/** Judged when the hand rests. */
const resting = useIdleValue(() => {
  const set = store.settings.get(props.lettering.id);
  return set?.ok ? set.value : null;
});
const even = computed(() => (resting.value ? evennessOf(resting.value) : null));
const where = computed(() => {
  const track = store.trackUnder(props.lettering);
  if (!track) return '';
  const u = anchoredAt(props.lettering, track);
  return placeName(track, u - Math.floor(u === 1 ? 0 : u));
});
/** On which curve, where that does not follow in the list. */
const said = computed(() =>
  [where.value, even.value === null ? '' : `even ${even.value.toFixed(0)} %`, props.on]
    .filter((one) => one !== '')
    .join(', '),
);
</script>

<template>
  <span v-if="lettering.hidden" class="quiet">hidden, does not print</span>
  <span v-else-if="state.problem" class="problem">{{ state.problem }}</span>
  <span v-else class="fill" :class="{ over: state.over }">
    <span class="quiet" :title="said">{{ said }}</span>
    <span>{{ Math.round(state.full * 100) }}%</span>
    <ShareBar class="full" :share="state.full" :tone="state.over ? 'rust' : 'teal'" />
  </span>
</template>

<style scoped>
.fill {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 3px 8px;
  align-items: center;
  font-size: 12px;
  font-variant-numeric: tabular-nums;
}
.fill .quiet {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.full {
  grid-column: 1 / -1;
}
.over {
  color: var(--rust);
}
.quiet,
.problem {
  font-size: 12px;
}
.problem {
  color: var(--rust);
}
</style>
