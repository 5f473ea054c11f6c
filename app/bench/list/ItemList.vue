<script setup lang="ts">
import { useSortable } from '@vueuse/integrations/useSortable';
import { inksOf } from '#core/drawing/inks';
import { itemKind, nameOf } from '#core/drawing/items/index';
import {
  curveOfDrop,
  moveRowSteps,
  ontoCurveSteps,
  stackRows,
  stepRowSteps,
  type StackRow,
} from '#core/editing/edits/stacking';
import type { Step } from '#core/piece/steps/index';
import { isLettering, isTracing, type Item } from '#core/piece/types';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

/**
 * Everything on the sheet, the frontmost first, words on the curve that they stand on. Rows are dragged, or moved by Alt
 * and an arrow; a curve takes along what stands on it.
 */
const store = usePiece();
const faces = useFaces();
useSidePanel();
const list = useTemplateRef<HTMLElement>('list');
const sought = ref('');

const all = computed(() => stackRows(store.piece!));
const tracings = computed(() => store.piece!.items.filter(isTracing));
/** What a person may know an item by: its name or words, its kind, its ink, its face. */
function namesOf(item: Item): string {
  const ink = inksOf(store.piece!).get(itemKind(item).ink(item) ?? '')?.name ?? '';
  const face = isLettering(item) ? (faces.listing.find(({ id }) => id === item.faceId)?.name ?? '') : '';
  return [nameOf(item), itemKind(item).noun, ink, face].join('\n').toLocaleLowerCase();
}
const isSought = (item: Item): boolean => namesOf(item).includes(sought.value.trim().toLocaleLowerCase());
const seeks = computed(() => sought.value.trim() !== '');
const rows = computed((): readonly StackRow[] =>
  seeks.value ? all.value.filter(({ item }) => isSought(item)).map(({ item }) => ({ item, nested: false })) : all.value,
);
const toTrace = computed(() => (seeks.value ? tracings.value.filter(isSought) : tracings.value));

const restack = (steps: readonly Step[]): void => {
  if (steps.length > 0) store.edit('Stacking order', steps);
};
/** Lets a row go at another place; among the rows of another curve, or right above it with Ctrl, it goes onto that. */
function drop(from: number, to: number, ctrl: boolean): void {
  const piece = store.piece!,
    curve = curveOfDrop(piece, from, to, ctrl),
    order = moveRowSteps(piece, from, to);
  if (!curve) return restack(order);
  const problem = store.edit('Move to another curve', [
    ...order,
    ...ontoCurveSteps(piece, all.value[from]!.item, curve),
  ]);
  if (problem) store.notice = { kind: 'warning', text: problem.message };
}
const { option } = useSortable(list, rows as unknown as Ref<StackRow[]>, {
  animation: 120,
  forceFallback: true,
  fallbackTolerance: 4,
  ghostClass: 'lifted',
  filter: 'input',
  preventOnFilter: false,
  onUpdate: (event) => {
    const { oldIndex, newIndex, item, from } = event,
      { originalEvent } = event as typeof event & { readonly originalEvent: PointerEvent };
    // The list is drawn anew from the piece: what was dragged goes back where the page has it.
    from.insertBefore(item, from.children[oldIndex! + (newIndex! < oldIndex! ? 1 : 0)] ?? null);
    drop(oldIndex!, newIndex!, originalEvent.ctrlKey);
  },
});
// What is found is not all that there is: it has no order to be changed.
watch(seeks, (on) => option('disabled', on));

function onKey(event: KeyboardEvent, id: string): void {
  const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
  if (!event.altKey || by === 0 || seeks.value) return;
  event.preventDefault();
  event.stopPropagation();
  restack(stepRowSteps(store.piece!, id, by));
  const button = event.currentTarget as HTMLElement;
  void nextTick(() => button.focus());
}

// What is picked on the sheet is brought into view.
watch(
  () => store.selectedId,
  async (id) => {
    await nextTick();
    if (id) list.value?.querySelector(`[data-row="${CSS.escape(id)}"]`)?.scrollIntoView({ block: 'nearest' });
  },
);
</script>

<template>
  <div class="list">
    <h2>Curves and lettering</h2>
    <p v-if="all.length === 0 && tracings.length === 0" class="quiet">None yet. Add one below.</p>
    <input
      v-else
      v-model="sought"
      type="search"
      class="seek"
      placeholder="Find by name, words, ink or face"
      aria-label="Find in the list"
      @keydown.escape.stop="sought = ''" />
    <ol ref="list" aria-label="Front first; Alt and an arrow move a row">
      <ListRow
        v-for="{ item, nested } in rows"
        :key="item.id"
        :item="item"
        :nested="nested"
        @key="onKey($event, item.id)" />
    </ol>
    <p v-if="seeks && rows.length + toTrace.length === 0" class="quiet" role="status">Nothing is called so.</p>
    <template v-if="toTrace.length > 0">
      <h2 class="below">To trace</h2>
      <ol>
        <ListRow v-for="one in toTrace" :key="one.id" :item="one" />
      </ol>
    </template>
  </div>
</template>

<style scoped>
h2 {
  margin-bottom: 8px;
}
h2.below {
  margin-top: 14px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
.seek {
  width: 100%;
  height: 28px;
  padding: 0 8px;
  margin-bottom: 8px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--field);
  font-size: 12px;
}
ol :deep(.lifted) {
  opacity: 0.4;
}
</style>
