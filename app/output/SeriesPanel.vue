<script setup lang="ts">
import { proxy } from 'comlink';
import { layOut, type Imposition } from '#core/output/impose';
import { TRAP_LIMITS } from '#core/output/trap';
import type { RowProblem } from '#core/output/series';
import { isLettering } from '#core/piece/types';
import { download, fileStem, saidSize } from '~/utils/download';
import { usePiece } from '~/stores/piece';
import { heavyWork } from '~/workers/door';
import { useSeriesTable } from './useSeriesTable';

/**
 * A series: a table of names, its columns given to letterings, every row set by its own rules, on sheets or one file
 * each.
 */
const emit = defineEmits<{ sheet: [svg: string] }>();
const store = usePiece();
const pasted = ref('');
const COLUMNS = [
  { key: 'quantityColumn', name: 'Copies', none: 'one of each', ways: ['sheets'] },
  { key: 'fileColumn', name: 'File names', none: 'the words', ways: ['files'] },
] as const;
const asked = computed(() => COLUMNS.filter(({ ways }) => (ways as readonly string[]).includes(as.value)));
const as = ref<'sheets' | 'files'>('sheets');
const WAYS = [
  { value: 'sheets', name: 'on sheets' },
  { value: 'files', name: 'a file each' },
] as const;
const marks = ref(true);
const trapMm = ref(0);
const imposition = shallowRef<Imposition>({
  widthMm: 320,
  heightMm: 450,
  marginMm: 10,
  gutterMm: Math.max(2 * store.piece!.sheet.bleedMm, 4),
  nested: false,
  turned: true,
});
const problems = ref<readonly RowProblem[]>([]);
const made = ref('');
const checked = ref(false);
const progress = ref<{ done: number; of: number } | null>(null);
const fileInput = useTemplateRef<HTMLInputElement>('fileInput');
const { table, notes, mapping, columns, problem, take, fromFile, map, choose } = useSeriesTable(() => {
  made.value = '';
  problems.value = [];
  checked.value = false;
});

const letterings = computed(() => store.piece!.items.filter(isLettering).filter((one) => !one.hidden));
const layout = computed(() => layOut(store.piece!.sheet, imposition.value));

function setTrap(mm: number): null {
  trapMm.value = mm;
  return null;
}
/** Counts the work that is under way: how far an earlier one was may be told after it is over. */
let runs = 0;
async function run(work: (told: (done: number, of: number) => void) => Promise<void>): Promise<void> {
  const own = ++runs;
  problem.value = made.value = '';
  progress.value = { done: 0, of: table.value!.rows.length };
  const told = proxy((done: number, of: number) => {
    if (own === runs) progress.value = { done, of };
  });
  try {
    await work(told);
  } catch (error) {
    problem.value = `It failed: ${(error as Error).message}. No file was made.`;
  } finally {
    runs++;
    progress.value = null;
  }
}
const check = (): Promise<void> =>
  run(async (told) => {
    const found = await heavyWork().checkSeriesRows(store.piece!, table.value!, { ...mapping.value }, told);
    if (!found.ok) {
      problem.value = found.problem.message;
      return;
    }
    problems.value = found.value;
    checked.value = true;
  });
const make = (): Promise<void> =>
  run(async (told) => {
    const from = performance.now();
    const file = await heavyWork().makeSeriesFile(
      store.piece!,
      table.value!,
      { ...mapping.value },
      {
        as: as.value,
        imposition: { ...imposition.value },
        marks: marks.value,
        trapMm: trapMm.value,
        columns: columns.value,
      },
      told,
    );
    if (!file.ok) {
      problem.value = file.problem.message;
      return;
    }
    const { bytes, pages, problems: left } = file.value;
    problems.value = left;
    checked.value = true;
    const name = `${fileStem(store.piece!.name)}-series.${as.value === 'sheets' ? 'pdf' : 'zip'}`;
    download(bytes, name, as.value === 'sheets' ? 'application/pdf' : 'application/zip');
    made.value = `${name}: ${file.value.made} of ${table.value!.rows.length} rows on ${pages} ${as.value === 'sheets' ? (pages === 1 ? 'sheet' : 'sheets') : 'files'}, ${saidSize(bytes.length)}, in ${((performance.now() - from) / 1000).toFixed(1)} s.`;
  });
