<script setup lang="ts">
import type { EditLabel } from '#core/editing/labels';
import { Eye, EyeOff, Group, Lock, LockOpen } from 'lucide-vue-next';
import { inksOf } from '#core/drawing/inks';
import { itemKind, nameOf } from '#core/drawing/items/index';
import { withGroup } from '#core/editing/edits/groups';
import { findCurve, isLettering, isOrnaments, type Item } from '#core/piece/types';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** One item in the list: its ink, its name or its words in their own face, and what can be switched of it. */
const props = defineProps<{ item: Item; nested?: boolean }>();
const emit = defineEmits<{ key: [event: KeyboardEvent] }>();
const store = usePiece();
const view = useView();
const faces = useFaces();
useSidePanel();

const chosen = computed(() => store.selection.includes(props.item.id));
const words = computed(() => (isLettering(props.item) ? props.item : null));
const hidden = computed(() => 'hidden' in props.item && props.item.hidden);
const name = computed(() => nameOf(props.item));
const ink = computed(() => inksOf(store.piece!).get(itemKind(props.item).ink(props.item) ?? '')?.screen ?? null);
/** What stands beside the name: its own words, and the curve where that does not follow in the list. */
const said = computed(() => {
  const { item, nested } = props;
  const on =
    !nested && (isLettering(item) || isOrnaments(item)) ? `on ${findCurve(store.piece!, item.curveId)?.name}` : '';
  const own = isLettering(item) ? '' : hidden.value ? 'hidden' : itemKind(item).summary(item);
  return [own, on].filter((one) => one !== '').join(', ');
});
const SWITCHES = [
  { field: 'hidden', on: 'Hide', off: 'Show', icons: [Eye, EyeOff] },
  { field: 'locked', on: 'Lock', off: 'Unlock', icons: [LockOpen, Lock] },
] as const;
const switches = computed(() =>
  SWITCHES.filter(({ field }) => field in props.item).map(({ field, on, off, icons }) => {
    const value = (props.item as unknown as Record<string, boolean>)[field]!;
    return { field, value, word: value ? off : on, icon: icons[value ? 1 : 0] };
  }),
);
const flip = (label: EditLabel, field: string, value: boolean): void => {
  const problem = store.set(label, props.item.id, [field], value);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
};

/** What it is in a group with; nothing for what stands by itself. */
const group = computed(() => {
  const all = withGroup(store.piece!, props.item.id);
  return all.length > 1 ? all : [];
});
const shownSwitches = computed(
  () => switches.value.filter(({ value }) => value).length + (group.value.length > 0 ? 1 : 0),
);

/** With Shift or Ctrl a click adds to what is picked. */
const pick = (event: MouseEvent): void => {
  if (event.shiftKey || event.ctrlKey || event.metaKey) store.toggle(props.item.id);
  else store.select([props.item.id]);
};

/** The name while it is changed in its place; null else. Words are changed in their own field. */
const draft = ref<string | null>(null);
const field = useTemplateRef<HTMLInputElement>('field');
const main = useTemplateRef<HTMLButtonElement>('main');
function rename(): void {
  if (words.value) {
    store.select([props.item.id]);
    view.askForWords();
    return;
  }
  draft.value = name.value;
  void nextTick(() => field.value?.select());
}
function take(back: boolean): void {
  const to = draft.value?.trim() ?? '';
  draft.value = null;
  if (to !== '' && to !== name.value) {
    const problem = store.set('Rename', props.item.id, ['name'], to);
    if (problem) store.notice = { kind: 'warning', text: problem.message };
  }
  if (back) void nextTick(() => main.value?.focus());
}
function leave(): void {
  draft.value = null;
  void nextTick(() => main.value?.focus());
}
function onKey(event: KeyboardEvent): void {
  if (event.key !== 'F2') {
    emit('key', event);
    return;
  }
  event.preventDefault();
  rename();
}
</script>

