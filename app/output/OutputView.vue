<script setup lang="ts">
import { ArrowLeft } from 'lucide-vue-next';
import { api, RequestFailed, type MadeFile } from '~/utils/api';
import { download, fileStem, saidSize } from '~/utils/download';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { heavyWork, Stopped } from '~/workers/door';
import type { PlateSheet, Preview } from '~/workers/heavy';
import type { PlotRun } from '#core/output/cut/plotter';
import type { Shown } from './shown';
import {
  FORMAT_NAMES,
  formatOf,
  STANDARD_OPTIONS,
  type FileOptions,
  type FormatName,
} from '#core/output/formats/index';
import { renewedImposition } from '#core/output/sheets/imposition';

/** Making files: choose the format, see exactly what comes out with its plates, make it, find earlier ones again. */
const emit = defineEmits<{ close: []; proof: [] }>();
const store = usePiece();
const faces = useFaces();
const tab = ref<'one' | 'copies' | 'series'>('one');
const format = ref<FormatName>('pdf');
const options = shallowRef<FileOptions>(STANDARD_OPTIONS);
const asked = computed((): FileOptions =>
  tab.value === 'copies' ? options.value : { ...options.value, imposition: null },
);
const own = computed(() => formatOf(format.value));
const formats = computed(() => FORMAT_NAMES.filter((one) => tab.value === 'one' || formatOf(one).copies));
const plate = ref<Shown>(null);
/** The way of a plotter through the file. */
const plot = shallowRef<PlotRun | null>(null);
/** The plates one by one, where they are laid over each other. */
const sheets = shallowRef<readonly PlateSheet[]>([]);
const preview = shallowRef<Preview | null>(null);
/** The first sheet of a series. */
const sheet = ref('');
const busy = ref(false);
const problem = ref('');
const made = ref('');
const recent = shallowRef<MadeFile[]>([]);

/** What is shown, in a sentence. */
const caption = computed(() => {
  if (tab.value === 'series')
    return sheet.value ? 'The first sheet of the series.' : 'A table shows its first sheet here.';
  const { imposition } = asked.value,
    { widthMm, heightMm, bleedMm } = store.piece!.sheet;
  const size = imposition ? `${imposition.widthMm} × ${imposition.heightMm}` : `${widthMm} × ${heightMm}`;
  const trim = bleedMm > 0 && !imposition ? `, the dashed line is the trim, ${bleedMm} mm of bleed about it` : '';
  return `${size} mm at true size${trim}. ${own.value.shownAs}; curves without ink stay behind; the piece itself stays live.`;
});

const set = (next: Partial<FileOptions>): void => {
  options.value = { ...options.value, ...next };
};
const forbidden = computed(() => faces.listing.filter((one) => one.embedding !== '').map((one) => one.id));
const staying = computed(() =>
  store.piece!.items.flatMap((item) =>
    item.type === 'lettering' && forbidden.value.includes(item.faceId)
      ? [faces.listing.find((one) => one.id === item.faceId)!.name]
      : [],
  ),
);

watch(
  [() => store.piece, format, asked, plate, tab],
  async () => {
    if (tab.value === 'series') return;
    const given = [store.piece!, format.value, asked.value, plate.value] as const;
    const [piece, name, how, which] = given;
    const failed = (error: unknown) => ({
      ok: false as const,
      problem: { code: 'failed', message: `The preview could not be drawn: ${(error as Error).message}.` },
    });
    const press = which === 'press' ? await heavyWork().previewPlates(piece, name, how).catch(failed) : null;
    const way = which === 'plotter' ? await heavyWork().previewPlotter(piece, name, how).catch(failed) : null;
    const shown = await heavyWork()
      .previewFile(piece, name, how, typeof which === 'number' ? which : null)
      .catch(failed);
    if (given[0] !== store.piece || given[1] !== format.value || given[2] !== asked.value || given[3] !== plate.value)
      return;
    problem.value = shown.ok ? '' : shown.problem.message;
    if (shown.ok) preview.value = shown.value;
    sheets.value = press?.ok ? press.value : [];
    plot.value = way?.ok ? way.value : null;
  },
  { immediate: true },
);
watch([format, tab], () => {
  plate.value = null;
  made.value = '';
});

const listRecent = async (): Promise<void> => {
  recent.value = await api.outputs(store.id).catch(() => recent.value);
};
onMounted(listRecent);

async function make(): Promise<void> {
  busy.value = true;
  problem.value = made.value = '';
  const { name: title, mediaType, ending, longEnding } = own.value;
  try {
    const piece = store.piece!;
    // The date is that of the moment, and stays with the file: made again it is the same.
    const given = asked.value.date === null ? asked.value : { ...asked.value, date: new Date().toISOString() };
    const file = await heavyWork().makeFile(piece, format.value, given, forbidden.value);
    if (!file.ok) {
      problem.value = `Nothing was exported. ${file.problem.message}`;
      return;
    }
    const name = `${fileStem(piece.name)}${given.imposition ? '-copies' : ''}.${longEnding ?? ending}`;
    download(file.value, name, mediaType);
    made.value = `${name} was exported, ${saidSize(file.value.length)}.`;
    await api.keepOutput(store.id, { format: format.value, name, options: given, bytes: file.value.length, piece });
    await listRecent();
  } catch (error) {
    if (error instanceof RequestFailed)
      made.value += ` It could not be listed among the recent files: ${error.message}`;
    else if (error instanceof Stopped) problem.value = `No ${title} was made: it was stopped.`;
    else problem.value = `No ${title} was made: ${(error as Error).message}. Reload and try again.`;
  } finally {
    busy.value = false;
  }
}

