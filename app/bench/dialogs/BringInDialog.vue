<script setup lang="ts">
import { nanoid } from 'nanoid';
import { curveKind, trackOf } from '#core/curves/index';
import { readSvg, type BroughtIn } from '#core/import/svg';
import { moveBy } from '#core/shapes/similarity';
import { bringArtSteps } from '#core/editing/edits/bringArt';
import { tracePath } from '#core/geometry/outlines/tracePath';
import { extentOf, middleOf } from '#core/geometry/extent';
import { freeName, makeCurve } from '#core/piece/make';
import { cutTo } from '#core/fields/wellFormed';
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import { usePictures } from '~/composables/usePictures';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { checkHead, type PictureUse } from '~/utils/bringPicture';

/**
 * Brings in a file: one or more outlines of an SVG as curves, or the whole of it as art, at true size in the middle of
 * the sheet; or a picture of pixels, to print or to trace.
 */
const open = defineModel<boolean>({ required: true });
const store = usePiece();
const view = useView();
const fileInput = useTemplateRef<HTMLInputElement>('fileInput');
const found = shallowRef<readonly BroughtIn[]>([]);
const chosen = ref(new Set<number>());
const problem = ref('');
const title = ref('Art');
/** Pictures of pixels within the SVG, which are left out. */
const within = ref(0);
/** A picture that was chosen, with its pixels counted. */
const picture = shallowRef<{
  readonly file: File;
  readonly url: string;
  readonly width: number;
  readonly height: number;
} | null>(null);
const { busy, bring } = usePictures();

watch(open, (now) => {
  clear();
  if (now) problem.value = '';
});
function clear(): void {
  found.value = [];
  chosen.value = new Set();
  if (picture.value) URL.revokeObjectURL(picture.value.url);
  picture.value = null;
}

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  title.value = cutTo(file.name.replace(/\.[a-z]+$/i, ''), 80) || 'Art';
  clear();
  if (!(await looksLikeSvg(file))) {
    const head = await checkHead(file, 'print');
    problem.value = head.ok ? '' : head.problem.message;
    if (head.ok)
      picture.value = { file, url: URL.createObjectURL(file), width: head.value.width, height: head.value.height };
    return;
  }
  const text = file.size > 20 * 1024 * 1024 ? null : await file.text();
  const made = text === null ? null : readSvg(text);
  within.value = text?.match(/<image[\s/>]/g)?.length ?? 0;
  found.value = made?.ok ? made.value : [];
  chosen.value = new Set(found.value.length > 0 ? [0] : []);
  problem.value =
    made === null
      ? 'The file is larger than 20 MB. Remove what is not needed and try again.'
      : made.ok
        ? ''
        : made.problem.message;
}

/** By what it holds, not by its ending: an SVG is text that begins with a tag. */
async function looksLikeSvg(file: File): Promise<boolean> {
  return /^\s*</.test((await file.slice(0, 200).text()).replace(/^\uFEFF/, '')) || file.size === 0;
}

async function place(use: PictureUse): Promise<void> {
  await bring(picture.value!.file, use);
  open.value = false;
}
const sizeAt300 = computed(() =>
  picture.value
    ? `${((picture.value.width / 300) * 25.4).toFixed(0)} × ${((picture.value.height / 300) * 25.4).toFixed(0)} mm`
    : '',
);

const pictures = computed(() =>
  found.value.map(({ name, shape }, index) => {
    const track = trackOf(shape);
    if (!track.ok) return { name, index, d: '', box: '0 0 1 1', size: 'no length' };
    const { min, max } = extentOf(track.value.path);
    const [w, h] = [Math.max(max.x - min.x, 0.5), Math.max(max.y - min.y, 0.5)];
    const pad = Math.max(w, h) * 0.06;
    return {
      name,
      index,
      d: screenPathData((sink) => tracePath(track.value.path.path, sink), UNIT_MM.coarse),
      box: `${min.x - pad} ${min.y - pad} ${w + 2 * pad} ${h + 2 * pad}`,
      size: `${w.toFixed(1)} × ${h.toFixed(1)} mm`,
    };
  }),
);

function toggle(index: number): void {
  const next = new Set(chosen.value);
  if (!next.delete(index)) next.add(index);
  chosen.value = next;
}

/** The whole file as art, painted as it is painted there. */
function bringArt(): void {
  const made = bringArtSteps(store.piece!, found.value, freeName(store.piece!, title.value), () => nanoid(8));
  const wrong = made.ok ? store.edit('Import art', made.value.steps, undefined, [made.value.id]) : made.problem;
  if (wrong) {
    problem.value = wrong.message;
    return;
  }
  open.value = false;
  view.tool = 'pick';
}

