<script setup lang="ts">
import { curveKind } from '#core/curves/index';
import type { Curve, Lettering } from '#core/piece/types';
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import { traceLetters } from '#core/drawing/traceLetters';
import { caretAt, letterBox, lettersIn } from '#core/setting/hand/caret';
import { linesOf } from '#core/setting/line/set';
import { useLines } from '~/composables/useLines';
import { usePlaceMarks } from '~/composables/usePlaceMarks';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Marks on what is selected: band, bookends, anchor, the handles of a curve; and overset letters in rust. */
const emit = defineEmits<{
  bookend: [event: PointerEvent, lettering: Lettering, which: 'start' | 'end'];
  anchor: [event: PointerEvent, lettering: Lettering];
  bookendKey: [lettering: Lettering, which: 'start' | 'end', by: number];
  handle: [event: PointerEvent, curve: Curve, handleId: string];
  handleKey: [curve: Curve, handleId: string, x: number, y: number];
  resize: [event: PointerEvent, curve: Curve, withLetters: boolean];
}>();

const store = usePiece();
const view = useView();

const { line, parallel } = useLines();
/** What is hidden has no marks. */
const set = computed(() => (store.selectedLettering?.hidden ? null : store.selectedSetting));

const hairline = computed(() => {
  if (!store.selectedCurve) return '';
  const track = store.trackOf(store.selectedCurve.id);
  return track ? parallel(track.path) : '';
});
const band = computed(() => {
  if (!set.value) return null;
  const { path, direction, baselineMm, capMm } = set.value;
  return { baseline: parallel(path, baselineMm, direction), capLine: parallel(path, baselineMm + capMm, direction) };
});

const { bookends, anchor } = usePlaceMarks();

const oversetData = computed(() =>
  [...store.settings.values()]
    .flatMap((one) => (one.ok && !one.value.lettering.hidden ? linesOf(one.value) : []))
    .flatMap((line) =>
      line.overset.letters.length + line.folded.length > 0
        ? [screenPathData((sink) => traceLetters(line, sink, [...line.overset.letters, ...line.folded]), UNIT_MM.fine)]
        : [],
    ),
);

/** Letters that do not fit are shown in a colour that no ink of the piece comes near to. */
const overset = computed(() => oversetColour(store.piece!));

/** Several things at once have no handles. */
const alone = computed(() => store.several.length < 2);

const handles = computed(() => {
  // While another tool is in hand the handles would only be in its way.
  const curve = alone.value && store.curveIsSelected && view.tool === 'pick' ? store.selectedCurve : null;
  return curve
    ? curveKind(curve.shape)
        .handles(curve.shape)
        .map((handle) => ({
          curve,
          handle,
          stem: handle.from && view.toScreen(handle.from),
          ...view.toScreen(handle.at),
        }))
    : [];
});

/** Where words are typed: the caret, or what is picked of them; and where the first words will stand. */
const caret = computed(() => {
  const current = set.value;
  if (!current || (!view.typing && current.lettering.wording !== '')) return null;
  const at = view.range ?? { from: 0, to: 0 };
  if (at.from !== at.to) return null;
  const { foot, head } = caretAt(current, at.from);
  return Number.isFinite(foot.x) ? { foot: view.toScreen(foot), head: view.toScreen(head) } : null;
});
const picked = computed(() => {
  if (!set.value || !view.range || view.range.from === view.range.to) return '';
  return lettersIn(set.value, view.range.from, view.range.to)
    .map((ref) => `${line(letterBox(ref))}Z`)
    .join('');
});

function take(event: PointerEvent, curve: Curve, handleId: string): void {
  view.node = handleId.startsWith('node-') ? Number(handleId.slice(5)) : view.node;
  emit('handle', event, curve, handleId);
}
watch(
  () => store.selectedId,
  () => {
    view.node = null;
  },
);

function onHandleKey(event: KeyboardEvent, curve: Curve, handleId: string): void {
  if (handleId.startsWith('node-')) view.node = Number(handleId.slice(5));
  const way = arrowWay(event);
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  emit('handleKey', curve, handleId, way.x, way.y);
}

function onBookendKey(event: KeyboardEvent, which: 'start' | 'end'): void {
  const sign = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
  if (!sign || !set.value) return;
  event.preventDefault();
  event.stopPropagation();
  emit('bookendKey', set.value.lettering, which, sign * (event.shiftKey ? 10 : 1));
}
</script>

