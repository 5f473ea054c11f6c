<script setup lang="ts">
import { proxy } from 'comlink';
import { layOut } from '#core/output/sheets/layOut';
import type { RowProblem } from '#core/output/series';
import { isLettering, isPicture } from '#core/piece/types';
import { download, fileStem, saidSize } from '~/utils/download';
import { usePiece } from '~/stores/piece';
import { heavyWork } from '~/workers/door';
import type { SeriesAsked } from '~/workers/series';
import { useSeriesTable } from './useSeriesTable';

/**
 * A series: a table of names, its columns given to letterings, every row set by its own rules, on sheets or one file
 * each.
 */
const emit = defineEmits<{ sheet: [svg: string] }>();
const store = usePiece();
const pasted = ref('');
const COLUMNS = [
  { key: 'quantityColumn', name: 'Copies', none: 'one of each', ways: ['sheets', 'pages'] },
  { key: 'fileColumn', name: 'File names', none: 'the words', ways: ['files'] },
] as const;
const asked = computed(() => COLUMNS.filter(({ ways }) => (ways as readonly string[]).includes(options.value.as)));
const options = shallowRef<SeriesAsked>({
  as: 'sheets',
  imposition: {
    widthMm: 320,
    heightMm: 450,
    marginMm: 10,
    gutterMm: Math.max(2 * store.piece!.sheet.bleedMm, 4),
    nested: false,
    turned: true,
  },
  marks: true,
  trapMm: 0,
  standard: 'x4',
});
/** What a series is written as, by the way it is made. */
const WRITTEN = {
  sheets: { ending: 'pdf', mediaType: 'application/pdf', one: 'sheet', many: 'sheets' },
  pages: { ending: 'pdf', mediaType: 'application/pdf', one: 'page', many: 'pages' },
  files: { ending: 'zip', mediaType: 'application/zip', one: 'file', many: 'files' },
} as const;
const problems = ref<readonly RowProblem[]>([]);
const made = ref('');
const checked = ref(false);
const progress = ref<{ done: number; of: number } | null>(null);
const fileInput = useTemplateRef<HTMLInputElement>('fileInput');
const imageInput = useTemplateRef<HTMLInputElement>('imageInput');
const { table, notes, mapping, columns, images, source, problem, take, fromFile, fromFiles, map, choose } =
  useSeriesTable(() => {
    made.value = '';
    problems.value = [];
    checked.value = false;
  });

const letterings = computed(() => store.piece!.items.filter(isLettering).filter((one) => !one.hidden));
const pictures = computed(() => store.piece!.items.filter(isPicture).filter((one) => !one.hidden));
const named = computed(() => pictures.value.some(({ id }) => mapping.value[id] !== undefined));
const layout = computed(() => layOut(store.piece!.sheet, options.value.imposition));

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
    const found = await heavyWork().checkSeriesRows(store.piece!, source.value!, told);
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
    const file = await heavyWork().makeSeriesFile(store.piece!, source.value!, options.value, told);
    if (!file.ok) {
      problem.value = file.problem.message;
      return;
    }
    const { bytes, pages, problems: left } = file.value;
    problems.value = left;
    checked.value = true;
    const { ending, mediaType, one, many } = WRITTEN[options.value.as];
    const name = `${fileStem(store.piece!.name)}-series.${ending}`;
    download(bytes, name, mediaType);
    made.value = `${name}: ${file.value.made} of ${table.value!.rows.length} rows on ${pages} ${pages === 1 ? one : many}, ${saidSize(bytes.length)}, in ${((performance.now() - from) / 1000).toFixed(1)} s.`;
  });
const imposition = computed(() => options.value.imposition);
watch(
  [source, imposition, () => store.piece],
  async () => {
    const given = [source.value, imposition.value] as const;
    if (!given[0]) {
      emit('sheet', '');
      return;
    }
    const shown = await heavyWork()
      .previewSeries(store.piece!, given[0], given[1])
      .catch(() => ({ ok: false as const }));
    if (source.value === given[0] && imposition.value === given[1]) emit('sheet', shown.ok ? shown.value : '');
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
      <ColumnChoice
        v-for="one in pictures"
        :key="one.id"
        :label="`Column for the picture ${one.name}`"
        :said="one.name"
        :columns="table.columns"
        none="stays as it is"
        :model-value="mapping[one.id] ?? null"
        @update:model-value="(column) => map(one.id, column)" />
      <div v-if="named" class="acts">
        <button class="key" type="button" @click="imageInput?.click()">Pictures…</button>
        <span class="quiet said" role="status">{{
          images.length === 0 ? 'Choose the files that the rows name.' : `${images.length} chosen`
        }}</span>
        <input
          ref="imageInput"
          class="visually-hidden"
          type="file"
          accept="image/png,image/jpeg"
          multiple
          aria-label="Pictures of the rows"
          tabindex="-1"
          data-row-pictures
          @change="fromFiles" />
      </div>
      <SeriesOptionFields
        :options="options"
        :layout="layout"
        @change="
          (next) => {
            options = next;
          }
        ">
        <ColumnChoice
          v-for="one in asked"
          :key="one.key"
          :label="one.name"
          :said="one.name"
          :columns="table.columns"
          :none="one.none"
          :model-value="columns[one.key]"
          @update:model-value="(column) => choose(one.key, column)" />
      </SeriesOptionFields>
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
          :disabled="Object.keys(mapping).length === 0 || (options.as === 'sheets' && !layout.ok)"
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