watch(
  [table, mapping, imposition, columns, () => store.piece],
  async () => {
    const given = [table.value, mapping.value, imposition.value, columns.value] as const;
    if (!given[0]) {
      emit('sheet', '');
      return;
    }
    const shown = await heavyWork()
      .previewSeries(store.piece!, given[0], { ...given[1] }, { imposition: given[2], columns: given[3] })
      .catch(() => ({ ok: false as const }));
    if ([table.value, mapping.value, imposition.value, columns.value].every((now, i) => now === given[i]))
      emit('sheet', shown.ok ? shown.value : '');
  },
  { immediate: true },
);
</script>

<template>
  <div class="series">
    <template v-if="!table">
      <p class="quiet">Paste a table of names, its first row naming the columns, or choose a CSV file.</p>
      <textarea
        v-model="pasted"
        rows="7"
        spellcheck="false"
        aria-label="Table of names"
        placeholder="Name,Post&#10;Ada Fenwick,Signals&#10;Tom Reed,Boiler shop" />
      <div class="acts">
        <button class="key" type="button" :disabled="pasted.trim() === ''" @click="take(pasted)">Use this table</button>
        <button class="key" type="button" @click="fileInput?.click()">CSV file…</button>
        <input
          ref="fileInput"
          class="visually-hidden"
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          aria-label="CSV file"
          tabindex="-1"
          data-csv
          @change="fromFile" />
      </div>
    </template>
    <template v-else>
      <p>
        <b>{{ table.rows.length }} rows</b>, {{ table.columns.length }}
        {{ table.columns.length === 1 ? 'column' : 'columns' }}.
        <button type="button" class="link" @click="table = null">Another table</button>
      </p>
      <p v-for="note in notes" :key="note" class="note">{{ note }}</p>
      <ColumnChoice
        v-for="one in letterings"
        :key="one.id"
        :label="`Column for ${one.wording}`"
        :said="one.wording.replace(/\n/g, ' ') || 'no words yet'"
        :columns="table.columns"
        none="stays as it is"
        :model-value="mapping[one.id] ?? null"
        @update:model-value="(column) => map(one.id, column)" />
      <ChoiceBar
        label="Made as"
        :options="WAYS"
        :model-value="as"
        @change="
          (way) => {
            as = way;
          }
        " />
      <ColumnChoice
        v-for="one in asked"
        :key="one.key"
        :label="one.name"
        :said="one.name"
        :columns="table.columns"
        :none="one.none"
        :model-value="columns[one.key]"
        @update:model-value="(column) => choose(one.key, column)" />
      <template v-if="as === 'sheets'">
        <ImpositionFields
          :imposition="imposition"
          :layout="layout.ok ? layout.value : null"
          @change="
            (next) => {
              imposition = next;
            }
          " />
        <p v-if="!layout.ok" class="problem">{{ layout.problem.message }}</p>
      </template>
      <TickField
        :model-value="marks"
        @change="
          (value) => {
            marks = value;
          }
        "
        >Crop marks</TickField
      >
      <div class="row">
        <span class="label">Trapping</span
        ><QuantityField
          label="Trapping"
          :model-value="trapMm"
          :limits="TRAP_LIMITS"
          :step="0.02"
          :places="2"
          :commit="setTrap" />
      </div>
      <div v-if="progress" class="progress">
        <ShareBar :share="progress.done / Math.max(progress.of, 1)" />
        <span role="status">{{ progress.done }} of {{ progress.of }}</span>
        <button class="key" type="button" @click="heavyWork().cancelSeries()">Cancel</button>
      </div>
      <div v-else class="acts">
        <button class="key" type="button" data-series="check" @click="check">Check all rows</button>
        <button
          class="key main"
          type="button"
          data-series="make"
          :disabled="Object.keys(mapping).length === 0 || (as === 'sheets' && !layout.ok)"
          @click="make">
          Export series
        </button>
      </div>
      <p v-if="made" class="made" role="status">{{ made }}</p>
      <p v-if="checked && problems.length === 0 && !made" class="made" role="status">All rows are fine.</p>
      <SeriesProblems v-if="problems.length > 0" :problems="problems" />
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.series {
  display: grid;
  gap: 9px;
}
textarea {
  width: 100%;
  padding: 8px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--field);
  font:
    12px/1.45 ui-monospace,
    monospace;
  resize: vertical;
}
.acts {
  display: flex;
  gap: 8px;
}
.link {
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 0;
}
.note {
  font-size: 12px;
  color: var(--ink-soft);
  border-left: 3px solid var(--brass);
  padding-left: 8px;
}
.progress {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 8px;
  align-items: center;
  font-variant-numeric: tabular-nums;
  font-size: 12px;
}
.problem {
  color: var(--rust);
}
.made {
  color: var(--moss);
  font-weight: 600;
}
</style>
