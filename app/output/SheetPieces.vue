<script lang="ts">
/** Under which id the shelf has a piece that was chosen; known for as long as the piece is. */
const shelfIds = new WeakMap<Piece, string>();
</script>

<script setup lang="ts">
import { X } from 'lucide-vue-next';
import { IMPOSITION_LIMITS, type Imposition, type OtherPiece } from '#core/output/sheets/imposition';
import type { Piece, Sheet } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { api, type PieceSummary } from '~/utils/api';

/** Which pieces lie on a sheet, how many of each, and what stands on their backs. */
const props = defineProps<{ imposition: Imposition }>();
const emit = defineEmits<{ change: [next: Partial<Imposition>] }>();
const store = usePiece();
const shelf = shallowRef<readonly PieceSummary[]>([]);
const problem = ref('');
onMounted(async () => {
  try {
    shelf.value = await api.shelf();
  } catch (error) {
    problem.value = (error as Error).message;
  }
});

/** The pieces of the sheet, this one first. */
const rows = computed(() => {
  const { quantity = null, back = null, others = [] } = props.imposition;
  return [
    { piece: store.piece!, quantity, back },
    ...others.map((one) => ({ ...one, back: one.back ?? null, quantity: one.quantity as number | null })),
  ];
});

/** Whether backs are chosen, though none may be chosen yet. */
const twoSided = ref(rows.value.some(({ back }) => back !== null));

function setRow(n: number, next: { readonly quantity?: number | null; readonly back?: Piece | null }): null {
  if (n === 0) {
    emit('change', next);
    return null;
  }
  const others = (props.imposition.others ?? []).map((one, i): OtherPiece =>
    i === n - 1 ? { ...one, ...next, quantity: next.quantity ?? one.quantity } : one,
  );
  emit('change', { others });
  return null;
}
const remove = (n: number): void =>
  emit('change', { others: (props.imposition.others ?? []).filter((_, i) => i !== n - 1) });

/** A piece of the shelf as it is now; null after saying why there is none. */
async function loaded(id: string): Promise<Piece | null> {
  problem.value = '';
  if (id === store.id) return store.piece!;
  try {
    return (await api.load(id, '')).piece;
  } catch (error) {
    problem.value = (error as Error).message;
    return null;
  }
}
async function add(id: string): Promise<void> {
  const piece = await loaded(id);
  if (piece) emit('change', { others: [...(props.imposition.others ?? []), { piece, quantity: 1 }], nested: false });
}

async function setBack(n: number, id: string): Promise<void> {
  const back = id === 'blank' ? null : await loaded(id);
  if (id !== 'blank' && !back) return;
  if (back) shelfIds.set(back, id);
  setRow(n, { back });
}
const ofSize = ({ widthMm, heightMm }: Sheet): readonly PieceSummary[] =>
  shelf.value.filter((one) => one.widthMm === widthMm && one.heightMm === heightMm);
const free = computed(() => shelf.value.filter(({ id }) => id !== store.id));
const isFull = computed(() => rows.value.length > IMPOSITION_LIMITS.others.max);

function setTwoSided(on: boolean): void {
  twoSided.value = on;
  if (!on)
    emit('change', { back: null, others: (props.imposition.others ?? []).map((one) => ({ ...one, back: null })) });
}
</script>

<template>
  <section class="pieces" aria-label="On this sheet">
    <h2>On this sheet</h2>
    <ul>
      <li v-for="(row, n) in rows" :key="n">
        <div class="one">
          <span class="name" :title="row.piece.name">{{ row.piece.name }}</span>
          <QuantityField
            v-if="row.quantity !== null"
            class="many"
            :label="`Copies of ${row.piece.name}`"
            :model-value="row.quantity"
            unit=""
            :limits="IMPOSITION_LIMITS.copies"
            :step="1"
            :places="0"
            :commit="(quantity) => setRow(n, { quantity: Math.round(quantity) })" />
          <button
            v-if="n > 0"
            type="button"
            class="off"
            :aria-label="`Remove ${row.piece.name} from the sheet`"
            @click="remove(n)">
            <X :size="14" />
          </button>
        </div>
        <TickField
          v-if="n === 0"
          :model-value="row.quantity === null"
          @change="(on) => setRow(0, { quantity: on ? null : 1 })"
          >As many as fit</TickField
        >
        <div v-if="twoSided" class="row">
          <span class="label">Back</span>
          <ChoiceList
            :model-value="row.back ? (shelfIds.get(row.back) ?? row.back.name) : 'blank'"
            :aria-label="`Back of ${row.piece.name}`"
            @change="(id: string) => setBack(n, id)">
            <el-option value="blank" label="Blank" />
            <el-option v-for="one in ofSize(row.piece.sheet)" :key="one.id" :value="one.id" :label="one.name" />
          </ChoiceList>
        </div>
      </li>
    </ul>
    <ChoiceList
      v-if="free.length > 0"
      model-value=""
      :disabled="isFull"
      aria-label="Add another piece to the sheet"
      placeholder="Add another piece…"
      filterable
      @change="add">
      <el-option
        v-for="one in free"
        :key="one.id"
        :value="one.id"
        :label="`${one.name}, ${one.widthMm} × ${one.heightMm} mm`" />
    </ChoiceList>
    <TickField :model-value="twoSided" @change="setTwoSided">Backs, by work and turn</TickField>
    <p v-if="twoSided" class="quiet said">
      Backs lie on the right half. Printed once, the sheet is turned over from left to right and printed again with the
      same plates.
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
.pieces {
  display: grid;
  gap: 6px;
}
h2 {
  font-size: 13px;
  font-weight: 600;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  gap: 4px;
}
.one {
  display: flex;
  align-items: center;
  gap: 6px;
}
.name {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.many {
  width: 84px;
  flex: none;
}
.off {
  border: 0;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
  padding: 4px;
  display: flex;
}
.said {
  font-size: 12px;
}
.problem {
  color: var(--rust);
}
</style>