<template>
  <g class="marks">
    <g :transform="view.transform" class="overset" :fill="overset"
      ><path v-for="(d, i) in oversetData" :key="i" :d="d" :transform="`scale(${UNIT_MM.fine})`"
    /></g>
    <path v-if="hairline" :d="hairline" class="hairline" />
    <template v-if="band">
      <path :d="band.baseline" class="baseline" />
      <path :d="band.capLine" class="capline" />
    </template>
    <path v-if="picked" :d="picked" class="picked-letters" />
    <TypingCaret v-if="caret" :foot="caret.foot" :head="caret.head" />
    <g
      v-for="mark in bookends"
      :key="mark.which"
      class="bookend"
      tabindex="0"
      role="slider"
      :data-bookend="mark.which"
      :aria-label="mark.name"
      :aria-valuetext="mark.name"
      :aria-valuenow="mark.percent"
      aria-valuemin="0"
      aria-valuemax="100"
      @pointerdown="emit('bookend', $event, set!.lettering, mark.which)"
      @keydown="onBookendKey($event, mark.which)">
      <line :x1="mark.a.x" :y1="mark.a.y" :x2="mark.b.x" :y2="mark.b.y" class="bar" />
      <path :d="mark.grip" fill="transparent" />
      <path :d="mark.tab" class="tab" />
      <path v-if="mark.lines" :d="mark.lines" class="lines" />
    </g>
    <g
      v-if="anchor"
      class="anchor"
      data-anchor
      aria-hidden="true"
      @pointerdown="emit('anchor', $event, set!.lettering)">
      <!-- A press that misses the mark by little must not reach the curve beneath. -->
      <circle :cx="anchor.at.x" :cy="anchor.at.y" r="13" fill="transparent" stroke="none" />
      <path :d="anchor.d" />
    </g>
    <SheetResizers @resize="(event, curve, withLetters) => emit('resize', event, curve, withLetters)" />
    <line
      v-for="{ handle, stem, x, y } in handles.filter((one) => one.stem)"
      :key="`stem-${handle.id}`"
      class="stem"
      :x1="stem!.x"
      :y1="stem!.y"
      :x2="x"
      :y2="y" />
    <circle
      v-for="{ curve, handle, x, y } in handles"
      :key="handle.id"
      class="handle"
      :class="{ centre: handle.id === 'centre', tip: handle.from, picked: handle.id === `node-${view.node}` }"
      :cx="x"
      :cy="y"
      :r="handle.id === 'centre' ? 5 : handle.from ? 4.5 : 6.5"
      :data-handle="handle.id"
      role="button"
      tabindex="0"
      :aria-label="`${handle.name}. Arrow keys move it.`"
      @keydown="onHandleKey($event, curve, handle.id)"
      @pointerdown="take($event, curve, handle.id)" />
  </g>
</template>

<style scoped>
.marks > path,
.overset {
  pointer-events: none;
}
.overset path {
  stroke: #fff;
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
  paint-order: stroke;
}
.hairline {
  fill: none;
  stroke: var(--teal);
  stroke-width: 1;
}
.baseline {
  fill: none;
  stroke: var(--brass-light);
  stroke-width: 1;
}
.capline {
  fill: none;
  stroke: var(--brass-light);
  stroke-width: 1;
  stroke-dasharray: 4 3;
}
.picked-letters {
  fill: #0f6b6b2e;
  stroke: var(--teal);
  stroke-width: 1;
  stroke-dasharray: 2 2;
}
.bookend {
  cursor: ew-resize;
}
.bookend:focus-visible {
  outline: none;
}
.bookend .bar {
  stroke: var(--brass-light);
  stroke-width: 2;
}
.bookend .tab {
  fill: var(--brass-light);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.bookend .lines {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
  pointer-events: none;
}
.bookend:hover .tab,
.bookend:focus-visible .tab {
  fill: #ffd98a;
  stroke-width: 2.5;
}
.anchor {
  cursor: ew-resize;
}
.anchor path {
  fill: var(--teal);
  stroke: #fff;
  stroke-width: 1.5;
}
.handle {
  fill: var(--brass-light);
  stroke: var(--ink);
  stroke-width: 1.5;
  cursor: move;
}
.handle.centre {
  fill: var(--paper);
  stroke: var(--brass);
  stroke-width: 2.5;
}
.handle.tip {
  fill: var(--paper);
  stroke: var(--brass);
}
.handle.picked {
  fill: var(--teal);
  stroke: #fff;
}
.stem {
  stroke: var(--brass);
  pointer-events: none;
}
.handle:focus-visible {
  outline: none;
  stroke: var(--teal);
  stroke-width: 3;
}
.handle:hover {
  fill: #ffd98a;
}
</style>
