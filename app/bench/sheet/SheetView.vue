<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core';
import type { Lettering } from '#core/piece/types';
import { withGroup } from '#core/editing/edits/groups';
import type { DraggedKind } from '#core/curves/draft';
import { letterAt } from '#core/setting/hand/caret';
import { bookendAt } from '#core/setting/hand/grips';
import { usePinch } from '~/composables/usePinch';
import { useArrowKeys } from '~/gestures/useArrowKeys';
import { idsAt } from '~/gestures/press/usePicking';
import { usePresses } from '~/gestures/press/usePresses';
import { usePointTools } from '~/gestures/usePointTools';
import { endNudges, nudgeRun } from '~/gestures/nudgeRun';
import { useSheetGestures } from '~/gestures/useSheetGestures';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

const emit = defineEmits<{ typing: [at?: number]; remove: [id: string] }>();

const store = usePiece();
const view = useView();
const surface = useTemplateRef<SVGSVGElement>('surface');
const gestures = useSheetGestures(surface);
const nudge = useArrowKeys(gestures);
usePinch(surface);
const tools = usePointTools({ at: gestures.at, add: gestures.addCurve });
const spaceHeld = ref(false);

const { width, height } = useElementSize(surface);
watch([width, height], ([w, h], [oldW]) => {
  if (!w || !h) return;
  view.width = w;
  view.height = h;
  if ((!oldW || refit) && store.piece) view.fit(store.piece.sheet);
  refit = false;
});
/** Alone, the sheet has another room: it is shown whole in it, and again when the rest is back. */
let refit = false;
watch(
  () => view.clean === 'alone',
  () => {
    refit = true;
  },
  { flush: 'sync' },
);
watch(
  () => store.id,
  () => {
    if (store.piece && view.width) view.fit(store.piece.sheet);
  },
);

const paper = computed(() => store.piece!.paper);
const size = computed(() => store.piece!.sheet);
const sheet = computed(() => {
  const { widthMm, heightMm } = size.value;
  const corner = view.toScreen({ x: 0, y: 0 });
  return { ...corner, width: widthMm * view.scale, height: heightMm * view.scale };
});

const { miss, onDesk, onCurve, onInside, onPlaced, onLettering } = usePresses({
  gestures,
  tools,
  spaceHeld,
  askForWords: () => emit('typing'),
});

/** What the tool in hand makes, put down by a key: a curve in the middle of the sheet, or words on the curve selected. */
watch(
  () => view.placesAsked,
  async () => {
    const { tool } = view;
    if (tool === 'letter' && store.selectedCurve) {
      if (gestures.letterByKey(store.selectedCurve)) emit('typing');
    } else if (tool !== 'pick' && tool !== 'letter' && tool !== 'cut' && !drawsPoints.value) {
      gestures.addFitting(tool as DraggedKind);
      await nextTick();
      // Its size is asked for at once.
      const [, field] = document.querySelectorAll<HTMLInputElement>('.inspector input');
      field?.focus();
      field?.select();
    }
  },
);

function onBookendKey(lettering: Lettering, which: 'start' | 'end', by: number): void {
  const u = which === 'start' ? lettering.bookends.startU : lettering.bookends.endU;
  const track = store.trackUnder(lettering);
  if (!track || lettering.locked) return;
  const grip = bookendAt(lettering, track, which, u + by / 360, 0);
  store.set('Move bookend', lettering.id, ['bookends'], grip.value, `bookend-${which}-${lettering.id}${nudgeRun()}`);
}

/** Double click: on lettering, its words; anywhere near a curve, new lettering. */
function onDouble(event: MouseEvent): void {
  const target = event.target as Element;
  if (tools.busy.value) {
    tools.finish();
    return;
  }
  const over = target.closest('[data-lettering]')?.getAttribute('data-lettering');
  if (over) {
    const set = store.settings.get(over);
    emit('typing', set?.ok ? letterAt(set.value, gestures.at(event))?.caret : undefined);
    return;
  }
  if (view.tool === 'pick' && gestures.letterAt(gestures.at(event))) emit('typing');
}

/** The menu: of what lies under the pointer, or of what is selected where it was asked for by a key. */
function onMenu(event: MouseEvent): void {
  event.preventDefault();
  if (view.tool !== 'pick') return;
  const ids = idsAt(event);
  const [top] = ids;
  if (top === undefined) store.select([]);
  else if (!ids.some((id) => store.selection.includes(id))) store.select(withGroup(store.piece!, top));
  view.menu = { x: event.clientX, y: event.clientY, ids };
}

function onWheel(event: WheelEvent): void {
  event.preventDefault();
  const box = surface.value!.getBoundingClientRect();
  if (event.shiftKey) view.panBy(-(event.deltaX || event.deltaY), event.deltaX ? -event.deltaY : 0);
  else view.zoomAt({ x: event.clientX - box.left, y: event.clientY - box.top }, Math.exp(-event.deltaY * 0.0015));
}

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (
    tools.busy.value &&
    (event.key === 'Enter' || event.key === 'Escape') &&
    (event.target as Element).closest('input, button') === null
  ) {
    if (event.key === 'Enter') tools.finish();
    else tools.clear();
    event.stopImmediatePropagation();
    return;
  }
  if (event.code === 'Space' && (event.target as Element).closest('input, textarea, button, [role]') === null) {
    spaceHeld.value = true;
    event.preventDefault();
  }
});
useEventListener(window, 'keyup', (event: KeyboardEvent) => {
  if (event.code === 'Space') spaceHeld.value = false;
  if (event.key.startsWith('Arrow')) endNudges();
});

