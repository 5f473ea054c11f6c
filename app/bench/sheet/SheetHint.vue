<script setup lang="ts">
import { usePiece } from '~/stores/piece';
import { useView, type Tool } from '~/stores/view';

/** What can be done next, told at the foot of the sheet; at its head while something is dragged at the foot. */
const props = defineProps<{ miss: boolean }>();
const store = usePiece();
const view = useView();
const empty = computed(() => store.piece!.items.length === 0);

const HINTS: Partial<Record<Tool, string>> = {
  arc: 'Drag from the centre towards the middle of the arc.',
  line: 'Drag from end to end.',
  wave: 'Drag along the axis, from end to end.',
  rectangle: 'Drag from corner to corner.',
  cut: 'Click at a curve, where it is to be cut. Near a clock point it is cut there.',
};
const hint = computed(() => {
  if (view.dragHint) return view.dragHint;
  if (props.miss) return 'No curve there. Click close to a curve.';
  if (view.tool === 'letter')
    return empty.value
      ? 'Click where the words should stand, on a level line of their own. They can be put on a curve later.'
      : 'Click just outside or just inside a curve; away from any, words get a level line. Enter sets them on the selected curve.';
  if (view.tool !== 'pick')
    return `${HINTS[view.tool] ?? 'Drag from the centre outwards. A click gives one that fits the sheet.'}${view.tool === 'cut' ? '' : ' Enter puts one in the middle.'}`;
  return empty.value ? 'An empty sheet. Choose Circle on the left and drag from the centre outwards.' : '';
});
/** Nothing that is dragged is covered by what is said of it. */
const above = computed(
  () => view.dragHint !== '' && view.label !== null && view.toScreen(view.label.at).y > view.height / 2,
);
</script>

<template>
  <p v-if="hint && view.clean !== 'alone'" class="hint" :class="{ miss, above }" role="status">{{ hint }}</p>
</template>

<style scoped>
.hint {
  position: absolute;
  left: 50%;
  bottom: 54px;
  transform: translateX(-50%);
  padding: 7px 14px;
  border-radius: 8px;
  background: var(--ink);
  color: #fff;
  pointer-events: none;
  max-width: 80%;
  width: max-content;
  text-align: center;
}
.hint.miss {
  background: var(--rust);
}
.hint.above {
  top: 34px;
  bottom: auto;
}
</style>