/** Makes an earlier file again, from the piece as it was then: the same bytes. */
async function again(one: MadeFile): Promise<void> {
  busy.value = true;
  problem.value = made.value = '';
  try {
    const { piece, options: then } = await api.output(store.id, one.id);
    const imposition = renewedImposition(then.imposition ?? null);
    const file = imposition.ok
      ? await heavyWork().makeFile(
          piece,
          one.format,
          { ...STANDARD_OPTIONS, ...then, imposition: imposition.value },
          forbidden.value,
        )
      : imposition;
    if (!file.ok) {
      problem.value = file.problem.message;
      return;
    }
    download(file.value, one.name, formatOf(one.format).mediaType);
    made.value =
      file.value.length === one.bytes
        ? `${one.name} is here again, as it was.`
        : `${one.name} is here again; a newer Under Arc made it anew.`;
  } catch (error) {
    problem.value = `It could not be exported again: ${(error as Error).message}`;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section data-view tabindex="-1" class="output" aria-label="Output" @keydown.enter.self="make">
    <div class="side">
      <button class="back" type="button" @click="emit('close')"><ArrowLeft :size="15" /> Back to the bench</button>
      <div class="tabs" role="tablist" aria-label="What is made">
        <button
          v-for="[value, name] in [
            ['one', 'The piece'],
            ['copies', 'Copies'],
            ['series', 'Series'],
          ] as const"
          :key="value"
          type="button"
          role="tab"
          :aria-selected="tab === value"
          @click="tab = value">
          {{ name }}
        </button>
      </div>
      <SeriesPanel
        v-if="tab === 'series'"
        @sheet="
          (svg) => {
            sheet = svg;
          }
        " />
      <template v-else>
        <FormatList v-model="format" :formats="formats" />
        <ImpositionFields
          v-if="tab === 'copies'"
          :imposition="options.imposition"
          :layout="preview?.layout ?? null"
          @change="(imposition) => set({ imposition })" />
        <SheetPieces
          v-if="tab === 'copies' && options.imposition"
          :imposition="options.imposition"
          @change="(next) => set({ imposition: { ...options.imposition!, ...next } })" />
        <FileOptionFields
          :options="asked"
          :has="own.options"
          :marks-word="
            tab === 'copies' ? 'Crop marks of every copy, and registration marks' : 'Crop and registration marks'
          "
          @change="set" />
        <p v-if="format === 'piece' && staying.length > 0" class="quiet said">
          {{ [...new Set(staying)].join(', ') }} must not leave with a piece; its maker forbids it.
        </p>
        <button class="key main make" type="button" data-make :disabled="busy" @click="make">
          {{ busy ? 'Exporting…' : `Export ${own.name}` }}
        </button>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-if="made" class="made" role="status">{{ made }}</p>
      </template>
    </div>
    <FilePreview
      v-model:plate="plate"
      :svg="(tab === 'series' ? sheet : preview?.svg) ?? ''"
      :plates="own.plates && tab !== 'series' ? (preview?.plates ?? []) : []"
      :sheets="sheets"
      :plots="own.plotter !== undefined && tab !== 'series'"
      :plot="plot"
      :sheet="asked.imposition ?? store.piece!.sheet"
      :clear="own.options.includes('transparent') && options.transparent"
      :caption="caption"
      :notes="tab === 'series' ? [] : (preview?.notes ?? [])" />
    <RecentFiles
      class="side right"
      :files="recent"
      :findings="store.findings"
      :busy="busy"
      @again="again"
      @proof="emit('proof')" />
  </section>
</template>

<style scoped>
.output {
  position: fixed;
  inset: 52px 0 0;
  z-index: 30;
  display: grid;
  grid-template-columns: 292px minmax(0, 1fr) 250px;
  background: var(--paper);
  min-height: 0;
}
.side {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 14px;
  border-right: 1px solid var(--hairline);
  overflow-y: auto;
  min-height: 0;
}
.side.right {
  border-right: 0;
  border-left: 1px solid var(--hairline);
}
.back {
  display: flex;
  align-items: center;
  gap: 6px;
  align-self: start;
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 2px 0;
}
.tabs {
  display: flex;
  border: 1px solid var(--hairline);
  border-radius: 7px;
  overflow: hidden;
  background: var(--field);
  flex: none;
}
.tabs button {
  flex: 1;
  height: 32px;
  border: 0;
  background: none;
  cursor: pointer;
}
.tabs button + button {
  border-left: 1px solid var(--hairline);
}
.tabs [aria-selected='true'] {
  background: var(--teal-wash);
  color: var(--teal);
  font-weight: 600;
}
/* However much there is to choose, the way out is in sight. */
.make {
  position: sticky;
  bottom: 0;
  height: 38px;
  font-size: 14px;
  flex: none;
}
.problem {
  color: var(--rust);
}
.made {
  color: var(--moss);
  font-weight: 600;
}
</style>
