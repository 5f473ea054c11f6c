<script setup lang="ts">
import { nanoid } from 'nanoid';
import { equalRoomsSteps } from '#core/editing/edits/equalRooms';
import { freeName, makeOrnaments } from '#core/piece/make';
import { ornamentsOn, type Lettering } from '#core/piece/types';
import { roomsOn } from '#core/setting/space/rooms';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/** The empty rooms between the letterings of a curve: made equal, or filled with ornaments. */
const props = defineProps<{ lettering: Lettering }>();
const store = usePiece();
useSidePanel();
const faces = useFaces();

const rooms = computed(() => {
  const track = store.trackOf(props.lettering.curveId);
  if (!track) return [];
  return roomsOn(
    track,
    store.on(props.lettering.curveId).flatMap((one) => {
      const set = store.settings.get(one.id);
      return set?.ok ? [set.value] : [];
    }),
  );
});
const closed = computed(() => store.trackOf(props.lettering.curveId)?.path.path.closed === true);
const ornaments = computed(() => (store.piece ? ornamentsOn(store.piece, props.lettering.curveId) : []));
const lengths = computed(() => rooms.value.map((room) => room.lengthMm.toFixed(2)).join(', '));
const curve = computed(() => store.curveOf(props.lettering));
const kept = computed(() => curve.value.equalRooms);
const equal = computed(
  () =>
    rooms.value.length > 0 &&
    rooms.value.every((room) => Math.abs(room.to - room.from - (rooms.value[0]!.to - rooms.value[0]!.from)) < 1e-4),
);

function makeEqual(): void {
  const made = equalRoomsSteps(
    store.piece!,
    props.lettering.curveId,
    props.lettering.id,
    faces.loaded,
    store.corrections,
  );
  const problem = made.ok ? store.edit('Equal gaps', made.value) : made.problem;
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
/** Why rooms that are kept equal are not. */
const why = computed(() => {
  if (!kept.value || !store.settled) return '';
  const made = equalRoomsSteps(
    store.piece!,
    props.lettering.curveId,
    props.lettering.id,
    faces.loaded,
    store.corrections,
  );
  return made.ok ? '' : made.problem.message;
});
function keep(on: boolean): void {
  const problem = store.set(on ? 'Keep gaps equal' : 'Stop keeping gaps equal', curve.value.id, ['equalRooms'], on);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
function addOrnaments(): void {
  const item = makeOrnaments(
    nanoid(8),
    freeName(store.piece!, 'Ornaments'),
    props.lettering.curveId,
    props.lettering.fill ?? store.piece!.inks[0]?.id ?? null,
  );
  const problem = store.edit('Add ornaments', [{ kind: 'insert', index: store.piece!.items.length, item }], undefined, [
    item.id,
  ]);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
</script>

<template>
  <section v-if="rooms.length > 0 || kept" class="section" aria-label="Rooms">
    <header>
      <h2>Gaps between letterings</h2>
      <span class="quiet">{{ equal && rooms.length > 1 && !why ? 'equal' : '' }}</span>
    </header>
    <p v-if="rooms.length > 0" class="quiet figures">{{ lengths }} mm</p>
    <label v-if="closed && (rooms.length > 1 || kept)" class="tick"
      ><input type="checkbox" :checked="kept" @change="keep(($event.target as HTMLInputElement).checked)" /> Keep
      equal</label
    >
    <p v-if="why" class="over" role="alert">{{ why }}</p>
    <div class="acts">
      <button v-if="closed && rooms.length > 1 && !kept" class="key" type="button" :disabled="equal" @click="makeEqual">
        Make equal
      </button>
      <button v-if="ornaments.length === 0 && rooms.length > 0" class="key" type="button" @click="addOrnaments">
        Add ornaments
      </button>
      <button v-for="one in ornaments" :key="one.id" class="key" type="button" @click="store.select([one.id])">
        {{ one.name }}…
      </button>
    </div>
  </section>
</template>

<style scoped>
.tick {
  margin-bottom: 10px;
}
.over {
  margin-bottom: 10px;
  font-size: 12px;
  color: var(--rust);
}
.figures {
  font-size: 12px;
  margin-bottom: 8px;
  font-variant-numeric: tabular-nums;
}
</style>