<template>
  <li
    :class="{ chosen, nested }"
    :style="{ paddingRight: `${shownSwitches * 22}px` }"
    :data-row="item.id"
    :data-lit="view.lit === item.id || undefined"
    @pointerenter="view.light(item.id, $event)"
    @pointerleave="view.lit = null">
    <input
      v-if="draft !== null"
      ref="field"
      v-model="draft"
      class="rename"
      maxlength="200"
      :aria-label="`Name of ${name}`"
      @blur="take(false)"
      @keydown.enter.prevent.stop="take(true)"
      @keydown.escape.prevent.stop="leave" />
    <button
      v-else
      ref="main"
      type="button"
      class="main"
      :aria-pressed="chosen"
      :title="words ? 'Double-click to type its words' : 'Double-click or F2 to rename it'"
      @click="pick"
      @dblclick="rename"
      @keydown="onKey">
      <span class="swatch" :class="{ none: !ink }" :style="{ background: ink ?? undefined }" />
      <span
        class="name"
        :class="{ words, hidden }"
        :style="words ? { fontFamily: faces.cssFamily(words.faceId) } : undefined"
        >{{ name }}</span
      >
      <LetteringState v-if="words" class="state" :lettering="words" :on="said" />
      <span v-else-if="said" class="said quiet">{{ said }}</span>
    </button>
    <span class="switches">
      <button
        v-if="group.length > 0"
        type="button"
        class="switch on"
        :aria-label="`Select the group of ${name}`"
        :title="`In a group of ${group.length}: select all of it`"
        @click="store.select(group)">
        <Group :size="14" />
      </button>
      <button
        v-for="{ field: flag, value, word, icon } in switches"
        :key="flag"
        type="button"
        class="switch"
        :class="{ on: value }"
        :aria-label="`${word} ${name}`"
        :title="word"
        @click="flip(word, flag, !value)">
        <component :is="icon" :size="14" />
      </button>
    </span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  position: relative;
  border: 1px solid transparent;
  border-radius: 6px;
}
/* No class: that of a row that is dragged would be lost with each change of it. */
li[data-lit],
li:hover {
  background: #f0eadb;
}
/* Words stand on their curve in the list too. */
li.nested {
  margin-left: 9px;
  border-left: 2px solid var(--hairline);
  border-radius: 0 6px 6px 0;
}
li.chosen {
  border-color: var(--teal);
  background: var(--teal-wash);
}
.main {
  display: grid;
  grid-template-columns: 12px minmax(0, 1fr) auto;
  align-items: center;
  gap: 2px 7px;
  min-height: 28px;
  padding: 3px 2px 3px 6px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.said {
  font-size: 12px;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
  max-width: 92px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.state {
  grid-column: 2 / -1;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 500;
}
.name.words {
  grid-column: 2 / -1;
  font-size: 15px;
  font-weight: 400;
  line-height: 1.25;
}
.name.hidden {
  opacity: 0.45;
}
.swatch {
  width: 12px;
  height: 12px;
  border-radius: 4px;
  border: 1px solid #20303a40;
}
.swatch.none {
  background: repeating-linear-gradient(135deg, #fff 0 3px, #d2ccbd 3px 4px);
}
.switches {
  position: absolute;
  top: 1px;
  right: 1px;
  display: flex;
  border-radius: 5px;
}
li:hover .switches,
li:focus-within .switches {
  background: #f0eadb;
}
li.chosen:hover .switches,
li.chosen:focus-within .switches {
  background: var(--teal-wash);
}
.switch {
  display: none;
  place-items: center;
  width: 22px;
  height: 26px;
  padding: 0;
  border: 0;
  border-radius: 5px;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
}
li:hover .switch,
li:focus-within .switch,
.switch.on {
  display: grid;
}
.switch:hover {
  color: var(--teal);
}
.rename {
  min-width: 0;
  height: 28px;
  padding: 0 6px;
  border: 1px solid var(--teal);
  border-radius: 6px;
  background: var(--field);
  font-weight: 500;
}
</style>
