<script setup lang="ts">
import type { Lettering } from '#core/piece/types';
import { coverOf } from '#core/setting/hand/guides';
import { useLines } from '~/composables/useLines';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** The band of each lettering, to take hold of it. Not seen, so it may follow the letters a little later. */
const emit = defineEmits<{
  lettering: [event: PointerEvent, lettering: Lettering];
  pressed: [event: KeyboardEvent, id: string];
}>();
const store = usePiece();
const view = useView();
const { line } = useLines();
useSidePanel();

/** Letters that are worked on are seen as they are. */
const judged = (id: string): boolean => view.typing || store.selectedId === id;

const letterings = computed(() =>
  (store.piece?.items ?? []).flatMap((item) => {
    const set = item.type === 'lettering' ? store.settings.get(item.id) : undefined;
    return item.type === 'lettering' && !item.hidden && set?.ok
      ? [{ lettering: item, d: line(coverOf(set.value), true) }]
      : [];
  }),
);
</script>

<template>
  <path
    v-for="{ lettering, d } in letterings"
    :key="lettering.id"
    :d="d"
    class="cover"
    :class="{ lit: view.lit === lettering.id && !judged(lettering.id) }"
    tabindex="0"
    role="button"
    :data-lettering="lettering.id"
    :aria-label="`Lettering ${lettering.wording || 'without words'}. Left and right move it along the curve, up and down shift its baseline.`"
    @pointerenter="view.light(lettering.id, $event)"
    @pointerleave="view.lit = null"
    @pointerdown="emit('lettering', $event, lettering)"
    @keydown="emit('pressed', $event, lettering.id)" />
</template>
