<script setup lang="ts">
import { usePictures } from '~/composables/usePictures';
import { useView, type Tool } from '~/stores/view';
import type { PicturePart } from '../../controls/LinePicture.vue';

/** The ways to add a curve, and the tool that sets lettering. */
const view = useView();
const CURVES: readonly { tool: Tool; name: string; path: string; title?: string }[] = [
  { tool: 'circle', name: 'Circle', path: 'M12 4a8 8 0 1 1-.01 0Z' },
  { tool: 'arc', name: 'Arc', path: 'M3 16a10 10 0 0 1 18 0' },
  {
    tool: 'points',
    name: 'Through points',
    path: 'M12 5a7 7 0 1 1-.01 0ZM12 5h.01M18 15.5h.01M6 15.5h.01',
    title: 'Circle or arc through points',
  },
  { tool: 'ellipse', name: 'Ellipse', path: 'M12 6c5.5 0 9.5 2.7 9.5 6s-4 6-9.5 6-9.5-2.7-9.5-6 4-6 9.5-6Z' },
  {
    tool: 'spiral',
    name: 'Spiral',
    path: 'M12 12c1-1.6 3.2-.4 2.8 1.6-.5 2.600-4 3.200-5.600 1.200-2-2.600-.4-6.600 3-7.400 4.400-1 8 2.400 7.600 6.600',
  },
  { tool: 'wave', name: 'Wave', path: 'M2.500 12c3-8 6.500-8 9.500 0s6.500 8 9.500 0' },
  { tool: 'line', name: 'Line', path: 'M4 18L20 6' },
  {
    tool: 'rectangle',
    name: 'Box',
    path: 'M6 6h12a2 2 0 0 1 2 2v8a2 2 0 0 1-2 2H6a2 2 0 0 1-2-2V8a2 2 0 0 1 2-2Z',
    title: 'Rectangle',
  },
  { tool: 'polygon', name: 'Polygon', path: 'M12 4l7 4v8l-7 4-7-4V8Z' },
  {
    tool: 'star',
    name: 'Star',
    path: 'M12 4l2.300 5.200 5.700.6-4.300 3.800 1.300 5.600-5-3-5 3 1.300-5.600L4 9.800l5.700-.6Z',
  },
  {
    tool: 'seal',
    name: 'Seal',
    path: 'M12 3l2 2 2.800-.6.8 2.700 2.700.8L19.700 11l1.600 2-2 2 .2 2.700-2.700.6-1.200 2.500-2.700-.7L11 21.500 8.800 20l-2.700.6-1-2.600-2.600-1 .7-2.700L1.900 12l1.700-2.200L3.100 7l2.700-.8.9-2.600 2.700.7Z',
    title: 'Disc with a rope, toothed or scalloped edge',
  },
  { tool: 'pen', name: 'Pen', path: 'M4 17C8 17 8 7 13 7s3 8 7 8M13 7h.01M4 17h.01M20 15h.01' },
  { tool: 'sketch', name: 'Sketch', path: 'M3 14c1.500-2 2.500 2 4 0s2-5 3.500-3 1 5 3 4 1.500-6 3.500-5 1.500 4 4 2' },
];
const bringing = ref(false);
const { busy, bring } = usePictures();
const pictureInput = useTemplateRef<HTMLInputElement>('pictureInput');
function onPicture(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) void bring(file);
}
const drawn = (d: string, chosen = false): PicturePart[] => [{ d, colour: chosen ? 'teal' : 'ink', line: 1.5 }];
/** A tool is taken in hand by the pointer; by the keyboard what it makes is put down at once. */
const choose = (tool: Tool, { detail }: MouseEvent): void => {
  view.tool = view.tool === tool && tool !== 'letter' ? 'pick' : tool;
  if (detail === 0 && view.tool !== 'pick') view.placesAsked++;
};
</script>

<template>
  <div class="add">
    <h2>Add a curve</h2>
    <div class="tools">
      <button
        v-for="{ tool, name, path, title } in CURVES"
        :key="tool"
        type="button"
        :aria-pressed="view.tool === tool"
        :title="title ?? name"
        :data-tool="tool"
        @click="choose(tool, $event)">
        <LinePicture :width="24" :height="22" :parts="drawn(path, view.tool === tool)" />
        {{ name }}
      </button>
      <button
        type="button"
        data-tool="bring-in"
        title="An SVG as curves or art, or a picture to print"
        @click="bringing = true">
        <LinePicture :width="24" :height="22" :parts="drawn('M12 4v10M8 10l4 4 4-4M5 18h14')" />
        File
      </button>
      <button
        type="button"
        data-tool="trace"
        :disabled="busy"
        title="A picture under the sheet, to trace; it is never printed"
        @click="pictureInput?.click()">
        <LinePicture :width="24" :height="22" :parts="drawn('M4 5h16v13H4ZM4 15l5-5 4 4 3-3 4 4M15.500 8.500h.01')" />
        {{ busy ? 'Wait…' : 'Trace' }}
      </button>
      <input
        ref="pictureInput"
        class="visually-hidden"
        type="file"
        accept="image/png,image/jpeg,image/webp"
        aria-label="Picture to trace"
        tabindex="-1"
        data-picture
        @change="onPicture" />
    </div>
    <h2>Set lettering</h2>
    <div class="tools">
      <button type="button" class="wide whole" :aria-pressed="view.tool === 'letter'" @click="choose('letter', $event)">
        <svg viewBox="0 0 40 22" width="40" height="22" aria-hidden="true">
          <path d="M4 20a18 18 0 0 1 32 0" fill="none" stroke="var(--brass)" stroke-width="1.4" />
          <text x="20" y="10" text-anchor="middle" font-size="10" font-weight="600" fill="currentColor">Ab</text>
        </svg>
        Click a curve
      </button>
    </div>
    <BringInDialog v-model="bringing" />
  </div>
</template>

<style scoped>
h2 {
  margin: 10px 0 6px;
}
.tools {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 5px;
}
.tools button {
  display: grid;
  justify-items: center;
  gap: 1px;
  padding: 6px 1px 5px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--field);
  cursor: pointer;
  font-size: 11px;
  font-stretch: 80%;
}
.tools .wide {
  grid-column: span 2;
  grid-auto-flow: column;
  justify-content: center;
  align-items: center;
  gap: 8px;
}
.tools .whole {
  grid-column: span 5;
}
.tools button:hover {
  border-color: #a9a28f;
}
.tools button[aria-pressed='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
  box-shadow: 0 0 0 1px var(--teal);
  color: var(--teal);
}
</style>
