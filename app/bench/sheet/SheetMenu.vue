<script setup lang="ts">
import { onClickOutside } from '@vueuse/core';
import { itemKind, nameOf } from '#core/drawing/items/index';
import { findItem } from '#core/piece/types';
import { COMMANDS, firstKey, type Command } from '~/commands';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** What can be done at a place of the sheet: everything that lies there, and what can be done with what is selected. */
const store = usePiece();
const view = useView();
const commands = inject(COMMANDS)!;
const box = useTemplateRef<HTMLElement>('box');
const WIDTH = 268;

/** The commands of the menu, by what they are for. */
const PARTS: readonly (readonly (keyof typeof commands)[])[] = [
  ['editWords', 'turnOver', 'twin'],
  ['copy', 'cut', 'paste', 'pasteInPlace'],
  ['duplicate', 'turnCopy', 'takeLook', 'giveLook'],
  ['group', 'ungroup', 'lock', 'hide', 'isolate'],
  ['front', 'forward', 'back', 'behind'],
  ['deleteSelected'],
  ['selectAll', 'fitSheet'],
];

/** What applies is settled as the menu opens: it has the keys from then on. */
const parts = shallowRef<readonly (readonly Command[])[]>([]);
const lies = computed(() =>
  (view.menu?.ids ?? []).flatMap((id) => {
    const item = findItem(store.piece!, id);
    return item ? [{ id, name: nameOf(item), noun: itemKind(item).noun }] : [];
  }),
);
const place = computed(() => {
  const rows = lies.value.length + parts.value.reduce((sum, list) => sum + list.length + 0.3, 0) + 1;
  const high = Math.min(rows * 27 + 20, window.innerHeight - 16);
  return {
    left: `${Math.min(view.menu!.x, window.innerWidth - WIDTH - 8)}px`,
    top: `${Math.max(8, Math.min(view.menu!.y, window.innerHeight - high - 8))}px`,
  };
});

function close(): void {
  view.menu = null;
}
onClickOutside(box, close);
watch(
  () => view.menu,
  async (menu) => {
    if (!menu) return;
    parts.value = PARTS.map((names) =>
      names.map((name): Command => commands[name]).filter((one) => one.applies()),
    ).filter((list) => list.length > 0);
    await nextTick();
    box.value?.querySelector<HTMLElement>('button')?.focus();
  },
);

function choose(id: string): void {
  close();
  store.select([id]);
}
async function run(command: Command): Promise<void> {
  close();
  await nextTick();
  command.run();
}
/** The arrows go from row to row, Home and End to the first and the last. */
function onKey(event: KeyboardEvent): void {
  const rows = [...box.value!.querySelectorAll<HTMLElement>('button')];
  const now = rows.indexOf(document.activeElement as HTMLElement);
  const to = { ArrowDown: now + 1, ArrowUp: now - 1, Home: 0, End: -1 }[event.key];
  event.stopPropagation();
  if (event.key === 'Escape' || event.key === 'Tab') {
    event.preventDefault();
    close();
  } else if (to !== undefined) {
    event.preventDefault();
    rows.at(to % rows.length)?.focus();
  }
}
</script>

<template>
  <div
    v-if="view.menu"
    ref="box"
    class="menu"
    role="menu"
    aria-label="What lies here, and what can be done with it"
    :style="{ ...place, width: `${WIDTH}px` }"
    @contextmenu.prevent
    @keydown="onKey">
    <template v-if="lies.length > 1">
      <p>What lies here</p>
      <button
        v-for="one in lies"
        :key="one.id"
        type="button"
        role="menuitemradio"
        :aria-checked="store.selection.includes(one.id)"
        @click="choose(one.id)">
        <span class="name">{{ one.name }}</span><span class="quiet">{{ one.noun }}</span>
      </button>
    </template>
    <div v-for="(list, n) in parts" :key="n" class="part">
      <button v-for="one in list" :key="one.label" type="button" role="menuitem" @click="run(one)">
        <span class="name">{{ one.label }}</span><span class="quiet">{{ firstKey(one) }}</span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.menu {
  position: fixed;
  z-index: 40;
  max-height: calc(100vh - 16px);
  overflow-y: auto;
  padding: 6px;
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: 8px;
  box-shadow: 0 8px 26px #20303a40;
}
p {
  margin: 2px 8px 4px;
  font-size: 12px;
  color: var(--ink-soft);
}
.part,
p ~ .part {
  border-top: 1px solid var(--hairline);
  margin-top: 5px;
  padding-top: 5px;
}
.part:first-child {
  border: 0;
  margin: 0;
  padding: 0;
}
button {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  width: 100%;
  min-height: 26px;
  padding: 3px 8px;
  border: 0;
  border-radius: 5px;
  background: none;
  text-align: left;
  cursor: pointer;
}
button:hover,
button:focus-visible {
  background: var(--teal-wash);
  outline: none;
}
button[aria-checked='true'] .name {
  color: var(--teal);
  font-weight: 600;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.quiet {
  white-space: nowrap;
}
</style>
