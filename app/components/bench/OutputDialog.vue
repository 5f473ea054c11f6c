<script setup lang="ts">
import { FileText, Image, PencilRuler, Shapes } from 'lucide-vue-next';
import { DXF_TOLERANCE_MM, DXF_TOLERANCES } from '#core/output/dxf';
import { PNG_DPI, pngSize } from '#core/output/png';
import { usePiece } from '~/stores/piece';
import { heavyWork } from '~/workers/door';
import type { FileFormat } from '~/workers/heavy';

/** Making files: all from the one drawing, at true size, outlines only. */
const open = defineModel<boolean>({ required: true });
const store = usePiece();
const busy = ref<FileFormat | null>(null);
const problem = ref('');
const made = ref('');

const FORMATS: readonly { format: FileFormat; name: string; what: string; type: string; icon: typeof FileText }[] = [
  { format: 'pdf', name: 'PDF', what: 'for the printer: one page of the size of the sheet', type: 'application/pdf', icon: FileText },
  { format: 'svg', name: 'SVG', what: 'for drawing programs and cutters: one path an item, in mm', type: 'image/svg+xml', icon: Shapes },
  { format: 'png', name: 'PNG', what: 'a picture, its resolution written in', type: 'image/png', icon: Image },
  { format: 'dxf', name: 'DXF', what: 'for plotters and engravers: polylines in mm, a layer an item', type: 'image/vnd.dxf', icon: PencilRuler },
];
const dpi = ref(300);
const transparent = ref(false);
const tolerance = ref(DXF_TOLERANCE_MM);
const pixels = computed(() => {
  const size = pngSize(store.piece!.sheet, dpi.value);
  return size.ok ? `${size.value.widthPx} × ${size.value.heightPx} pixels` : size.problem.message;
});
const setDpi = (value: number) => { dpi.value = value; return null; };
const setTolerance = (value: number) => { tolerance.value = value; return null; };

const fileName = (format: FileFormat): string => `${(store.piece!.name.replace(/[^\p{L}\p{N} _-]+/gu, '').trim() || 'piece').replace(/ +/g, '-')}.${format}`;

async function make(format: FileFormat, type: string): Promise<void> {
  busy.value = format;
  problem.value = made.value = '';
  try {
    const file = await heavyWork().makeFile(store.piece!, format, { png: { dpi: dpi.value, transparent: transparent.value }, pdf: { marks: false }, dxfToleranceMm: tolerance.value });
    if (!file.ok) { problem.value = `No file was made. ${file.problem.message}`; return; }
    const url = URL.createObjectURL(new Blob([file.value as Uint8Array<ArrayBuffer>], { type }));
    const link = Object.assign(document.createElement('a'), { href: url, download: fileName(format) });
    link.click();
    setTimeout(() => URL.revokeObjectURL(url), 10_000);
    made.value = `${fileName(format)} was made, ${(file.value.length / 1024).toFixed(1)} kB.`;
  } catch (error) {
    problem.value = `No file was made: ${(error as Error).message}. Reload and try again.`;
  } finally {
    busy.value = null;
  }
}
watch(open, () => { problem.value = made.value = ''; });
</script>

<template>
  <el-dialog v-model="open" title="Output" width="480px" align-center>
    <p class="quiet">{{ store.piece!.sheet.widthMm }} × {{ store.piece!.sheet.heightMm }} mm at true size. Letters leave as outlines, no typeface goes along. Curves without ink and the marks of the bench stay behind. The piece itself stays live.</p>
    <p v-if="store.findings.length > 0" class="proof">The proof has {{ store.findings.length === 1 ? 'one remark' : `${store.findings.length} remarks` }}: {{ store.findings[0]!.message }}</p>
    <div class="formats">
      <button v-for="{ format, name, what, type, icon } in FORMATS" :key="format" type="button" class="format" :disabled="busy !== null" :data-format="format" @click="make(format, type)">
        <component :is="icon" :size="26" :stroke-width="1.4" />
        <b>{{ busy === format ? 'Making…' : `Make the ${name}` }}</b>
        <span class="quiet">{{ what }}</span>
      </button>
    </div>
    <div class="row"><span class="label">PNG</span><span class="pair"><QuantityField label="Pixels an inch" :model-value="dpi" unit="" :limits="PNG_DPI" :step="50" :places="0" :commit="setDpi" /><label class="check"><input v-model="transparent" type="checkbox"> without paper</label></span></div>
    <p class="quiet said" role="status">{{ dpi }} pixels an inch: {{ pixels }}</p>
    <div class="row"><span class="label">DXF within</span><span class="pair"><QuantityField label="Tolerance of the polylines" :model-value="tolerance" :limits="DXF_TOLERANCES" :step="0.005" :places="3" :commit="setTolerance" /><span class="quiet said">of the curves</span></span></div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="made" class="made" role="status">{{ made }}</p>
  </el-dialog>
</template>

<style scoped>
.formats { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; margin-top: 16px; }
.format { display: grid; align-content: start; justify-items: start; gap: 5px; padding: 14px; border: 1px solid var(--hairline); border-radius: 9px; background: var(--field); text-align: left; cursor: pointer; color: var(--ink); }
.format:hover { border-color: var(--teal); background: var(--teal-wash); }
.row { margin-top: 10px; }
.said { align-self: center; font-size: 12px; margin-top: 4px; }
.check { display: flex; align-items: center; gap: 6px; }
.check input { accent-color: var(--teal); }
.proof { margin-top: 10px; padding: 8px 12px; border-left: 3px solid var(--rust); background: #f6e7e0; }
.problem { color: var(--rust); margin-top: 12px; }
.made { color: var(--moss); margin-top: 12px; font-weight: 600; }
</style>
