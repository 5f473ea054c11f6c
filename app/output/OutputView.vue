<script setup lang="ts">
import { ArrowLeft } from 'lucide-vue-next';
import { DXF_TOLERANCES } from '#core/output/dxfTolerance';
import { PNG_DPI, pngSize } from '#core/output/png';
import type { Problem } from '#core/result';
import { api, RequestFailed, type MadeFile } from '~/utils/api';
import { download, fileStem, saidSize } from '~/utils/download';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { heavyWork } from '~/workers/door';
import type { Preview } from '~/workers/heavy';
import {
  FORMAT_NAMES,
  formatOf,
  STANDARD_OPTIONS,
  type FileOptions,
  type FormatName,
} from '#core/output/formats/index';
import { iconOf } from './formats';

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
const plate = ref<number | null>(null);
const preview = shallowRef<Preview | null>(null);
/** The first sheet of a series. */
const sheet = ref('');
const busy = ref(false);
const problem = ref('');
const made = ref('');
const earlier = shallowRef<MadeFile[]>([]);

const set = (next: Partial<FileOptions>): Problem | null => {
  options.value = { ...options.value, ...next };
  return null;
};
const pixels = computed(() => {
  const { imposition, dpi } = asked.value;
  const size = pngSize(
    imposition ? { widthMm: imposition.widthMm, heightMm: imposition.heightMm, bleedMm: 0 } : store.piece!.sheet,
    dpi,
  );
  return size.ok ? `${size.value.widthPx} × ${size.value.heightPx} pixels` : size.problem.message;
});
const forbidden = computed(() => faces.listing.filter((one) => one.embedding !== '').map((one) => one.id));
const kept = computed(() =>
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
    const shown = await heavyWork()
      .previewFile(...given)
      .catch((error: unknown) => ({
        ok: false as const,
        problem: { code: 'failed', message: `The preview could not be drawn: ${(error as Error).message}.` },
      }));
    if (given[0] !== store.piece || given[1] !== format.value || given[2] !== asked.value || given[3] !== plate.value)
      return;
    problem.value = shown.ok ? '' : shown.problem.message;
    if (shown.ok) preview.value = shown.value;
  },
  { immediate: true },
);
watch([format, tab], () => {
  plate.value = null;
  made.value = '';
});

const listEarlier = async (): Promise<void> => {
  earlier.value = await api.outputs(store.id).catch(() => earlier.value);
};
onMounted(listEarlier);

