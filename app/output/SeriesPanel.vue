<script setup lang="ts">
import { proxy } from 'comlink';
import { layOut, type Imposition } from '#core/output/impose';
import { guessMapping, type RowProblem } from '#core/output/series';
import { decodeTable, readTable, type SeriesTable } from '#core/import/table';
import { isLettering } from '#core/piece/types';
import { download, fileStem, saidSize } from '~/utils/download';
import { usePiece } from '~/stores/piece';
import { heavyWork } from '~/workers/door';
import type { SeriesColumns } from '~/workers/series';

/**
 * A series: a table of names, its columns given to letterings, every row set by its own rules, on sheets or one file
 * each.
 */
const store = usePiece();
const pasted = ref('');
const table = shallowRef<SeriesTable | null>(null);
const notes = ref<readonly string[]>([]);
const mapping = ref<Record<string, number>>({});
/** Columns that are not of words: how often a row is made, and what its file is called. */
const columns = shallowRef<SeriesColumns>({ fileColumn: null, quantityColumn: null });
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
const imposition = shallowRef<Imposition>({
  widthMm: 320,
  heightMm: 450,
  marginMm: 10,
  gutterMm: Math.max(2 * store.piece!.sheet.bleedMm, 4),
  nested: false,
  turned: true,
});
const problem = ref('');
const problems = ref<readonly RowProblem[]>([]);
const made = ref('');
const checked = ref(false);
const progress = ref<{ done: number; of: number } | null>(null);
const fileInput = useTemplateRef<HTMLInputElement>('fileInput');

const emit = defineEmits<{ sheet: [svg: string] }>();
const letterings = computed(() => store.piece!.items.filter(isLettering).filter((one) => !one.hidden));
const layout = computed(() => layOut(store.piece!.sheet, imposition.value));

function take(text: string, note: string | null = null): void {
  problem.value = made.value = '';
  problems.value = [];
  checked.value = false;
  const read = readTable(text);
  if (!read.ok) {
    problem.value = read.problem.message;
    table.value = null;
    return;
  }
  table.value = read.value;
  notes.value = [...(note ? [note] : []), ...read.value.notes];
  mapping.value = { ...guessMapping(store.piece!, read.value) };
  columns.value = { fileColumn: null, quantityColumn: null };
}
async function fromFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement,
    file = input.files?.[0];
  input.value = '';
  if (!file) return;
  const text = decodeTable(new Uint8Array(await file.arrayBuffer()));
  if (!text.ok) {
    problem.value = text.problem.message;
    return;
  }
  take(text.value.text, text.value.note);
}
function map(id: string, column: number | null): void {
  const next = { ...mapping.value };
  if (column === null) Reflect.deleteProperty(next, id);
  else next[id] = column;
  mapping.value = next;
  checked.value = false;
}
function choose(key: keyof SeriesColumns, column: number | null): void {
  columns.value = { ...columns.value, [key]: column };
  // What says how many are made is no wording, whatever was guessed of it.
  if (key === 'quantityColumn') for (const [id, at] of Object.entries(mapping.value)) if (at === column) map(id, null);
}
const told = proxy((done: number, of: number) => {
  progress.value = { done, of };
});
async function run(work: () => Promise<void>): Promise<void> {
  problem.value = made.value = '';
  progress.value = { done: 0, of: table.value!.rows.length };
  try {
    await work();
  } catch (error) {
    problem.value = `It failed: ${(error as Error).message}. No file was made.`;
  } finally {
    progress.value = null;
  }
}
const check = (): Promise<void> =>
  run(async () => {
    const found = await heavyWork().checkSeriesRows(store.piece!, table.value!, { ...mapping.value }, told);
    if (!found.ok) {
      problem.value = found.problem.message;
      return;
    }
    problems.value = found.value;
    checked.value = true;
  });
const make = (): Promise<void> =>
  run(async () => {
    const from = performance.now();
    const file = await heavyWork().makeSeriesFile(
      store.piece!,
      table.value!,
      { ...mapping.value },
      { as: as.value, imposition: { ...imposition.value }, marks: marks.value, columns: columns.value },
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
const rowsWrong = computed(() => new Set(problems.value.map((one) => one.row)).size);
const rowsLeft = computed(() => new Set(problems.value.filter((one) => one.stops).map((one) => one.row)).size);
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
      <div v-if="problems.length > 0" class="wrong">
        <p>
          <b>{{ rowsWrong === 1 ? 'One row has' : `${rowsWrong} rows have` }} problems</b>,
          {{ rowsLeft === 0 ? 'none is left out' : `${rowsLeft} ${rowsLeft === 1 ? 'is' : 'are'} left out` }}:
        </p>
        <ul>
          <li v-for="(one, n) in problems.slice(0, 200)" :key="n">
            Row {{ one.row }}{{ one.stops ? ', left out' : '' }}: {{ one.problem.message }}
          </li>
        </ul>
      </div>
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
.wrong {
  border-left: 3px solid var(--rust);
  background: #f6e7e0;
  padding: 8px 10px;
  font-size: 12px;
}
.wrong ul {
  margin: 4px 0 0;
  padding-left: 16px;
  max-height: 180px;
  overflow-y: auto;
}
</style>
