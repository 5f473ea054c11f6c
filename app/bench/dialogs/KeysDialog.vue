<script setup lang="ts">
import { COMMANDS, keyName, type Command } from '~/commands';
import { useView } from '~/stores/view';

/** Everything that can be done by keys, from the table of commands and of what the pointer takes. */
const view = useView();
const commands = inject(COMMANDS)!;
const HAND: readonly (readonly [keys: string, what: string])[] = [
  ['Arrows', 'nudge by 0.1 mm, with Shift by 1 mm'],
  ['Ctrl C, Ctrl X', 'copy or cut what is selected; other programs get its outlines'],
  ['Ctrl V', 'paste; words alone go onto the selected curve. With Shift in place'],
  ['Enter, with a tool', 'put down what it makes: in the middle of the sheet, or on the selected curve'],
  ['Alt ← →, in words', 'the gap at the caret; with Shift the tracking; with Ctrl ten times as much'],
  ['Alt ↑ ↓, in words', 'the baseline; with Shift the size'],
  ['Shift, drag', 'turn words over; keep lines level, upright or at 45°; move a curve whole'],
  ['Two fingers', 'zoom and pan'],
  ['Wheel', 'zoom to the pointer; with Shift pan'],
  ['Space, drag', 'pan'],
  ['Drag on the desk', 'select what lies in the frame; with Shift too'],
  ['Shift, click', 'add to the selection, or take away from it'],
  ['Alt, click', 'select what lies beneath'],
  ['Alt, drag', 'without snapping'],
  ['Right click, Menu key', 'what lies there, and what can be done with it'],
  ['Ctrl, drag words', 'onto another curve at once; else hold them over it'],
  ['Drag a row among others', 'words go onto the curve of those; with Ctrl onto the one right below'],
  ['Esc, while dragging', 'take the drag back'],
];
const rows = computed(() => [
  ...Object.values<Command>(commands)
    .filter(({ keys }) => keys.length > 0)
    .map((one): readonly [string, string] => [
      [...new Set(one.keys.map((key) => keyName(key.replace(/^Shift-(?=[^a-z]$)/, ''))))].join(' or '),
      one.label.charAt(0).toLowerCase() + one.label.slice(1),
    ]),
  ...HAND,
]);
</script>

<template>
  <el-dialog v-model="view.keys" title="Keys" width="760px" align-center>
    <dl>
      <div v-for="[keys, what] in rows" :key="keys + what">
        <dt>{{ keys }}</dt>
        <dd>{{ what }}</dd>
      </div>
    </dl>
    <TickField :model-value="view.singleKeys" @change="view.singleKeys = $event"
      >Single letters, digits and signs are keys</TickField
    >
  </el-dialog>
</template>

<style scoped>
dl {
  columns: 2;
  column-gap: 28px;
  margin: 0 0 16px;
}
div {
  display: grid;
  grid-template-columns: 124px 1fr;
  gap: 10px;
  padding: 3px 0;
  break-inside: avoid;
}
dt {
  font-weight: 500;
}
dd {
  margin: 0;
  color: var(--ink-soft);
}
</style>
