<script setup lang="ts">
import { COLOUR_VISION, type Look } from '#core/output/looks';
import type { Vec } from '#core/geometry/vec';
import { usePiece } from '~/stores/piece';
import { heavyWork } from '~/workers/door';

/** The piece as others will see it: large, at true size, small, in one ink, reversed, with other eyes. */
const props = defineProps<{ at: Vec | null }>();
const store = usePiece();

type Size = 'large' | 'true' | '32' | '16';
const SIZES: readonly { value: Size; name: string }[] = [
  { value: 'large', name: 'Large' },
  { value: 'true', name: 'True size' },
  { value: '32', name: '32 mm' },
  { value: '16', name: '16 mm' },
];
const LOOKS: readonly { value: Look; name: string }[] = [
  { value: 'print', name: 'All inks' },
  { value: 'one-ink', name: 'One ink' },
  { value: 'reversed', name: 'Reversed' },
];
const EYES = [
  { value: 'none', name: 'Normal vision' },
  { value: 'protan', name: 'Red-blind' },
  { value: 'deutan', name: 'Green-blind' },
  { value: 'tritan', name: 'Blue-blind' },
] as const;
const size = ref<Size>('large');
const look = ref<Look>('print');
const eye = ref<(typeof EYES)[number]['value']>('none');
const svg = ref('');

watch(
  [() => store.piece, look],
  async () => {
    const [piece, wanted] = [store.piece!, look.value];
    // Stopped, what was drawn before stays.
    const drawn = await heavyWork()
      .lookAt(piece, wanted)
      .catch(() => null);
    if (drawn !== null && piece === store.piece && wanted === look.value) svg.value = drawn;
  },
  { immediate: true },
);
watch(
  () => props.at,
  (at) => {
    if (at) {
      size.value = 'large';
      look.value = 'print';
    }
  },
);

/** CSS pixels in a mm of this very screen: CSS supposes 96 an inch; a card held against it tells. */
const CARD_MM = 85.6,
  KEY = 'under-arc:pixels-a-mm';
const perMm = ref(Number(localStorage.getItem(KEY)) || 96 / 25.4);
const calibrating = ref(false);
function calibrate(width: number): void {
  perMm.value = width / CARD_MM;
  try {
    localStorage.setItem(KEY, String(perMm.value));
  } catch {
    /* a full store only costs the calibration */
  }
}
const sheet = computed(() => store.piece!.sheet);
const widthMm = computed(() => {
  const { widthMm: w, heightMm: h } = sheet.value;
  return size.value === 'true' ? w : (Number(size.value) * w) / Math.max(w, h);
});
const matrix = (m: readonly number[]): string =>
  [0, 1, 2].map((row) => `${m.slice(row * 3, row * 3 + 3).join(' ')} 0 0`).join(' ') + ' 0 0 0 1 0';
</script>

<template>
  <div class="stage" :class="{ dark: look === 'reversed' }">
    <div class="bar">
      <ChoiceBar v-model="size" label="Size" :options="SIZES" />
      <ChoiceBar v-model="look" label="Inks" :options="LOOKS" />
      <ChoiceBar v-model="eye" label="Eyes" :options="EYES" />
    </div>
    <svg width="0" height="0" aria-hidden="true" class="defs">
      <filter
        v-for="(m, name) in COLOUR_VISION"
        :id="`eye-${name}`"
        :key="name"
        color-interpolation-filters="linearRGB">
        <feColorMatrix :values="matrix(m)" />
      </filter>
    </svg>
    <div class="table">
      <div
        class="art"
        :class="{ large: size === 'large' }"
        :style="{
          'width': size === 'large' ? undefined : `${widthMm * perMm}px`,
          'filter': eye === 'none' ? undefined : `url(#eye-${eye})`,
          '--ratio': sheet.widthMm / sheet.heightMm,
        }">
        <!-- eslint-disable-next-line vue/no-v-html -- written by our own writer from plain data, every name escaped -->
        <div data-look v-html="svg" />
        <svg
          v-if="at && size === 'large'"
          class="mark"
          :viewBox="`0 0 ${sheet.widthMm} ${sheet.heightMm}`"
          role="img"
          aria-label="The place of the remark">
          <circle :cx="at.x" :cy="at.y" :r="Math.max(sheet.widthMm, sheet.heightMm) / 26" />
        </svg>
      </div>
    </div>
    <div v-if="size !== 'large'" class="foot">
      <template v-if="calibrating">
        <span class="card" :style="{ width: `${CARD_MM * perMm}px` }">Hold a bank card (85.6 mm) here</span>
        <input
          type="range"
          :min="180"
          :max="900"
          :value="CARD_MM * perMm"
          aria-label="Width of the card on this screen"
          @input="calibrate(Number(($event.target as HTMLInputElement).value))" />
        <button type="button" class="key" @click="calibrating = false">It fits</button>
      </template>
      <template v-else
        ><span>{{ widthMm.toFixed(1) }} mm wide on this screen.</span>
        <button type="button" class="key" @click="calibrating = true">Calibrate the screen</button></template
      >
    </div>
  </div>
</template>

<style scoped>
.stage {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  background: var(--desk);
  min-width: 0;
  min-height: 0;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  padding: 10px 14px;
}
.defs {
  position: absolute;
}
.table {
  display: grid;
  place-items: center;
  padding: 12px 24px;
  min-height: 0;
  min-width: 0;
  overflow: auto;
  container-type: size;
}
.art {
  position: relative;
  line-height: 0;
  box-shadow: 0 2px 8px #20303a30;
}
.art.large {
  width: min(100cqw - 48px, (100cqh - 24px) * var(--ratio));
}
.art :deep(svg) {
  width: 100%;
  height: auto;
  display: block;
}
.mark {
  position: absolute;
  inset: 0;
}
.mark circle {
  fill: none;
  stroke: var(--rust);
  stroke-width: 3px;
  vector-effect: non-scaling-stroke;
}
.foot {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 10px 16px;
  min-height: 54px;
  flex-wrap: wrap;
}
.card {
  display: grid;
  place-items: center;
  height: 44px;
  border: 2px dashed var(--brass);
  border-radius: 8px;
  font-size: 12px;
  background: var(--paper);
}
.foot input {
  flex: 1;
  min-width: 120px;
  accent-color: var(--teal);
}
</style>
