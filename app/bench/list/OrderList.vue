<script setup lang="ts">
import { itemKind, nameOf } from '#core/drawing/items/index';
import { useSortable } from '@vueuse/integrations/useSortable';
import { inksOf } from '#core/drawing/inks';
import { isTracing, type Item } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/**
 * Everything that is painted, the topmost first: dragged, or moved by Alt and an arrow, it is painted in another order.
 */
const store = usePiece();
useSidePanel();
const view = useView();
const inks = computed(() => inksOf(store.piece!));
const rows = computed(() => [...store.piece!.items].reverse().filter((item) => !isTracing(item)));
const list = useTemplateRef<HTMLElement>('list');

const inkOf = (item: Item): string | null => inks.value.get(itemKind(item).ink(item) ?? '')?.screen ?? null;

/** Moves what stands at one row to another one. */
function move(from: number, to: number): void {
  const item = rows.value[from],
    target = rows.value[to];
  if (!item || !target || from === to) return;
  const { items } = store.piece!;
  store.edit('Stacking order', [
    { kind: 'reorder', id: item.id, from: items.indexOf(item), to: items.indexOf(target) },
  ]);
}
useSortable(list, rows, {
  animation: 120,
  forceFallback: true,
  fallbackTolerance: 4,
  ghostClass: 'lifted',
  onUpdate: ({ oldIndex, newIndex, item, from }) => {
    // The list is drawn anew from the piece: what was dragged goes back where the page has it.
    from.insertBefore(item, from.children[oldIndex! + (newIndex! < oldIndex! ? 1 : 0)] ?? null);
    move(oldIndex!, newIndex!);
  },
});
function onKey(event: KeyboardEvent, row: number): void {
  const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
  if (!event.altKey || by === 0) return;
  event.preventDefault();
  move(row, row + by);
  const button = event.currentTarget as HTMLElement;
  void nextTick(() => button.focus());
}
</script>

<template>
  <div class="list">
    <div class="list-head">
      <h2>Stacking order</h2>
      <button type="button" @click="view.list = 'curves'">Curves</button>
    </div>
    <p class="quiet">Front first. Drag, or Alt and an arrow.</p>
    <ol ref="list">
      <li v-for="(item, row) in rows" :key="item.id">
        <button
          type="button"
          :aria-pressed="store.selection.includes(item.id)"
          :aria-label="`${nameOf(item)}, ${row + 1} from the top`"
          @click="store.select([item.id])"
          @keydown="onKey($event, row)">
          <span class="swatch" :class="{ none: !inkOf(item) }" :style="{ background: inkOf(item) ?? undefined }" />
          <span class="name" :class="{ hidden: 'hidden' in item && item.hidden }">{{ nameOf(item) }}</span>
          <span class="quiet">{{ itemKind(item).noun }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
h2 {
  font-size: 12px;
  font-weight: 600;
  color: var(--ink-soft);
  margin-bottom: 8px;
}
.quiet {
  font-size: 12px;
}
ol {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
li button {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr) auto;
  align-items: center;
  gap: 8px;
  width: 100%;
  padding: 5px 6px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  text-align: left;
  cursor: grab;
}
li button:hover {
  background: #f0eadb;
}
li button[aria-pressed='true'] {
  border-color: var(--teal);
  background: var(--teal-wash);
}
.lifted {
  opacity: 0.4;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name.hidden {
  opacity: 0.45;
}
.swatch {
  width: 14px;
  height: 14px;
  border-radius: 4px;
  border: 1px solid #20303a40;
}
.swatch.none {
  background: repeating-linear-gradient(135deg, #fff 0 3px, #d2ccbd 3px 4px);
}
</style>
