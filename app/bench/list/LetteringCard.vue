<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import { anchoredAt } from '#core/setting/hand/grips';
import { evennessOf } from '#core/setting/space/trueGaps';
import { worstLine } from '#core/setting/line/set';
import { placeName } from '#core/setting/line/anchorPlaces';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/** A lettering in the list: its words in its own face, where it stands, how full its room is. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const faces = useFaces();

const pick = (event: MouseEvent): void => {
  if (event.shiftKey || event.ctrlKey || event.metaKey) store.toggle(props.lettering.id);
  else store.select([props.lettering.id]);
};
const chosen = computed(() => store.selection.includes(props.lettering.id));
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
</script>

<template>
  <button type="button" class="card" :class="{ hidden: lettering.hidden }" :aria-pressed="chosen" @click="pick">
    <span class="words" :style="{ fontFamily: faces.cssFamily(lettering.faceId) }">{{
      lettering.wording || 'no words yet'
    }}</span>
    <span v-if="lettering.hidden" class="quiet">hidden, does not print</span>
    <span v-else-if="state.problem" class="problem">{{ state.problem }}</span>
    <span v-else class="fill" :class="{ over: state.over }">
      <span class="quiet"
        >{{ where }}<template v-if="even !== null">, even {{ even.toFixed(0) }} %</template></span
      >
      <span class="bar"><span :style="{ width: `${Math.min(state.full, 1) * 100}%` }" /></span>
      <span>{{ Math.round(state.full * 100) }}%</span>
    </span>
  </button>
</template>

<style scoped>
.card {
  display: grid;
  gap: 4px;
  width: 100%;
  padding: 7px 9px;
  text-align: left;
  background: var(--field);
  border: 1px solid var(--hairline);
  border-radius: 7px;
  cursor: pointer;
}
.card.hidden .words {
  opacity: 0.45;
}
.card:hover {
  border-color: #a9a28f;
}
.card[aria-pressed='true'] {
  border-color: var(--teal);
  box-shadow: 0 0 0 1px var(--teal);
}
.words {
  font-size: 15px;
  line-height: 1.25;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.fill {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 8px;
  align-items: center;
  font-size: 12px;
  font-variant-numeric: tabular-nums;
}
.bar {
  height: 4px;
  border-radius: 2px;
  background: var(--hairline);
  overflow: hidden;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--teal);
}
.over {
  color: var(--rust);
}
.over .bar span {
  background: var(--rust);
}
.problem {
  color: var(--rust);
  font-size: 12px;
}
</style>