function bringIn(): void {
  const tracks = [...chosen.value].map((index) => trackOf(found.value[index]!.shape)).filter((one) => one.ok);
  if (tracks.length === 0) return;
  const extents = tracks.map((one) => extentOf(one.value.path));
  const middle = middleOf({
    min: { x: Math.min(...extents.map((one) => one.min.x)), y: Math.min(...extents.map((one) => one.min.y)) },
    max: { x: Math.max(...extents.map((one) => one.max.x)), y: Math.max(...extents.map((one) => one.max.y)) },
  });
  const { sheet, items } = store.piece!;
  const by = moveBy({ x: sheet.widthMm / 2 - middle.x, y: sheet.heightMm / 2 - middle.y });
  const curves = [...chosen.value].map((index) => {
    const { name, shape } = found.value[index]!;
    return makeCurve(
      nanoid(8),
      freeName(store.piece!, cutTo(name, 80) || 'Imported'),
      curveKind(shape).transform(shape, by),
    );
  });
  const wrong = store.edit(
    'Import curves',
    curves.map((item, i) => ({ kind: 'insert' as const, index: items.length + i, item })),
    undefined,
    [curves[0]!.id],
  );
  if (wrong) {
    problem.value = wrong.message;
    return;
  }
  open.value = false;
  view.tool = 'pick';
}
</script>

<template>
  <el-dialog v-model="open" append-to-body title="Import a file" width="560px" align-center>
    <button class="key" type="button" @click="fileInput?.click()">Choose a file</button>
    <input
      ref="fileInput"
      class="visually-hidden"
      type="file"
      accept=".svg,image/svg+xml,image/png,image/jpeg,image/webp"
      aria-label="File to import"
      tabindex="-1"
      data-bring-in
      @change="read" />
    <p v-if="!problem && found.length === 0 && !picture" class="quiet said">
      SVG, PNG or JPEG. Outlines of an SVG become curves to set lettering on, or art; pictures are printed, or lie under
      the sheet to be traced.
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="found.length > 0" class="quiet said">
      {{ found.length === 1 ? 'One outline' : `${found.length} outlines` }}, at the file’s true size. Choose what to set
      lettering on, or import the whole file as art, in its colours.<template v-if="within > 0">
        {{ within === 1 ? 'A picture' : `${within} pictures` }} within it {{ within === 1 ? 'is' : 'are' }} left out:
        import {{ within === 1 ? 'it' : 'them' }} as a file of {{ within === 1 ? 'its' : 'their' }} own.</template
      >
    </p>
    <template v-if="picture">
      <p class="quiet said">
        {{ picture.width }} × {{ picture.height }} pixels: {{ sizeAt300 }} at 300 pixels an inch.
      </p>
      <img class="shown" :src="picture.url" :alt="`The picture ${title}`" />
      <div class="foot">
        <button class="key" type="button" :disabled="busy" data-to-trace @click="place('trace')">Trace it</button
        ><button class="key main" type="button" :disabled="busy" data-to-print @click="place('print')">Print it</button>
      </div>
    </template>
    <div class="grid" role="group" aria-label="Outlines of the file">
      <button
        v-for="{ name, index, d, box, size } in pictures"
        :key="index"
        type="button"
        class="one"
        :aria-pressed="chosen.has(index)"
        @click="toggle(index)">
        <svg :viewBox="box" aria-hidden="true">
          <path :d="d" :transform="`scale(${UNIT_MM.coarse})`" vector-effect="non-scaling-stroke" />
        </svg>
        <b>{{ name }}</b><span class="quiet">{{ size }}</span>
      </button>
    </div>
    <div v-if="found.length > 0" class="foot">
      <button class="key" type="button" data-as-art @click="bringArt">The whole file as art</button
      ><button class="key main" type="button" :disabled="chosen.size === 0" @click="bringIn">
        Import {{ chosen.size === 1 ? 'one' : chosen.size }}
      </button>
    </div>
  </el-dialog>
</template>

<style scoped>
.said {
  margin: 12px 0 8px;
}
.problem {
  color: var(--rust);
  margin-top: 12px;
}
.shown {
  display: block;
  max-width: 100%;
  max-height: 300px;
  margin: 8px auto 0;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
  max-height: 330px;
  overflow-y: auto;
}
.one {
  display: grid;
  justify-items: center;
  gap: 2px;
  padding: 8px 4px;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  background: var(--field);
  cursor: pointer;
  font-size: 12px;
  min-width: 0;
}
.one b {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.one[aria-pressed='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
}
.one svg {
  width: 86px;
  height: 66px;
}
.one path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2px;
}
.foot {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  margin-top: 14px;
}
</style>