async function make(): Promise<void> {
  busy.value = true;
  problem.value = made.value = '';
  const { name: title, mediaType, ending, longEnding } = own.value;
  try {
    const piece = store.piece!,
      given = asked.value;
    const file = await heavyWork().makeFile(piece, format.value, given, forbidden.value);
    if (!file.ok) {
      problem.value = `Nothing was exported. ${file.problem.message}`;
      return;
    }
    const name = `${fileStem(piece.name)}${given.imposition ? '-copies' : ''}.${longEnding ?? ending}`;
    download(file.value, name, mediaType);
    made.value = `${name} was exported, ${saidSize(file.value.length)}.`;
    await api.keepOutput(store.id, { format: format.value, name, options: given, bytes: file.value.length, piece });
    await listEarlier();
  } catch (error) {
    if (error instanceof RequestFailed)
      made.value += ` It could not be listed among the recent files: ${error.message}`;
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
    const { piece } = await api.output(store.id, one.id);
    const file = await heavyWork().makeFile(piece, one.format, one.options, forbidden.value);
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
const when = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
</script>

<template>
  <section class="output" aria-label="Output">
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
        <div class="formats" role="radiogroup" aria-label="Format">
          <button
            v-for="one in formats"
            :key="one"
            type="button"
            role="radio"
            :aria-checked="format === one"
            :data-format="one"
            @click="format = one">
            <component :is="iconOf(one)" :size="20" :stroke-width="1.4" /><b>{{ formatOf(one).name }}</b
            ><span class="quiet">{{ formatOf(one).description }}</span>
          </button>
        </div>
        <ImpositionFields
          v-if="tab === 'copies'"
          :imposition="options.imposition"
          :layout="preview?.layout ?? null"
          @change="(imposition) => set({ imposition })" />
        <label v-if="own.options.includes('marks')" class="check"
          ><input
            type="checkbox"
            :checked="options.marks"
            @change="set({ marks: ($event.target as HTMLInputElement).checked })" />
          {{ tab === 'copies' ? 'Crop marks of every copy' : 'Crop and registration marks' }}</label
        >
        <template v-if="own.options.includes('dpi')">
          <div class="row">
            <span class="label">Resolution, ppi</span
            ><QuantityField
              label="Resolution"
              :model-value="options.dpi"
              unit=""
              :limits="PNG_DPI"
              :step="50"
              :places="0"
              :commit="(dpi) => set({ dpi })" />
          </div>
          <label class="check"
            ><input
              type="checkbox"
              :checked="options.transparent"
              @change="set({ transparent: ($event.target as HTMLInputElement).checked })" />
            Transparent background</label
          >
          <p class="quiet said" role="status">{{ pixels }}</p>
        </template>
        <div v-if="own.options.includes('toleranceMm')" class="row">
          <span class="label">Tolerance</span
          ><QuantityField
            label="Tolerance of the polylines"
            :model-value="options.toleranceMm"
            :limits="DXF_TOLERANCES"
            :step="0.005"
            :places="3"
            :commit="(toleranceMm) => set({ toleranceMm })" />
        </div>
        <p v-if="format === 'piece' && kept.length > 0" class="quiet said">
          {{ [...new Set(kept)].join(', ') }} must not leave with a piece; its maker forbids it.
        </p>
        <button class="key main make" type="button" data-make :disabled="busy" @click="make">
          {{ busy ? 'Exporting…' : `Export ${own.name}` }}
        </button>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-if="made" class="made" role="status">{{ made }}</p>
      </template>
    </div>
    <div class="stage">
      <div class="plates" role="radiogroup" aria-label="Plates">
        <button type="button" role="radio" :aria-checked="plate === null" @click="plate = null">All inks</button>
        <button
          v-for="(one, n) in format === 'pdf' && tab !== 'series' ? (preview?.plates ?? []) : []"
          :key="one.name"
          type="button"
          role="radio"
          :aria-checked="plate === n"
          @click="plate = n">
          <span class="dot" :style="{ background: one.screen }" />{{ one.name }}
        </button>
      </div>
      <!-- eslint-disable-next-line vue/no-v-html -- written by our own writer from plain data, every name escaped -->
      <div
        class="preview"
        :class="{ clear: format === 'png' && options.transparent }"
        data-preview
        v-html="(tab === 'series' ? sheet : preview?.svg) ?? ''" />
      <p v-if="tab === 'series'" class="quiet caption">
        {{ sheet ? 'The first sheet of the series.' : 'A table shows its first sheet here.' }}
      </p>
      <p v-else class="quiet caption">
        {{
          asked.imposition
            ? `${asked.imposition.widthMm} × ${asked.imposition.heightMm}`
            : `${store.piece!.sheet.widthMm} × ${store.piece!.sheet.heightMm}`
        }}
        mm at true size<template v-if="store.piece!.sheet.bleedMm > 0 && !asked.imposition"
          >, the dashed line is the trim, {{ store.piece!.sheet.bleedMm }} mm of bleed about it</template
        >.
        {{
          format === 'live-svg' ? 'Shown as outlines; in the file the words stay words' : 'Letters leave as outlines'
        }}; curves without ink stay behind; the piece itself stays live.
      </p>
      <ul v-if="preview && preview.notes.length > 0" class="notes">
        <li v-for="note in preview.notes" :key="note">{{ note }}</li>
      </ul>
    </div>
    <aside class="side right" aria-label="Recent files">
      <div class="remarks" :class="{ well: store.findings.length === 0 }">
        <b>Proof</b>
        <p v-if="store.findings.length === 0">No problems found.</p>
        <template v-else
          ><p>
            {{ store.findings.length === 1 ? 'One remark' : `${store.findings.length} remarks` }}:
            {{ store.findings[0]!.message }}
          </p>
          <button type="button" class="link" @click="emit('proof')">See the proof</button></template
        >
      </div>
      <h2>Recent files</h2>
      <p v-if="earlier.length === 0" class="quiet">
        None yet. Each file that you export is listed here, and can be exported again as it was.
      </p>
      <ul class="earlier">
        <li v-for="one in earlier" :key="one.id">
          <span class="name">{{ one.name }}</span><span class="quiet"
            >{{ when(one.madeAt) }}, {{ saidSize(one.bytes) }}</span
          >
          <button
            type="button"
            class="link"
            :disabled="busy"
            :aria-label="`Export ${one.name} of ${when(one.madeAt)} again`"
            @click="again(one)">
            Export again
          </button>
        </li>
      </ul>
    </aside>
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
.formats {
  display: grid;
  gap: 5px;
}
.formats button {
  display: grid;
  grid-template-columns: 24px auto 1fr;
  gap: 0 8px;
  align-items: center;
  padding: 7px 9px;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  background: var(--field);
  text-align: left;
  cursor: pointer;
}
.formats b {
  white-space: nowrap;
}
.formats .quiet {
  grid-column: 2 / 4;
  font-size: 12px;
  line-height: 1.3;
}
.formats button:hover {
  border-color: #a9a28f;
}
.formats [aria-checked='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
}
.check {
  display: flex;
  align-items: center;
  gap: 7px;
  cursor: pointer;
}
.check input {
  accent-color: var(--teal);
  width: 15px;
  height: 15px;
  margin: 0;
}
.said {
  font-size: 12px;
}
.make {
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
.stage {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  background: var(--desk);
  min-height: 0;
  min-width: 0;
}
.plates {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 10px 14px;
}
.plates button {
  display: flex;
  align-items: center;
  gap: 6px;
  height: 28px;
  padding: 0 11px;
  border: 1px solid var(--hairline);
  border-radius: 14px;
  background: var(--paper);
  cursor: pointer;
}
.plates [aria-checked='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  color: var(--teal);
  font-weight: 600;
}
.dot {
  width: 11px;
  height: 11px;
  border-radius: 50%;
  border: 1px solid #20303a40;
}
.preview {
  display: grid;
  place-items: center;
  padding: 4px 24px;
  min-height: 0;
  min-width: 0;
}
.preview :deep(svg) {
  max-width: 100%;
  max-height: 100%;
  width: 100%;
  height: 100%;
  min-height: 0;
  filter: drop-shadow(0 2px 6px #20303a26);
}
.preview.clear :deep(svg) {
  background: repeating-conic-gradient(#fff 0 25%, #e9e4d8 0 50%) 0 0 / 20px 20px;
}
.caption {
  padding: 8px 16px;
  font-size: 12px;
}
.notes {
  margin: 0;
  padding: 0 16px 12px 32px;
  font-size: 12px;
  max-height: 110px;
  overflow-y: auto;
}
h2 {
  font-size: 13px;
  font-weight: 600;
}
.earlier {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
.earlier li {
  display: grid;
  gap: 1px;
  border-left: 3px solid var(--hairline);
  padding-left: 8px;
  font-size: 12px;
}
.earlier .name {
  font-size: 13px;
  font-weight: 500;
  overflow-wrap: anywhere;
}
.link {
  border: 0;
  background: none;
  color: var(--teal);
  cursor: pointer;
  padding: 1px 0;
  justify-self: start;
  font-size: 12px;
}
.remarks {
  border-left: 3px solid var(--rust);
  background: #f6e7e0;
  padding: 9px 11px;
  display: grid;
  gap: 3px;
  border-radius: 0 6px 6px 0;
}
.remarks.well {
  border-color: var(--moss);
  background: #eef2e6;
}
</style>
