<script setup lang="ts">
import type { PlateSheet } from '~/workers/heavy';

/**
 * The plates laid over each other as a press does it, each a little off in a way of its own: where inks only abut, paper
 * shows between them; where they are trapped, none does.
 */
const props = defineProps<{ sheets: readonly PlateSheet[]; widthMm: number }>();
const offMm = ref(0.15);
const MOST = { min: 0, max: 0.5 } as const;

/** Each plate in grey on white, as a picture, coloured by its ink; the first one stays. */
const layers = computed(() =>
  props.sheets.map(({ plate, svg }, n) => {
    const way = (2 * Math.PI * n) / props.sheets.length;
    const off = n === 0 ? 0 : (offMm.value / props.widthMm) * 100;
    return {
      name: plate.name,
      colour: plate.screen,
      picture: `url("data:image/svg+xml,${encodeURIComponent(svg)}")`,
      move: `translate(${(Math.cos(way) * off).toFixed(4)}%, ${(Math.sin(way) * off).toFixed(4)}%)`,
    };
  }),
);
const ratio = computed(() => {
  const [, w, h] = /viewBox="\S+ \S+ (\S+) (\S+)"/.exec(props.sheets[0]?.svg ?? '') ?? [];
  return w && h ? Number(w) / Number(h) : 1;
});
</script>

<template>
  <div class="press">
    <div class="room">
      <div class="sheet" data-press :style="{ aspectRatio: ratio, width: `min(100cqw, calc(100cqh * ${ratio}))` }">
        <div v-for="one in layers" :key="one.name" class="plate" :style="{ transform: one.move }">
          <div class="grey" :style="{ backgroundImage: one.picture }" />
          <div class="ink" :style="{ background: one.colour }" />
        </div>
      </div>
    </div>
    <div class="off">
      <SliderField
        label="Plates off by"
        :model-value="offMm"
        unit="mm"
        :limits="MOST"
        :step="0.01"
        :min="0"
        :max="0.5"
        :commit="
          (mm: number) => {
            offMm = mm;
            return null;
          }
        " />
    </div>
  </div>
</template>

<style scoped>
.press {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-height: 0;
  padding: 0 14px;
}
.room {
  container-type: size;
}
.sheet {
  position: relative;
  isolation: isolate;
  margin: 0 auto;
  background: #fff;
  overflow: hidden;
}
.plate {
  position: absolute;
  inset: 0;
  isolation: isolate;
  mix-blend-mode: multiply;
}
.grey,
.ink {
  position: absolute;
  inset: 0;
}
.grey {
  background-size: 100% 100%;
}
/* Black becomes the ink, white stays white. */
.ink {
  mix-blend-mode: screen;
}
.off {
  max-width: 420px;
  width: 100%;
  margin: 8px auto 0;
}
</style>
