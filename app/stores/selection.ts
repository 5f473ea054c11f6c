import type { ShallowRef } from 'vue';
import { findCurve, findItem, findLettering, type Piece } from '#core/piece/types';

/** What of a piece is selected. The first one counts where one thing is worked on. */
export function createSelection(piece: Readonly<ShallowRef<Piece | null>>) {
  const selection = shallowRef<readonly string[]>([]);
  const selectedId = computed(() => selection.value[0] ?? null);
  const selectedLettering = computed(() =>
    piece.value && selectedId.value ? (findLettering(piece.value, selectedId.value) ?? null) : null,
  );
  const selectedCurve = computed(() => {
    if (!piece.value || !selectedId.value) return null;
    return findCurve(piece.value, selectedLettering.value?.curveId ?? selectedId.value) ?? null;
  });
  const curveIsSelected = computed(() => selectedCurve.value !== null && selectedCurve.value.id === selectedId.value);
  const several = computed(() =>
    selection.value.length > 1 && piece.value
      ? selection.value.flatMap((one) => findItem(piece.value!, one) ?? [])
      : [],
  );
  const selectedItem = computed(() =>
    piece.value && selectedId.value ? (findItem(piece.value, selectedId.value) ?? null) : null,
  );

  /** Selects items; ids that the piece does not have are left out. */
  function select(ids: readonly string[]): void {
    const present = ids.filter((one) => piece.value && findItem(piece.value, one));
    const same = present.length === selection.value.length && present.every((one, i) => one === selection.value[i]);
    if (!same) selection.value = present;
  }
  /** Adds one to what is selected, or takes it away. */
  const toggle = (itemId: string): void => {
    const now = selection.value;
    select(now.includes(itemId) ? now.filter((one) => one !== itemId) : [...now, itemId]);
  };

  return {
    selection,
    selectedId,
    selectedItem,
    selectedLettering,
    selectedCurve,
    curveIsSelected,
    several,
    select,
    toggle,
  };
}
