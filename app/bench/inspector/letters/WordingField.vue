<script lang="ts">
/**
 * Where the caret was in a field that gave way to another while it was typed into, and the gesture of its keys; null
 * for none.
 */
let handedOver: { readonly from: number; readonly to: number; readonly gesture: string } | null = null;
</script>

<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { curlyQuote } from '#core/piece/wording/quotes';
import { rewordSteps } from '#core/piece/wording/reword';
import { useCaretKeys } from '~/composables/useCaretKeys';
import { newGesture } from '~/gestures/newGesture';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/**
 * The words of the selected lettering, typed. A part of its own, so that a key renders nothing else beside the sheet.
 */
const store = usePiece();
const faces = useFaces();
const view = useView();
useWarmUp();
const { caretKey } = useCaretKeys();
const field = useTemplateRef<HTMLTextAreaElement>('field');
const lettering = computed(() => store.selectedLettering);
let gesture = newGesture();

/** What is picked in the field is picked on the sheet, and the other way round. */
function tellRange(): void {
  const { selectionStart: from, selectionEnd: to } = field.value!;
  if (view.range?.from !== from || view.range.to !== to) view.range = { from, to };
}
watch(
  () => view.range,
  (range) => {
    const input = field.value;
    if (!range || !input || !view.typing || (input.selectionStart === range.from && input.selectionEnd === range.to))
      return;
    input.setSelectionRange(range.from, range.to);
  },
);
useEventListener(document, 'selectionchange', () => {
  if (document.activeElement === field.value) tellRange();
});
onBeforeUnmount(() => {
  const input = field.value;
  handedOver =
    input && document.activeElement === input && lettering.value
      ? { from: input.selectionStart, to: input.selectionEnd, gesture }
      : null;
  // Only a field that takes its place at once goes on with it.
  void nextTick(() => {
    handedOver = null;
  });
  view.range = null;
  view.typing = false;
});
// The panel of new lettering may follow after its first words have been typed: what is typed next goes on in its field.
onMounted(() => {
  const place = handedOver;
  handedOver = null;
  if (!place || !field.value) return;
  field.value.focus({ preventScroll: true });
  field.value.setSelectionRange(place.from, place.to);
  // It is one stay in the field.
  gesture = place.gesture;
});

/** One stay in the field is one gesture. */
function begin(): void {
  view.typing = true;
  gesture = newGesture();
}
function type(event: Event): void {
  if (!lettering.value) return;
  sheetFirst(() => store.settled);
  store.edit(
    'Change wording',
    rewordSteps(store.piece!, lettering.value, (event.target as HTMLTextAreaElement).value.replace(/\r/g, '')),
    gesture,
  );
  tellRange();
}
/** A straight quote that is typed becomes a curly one, unless straight ones are wanted. */
function curl(event: InputEvent): void {
  const input = field.value!;
  if (event.inputType !== 'insertText' || event.isComposing || !event.data || view.straightQuotes) return;
  const { selectionStart: from, selectionEnd: to, value } = input;
  const typed = curlyQuote(value.slice(0, from), event.data);
  if (!typed) return;
  event.preventDefault();
  input.setRangeText(typed.text, from - typed.replaces, to, 'end');
  input.dispatchEvent(new InputEvent('input', { bubbles: true }));
}
function done(): void {
  view.typing = false;
  view.range = null;
}
function onEnter(event: KeyboardEvent): void {
  // Enter is done with the words; Shift and Enter begins another line.
  // While an input method composes, its Enter takes what it proposes.
  if (event.shiftKey || event.isComposing || event.keyCode === 229) return;
  event.preventDefault();
  leave(event.target as HTMLTextAreaElement);
}
/** The keys go back to the sheet. Without words there is nothing to work on. */
function leave(input: HTMLTextAreaElement): void {
  input.blur();
  if (lettering.value?.wording === '') store.select([]);
}

/** Begins typing: with everything picked, or with the caret at a place. */
function focus(at?: number): void {
  field.value?.focus({ preventScroll: at !== undefined });
  if (at === undefined) field.value?.select();
  else field.value?.setSelectionRange(at, at);
}
defineExpose({ focus });
</script>

<template>
  <!-- A form of its own: at each key a browser reads through all the fields of the form that a field is in, for filling in, and without one through those of the whole page. -->
  <form v-if="lettering" autocomplete="off" @submit.prevent>
    <textarea
      ref="field"
      class="wording"
      dir="auto"
      :value="lettering.wording"
      rows="1"
      maxlength="5000"
      aria-label="Wording"
      placeholder="Type the words"
      :style="{ fontFamily: faces.cssFamily(lettering.faceId) }"
      spellcheck="false"
      title="Shift and Enter begins another line"
      @focus="begin"
      @blur="done"
      @beforeinput="curl($event as InputEvent)"
      @input="type"
      @keydown.enter="onEnter"
      @keydown="caretKey($event, gesture)"
      @keydown.escape="leave($event.target as HTMLTextAreaElement)" />
  </form>
</template>

<style scoped>
.wording {
  display: block;
  width: 100%;
  field-sizing: content;
  min-height: 36px;
  max-height: 150px;
  padding: 6px 10px;
  font-size: 17px;
  line-height: 1.3;
  background: var(--field);
  border: 1px solid var(--hairline);
  border-radius: 7px;
  resize: none;
  color: var(--ink);
}
.wording:focus {
  border-color: var(--teal);
  box-shadow: 0 0 0 1px var(--teal);
  outline: none;
}
.wording::placeholder {
  font-family: var(--ua-type);
  font-size: 13px;
}
</style>
