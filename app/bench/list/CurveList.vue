<script setup lang="ts">
import { groupsOf, itemKind, nameOf } from '#core/drawing/items/index';
import { isCurve, ornamentsOn } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The curves, each with the lettering set on it nested below. */
const store = usePiece();
useSidePanel();
const view = useView();
/** What stands on no curve, by what it is, each with what is said beside its name. */
const groups = computed(() =>
  groupsOf(store.piece?.items ?? [])
    .filter(({ items }) => items.length > 0)
    .map(({ title, items }) => ({
      title,
      rows: items.map((one) => ({
        id: one.id,
        name: nameOf(one),
        said: 'hidden' in one && one.hidden ? 'hidden' : itemKind(one).summary(one),
      })),
    })),
);
/** With Shift or Ctrl a click adds to what is picked. */
const pick = (event: MouseEvent, id: string): void => {
  if (event.shiftKey || event.ctrlKey || event.metaKey) store.toggle(id);
  else store.select([id]);
};
const curves = computed(() => (store.piece?.items ?? []).filter(isCurve));
</script>

<template>
  <div class="list">
    <div class="list-head">
      <h2>Curves and lettering</h2>
      <button type="button" title="Everything in its stacking order" @click="view.list = 'order'">Order</button>
    </div>
    <p v-if="curves.length === 0" class="quiet">None yet. Add one below.</p>
    <ul>
      <li v-for="curve in curves" :key="curve.id" :class="{ chosen: store.selectedCurve?.id === curve.id }">
        <button
          type="button"
          class="curve"
          :aria-pressed="store.selection.includes(curve.id)"
          @click="pick($event, curve.id)">
          <span class="name">{{ curve.name }}</span>
          <span class="quiet">{{ itemKind(curve).summary(curve) }}</span>
        </button>
        <button
          v-for="one in ornamentsOn(store.piece!, curve.id)"
          :key="one.id"
          type="button"
          class="curve ornament"
          :aria-pressed="store.selectedId === one.id"
          @click="pick($event, one.id)">
          <span class="name">{{ one.name }}</span>
          <span class="quiet">{{ itemKind(one).summary(one) }}</span>
        </button>
        <LetteringCard v-for="lettering in store.on(curve.id)" :key="lettering.id" :lettering="lettering" />
      </li>
    </ul>
    <template v-for="{ title, rows } in groups" :key="title">
      <h2 class="below">{{ title }}</h2>
      <ul>
        <li v-for="{ id, name, said } in rows" :key="id" :class="{ chosen: store.selectedId === id }">
          <button type="button" class="curve" :aria-pressed="store.selection.includes(id)" @click="pick($event, id)">
            <span class="name">{{ name }}</span>
            <span class="quiet">{{ said }}</span>
          </button>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
h2 {
  font-size: 12px;
  font-weight: 600;
  color: var(--ink-soft);
  margin-bottom: 8px;
}

h2.below {
  margin-top: 14px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  border-left: 3px solid var(--hairline);
  padding-left: 8px;
}
li.chosen {
  border-color: var(--brass);
}
.curve {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  padding: 3px 4px;
  border: 0;
  border-radius: 5px;
  background: none;
  text-align: left;
  cursor: pointer;
}
.curve:hover {
  background: #f0eadb;
}
.curve[aria-pressed='true'] {
  background: var(--teal-wash);
  color: var(--teal);
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 500;
}
.curve .quiet {
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
</style>