const drawsPoints = computed(() => view.tool === 'points' || view.tool === 'pen' || view.tool === 'sketch');

const frame = computed(() => {
  if (!view.frame) return null;
  const [a, b] = [view.toScreen(view.frame.min), view.toScreen(view.frame.max)];
  return { x: a.x, y: a.y, width: b.x - a.x, height: b.y - a.y };
});
</script>

<template>
  <section
    class="desk"
    aria-label="Sheet"
    :aria-busy="!store.settled"
    :class="[`tool-${view.tool}`, `show-${view.clean}`, { panning: spaceHeld }]">
    <svg
      ref="surface"
      class="surface"
      @pointerdown="onDesk"
      @pointermove="tools.move"
      @wheel="onWheel"
      @dblclick="onDouble"
      @contextmenu="onMenu">
      <rect class="paper" :x="sheet.x" :y="sheet.y" :width="sheet.width" :height="sheet.height" :fill="paper" />
      <SheetTracings />
      <g class="centre-lines" aria-hidden="true">
        <line :x1="sheet.x + sheet.width / 2" :x2="sheet.x + sheet.width / 2" y1="0" :y2="view.height" />
        <line :y1="sheet.y + sheet.height / 2" :y2="sheet.y + sheet.height / 2" x1="0" :x2="view.width" />
      </g>
      <g :transform="view.transform"><SheetArt /></g>
      <SheetGuides />
      <SheetInsides @inside="onInside" />
      <SheetPlacedArt @placed="onPlaced" @nudge="nudge" @remove="emit('remove', $event)" />
      <SheetGrips
        @curve="onCurve"
        @inside="onInside"
        @lettering="onLettering"
        @nudge="nudge"
        @remove="emit('remove', $event)" />
      <SheetMarks
        @bookend="
          (event, lettering, which) => {
            event.stopPropagation();
            gestures.dragBookend(event, lettering, which);
          }
        "
        @anchor="
          (event, lettering) => {
            event.stopPropagation();
            gestures.dragAnchor(event, lettering);
          }
        "
        @bookend-key="onBookendKey"
        @handle-key="gestures.nudgeHandle"
        @handle="
          (event, curve, id) => {
            event.stopPropagation();
            gestures.dragHandle(event, curve, id);
          }
        "
        @resize="
          (event, curve, withLetters) => {
            event.stopPropagation();
            gestures.dragResize(event, curve, withLetters);
          }
        " />
      <SheetTurn
        v-if="view.tool === 'pick'"
        @turn="
          (event) => {
            event.stopPropagation();
            gestures.dragTurn(event);
          }
        "
        @turn-by="gestures.turnBy" />
      <SheetGaps />
      <SheetDraft v-if="drawsPoints" :tools="tools" />
      <SheetRulers v-if="view.clean !== 'alone'" />
      <rect v-if="frame" class="frame" v-bind="frame" />
    </svg>
    <SheetTip />
    <SheetHint v-if="!drawsPoints" :miss="miss" />
    <OversetFits />
    <DraftBar v-if="drawsPoints" :tools="tools" />
    <ZoomBar v-if="view.clean !== 'alone'" />
  </section>
</template>

<style scoped>
.desk {
  position: relative;
  min-width: 0;
  min-height: 0;
  background: var(--desk);
  overflow: hidden;
}
.surface {
  display: block;
  width: 100%;
  height: 100%;
  touch-action: none;
  user-select: none;
}
.panning .surface {
  cursor: grabbing;
}
.desk:not(.tool-pick) .surface {
  cursor: crosshair;
}
.desk:not(.tool-pick):not(.tool-letter):not(.tool-cut) :deep(.grips *) {
  pointer-events: none;
}
.desk:not(.tool-pick) :deep(.tracings *),
.desk:not(.tool-pick) :deep(.marks *),
.desk:not(.tool-pick) :deep(.guides [data-guide] *) {
  pointer-events: none;
}
.tool-letter :deep(.edge) {
  cursor: text;
}
.tool-cut :deep(.edge) {
  cursor: crosshair;
}
.tool-cut :deep(.cover) {
  pointer-events: none;
}
.show-plain :deep(.grips),
.show-plain :deep(.marks),
.show-plain :deep(.guides),
.show-plain :deep(.gaps),
.show-plain .centre-lines,
.show-alone :deep(.grips),
.show-alone :deep(.marks),
.show-alone :deep(.guides),
.show-alone :deep(.gaps),
.show-alone .centre-lines {
  opacity: 0;
}
.paper {
  stroke: var(--hairline);
}
.centre-lines line {
  stroke: #8fa39f;
  stroke-width: 1;
  stroke-dasharray: 1 4;
  pointer-events: none;
}
.frame {
  fill: #0f6b6b14;
  stroke: var(--teal);
  stroke-dasharray: 5 3;
  pointer-events: none;
}
</style>
