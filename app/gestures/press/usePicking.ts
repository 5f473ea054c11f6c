import { withGroup } from '#core/editing/edits/groups';
import { boxOfItem, selectable } from '#core/editing/edits/several';
import type { Vec } from '#core/geometry/vec';
import { findItem } from '#core/piece/types';
import { coverOf } from '#core/setting/hand/guides';
import { usePiece } from '~/stores/piece';

/** The items of the sheet under a pointer, the topmost first. */
export function idsAt({ clientX, clientY }: Pick<MouseEvent, 'clientX' | 'clientY'>): string[] {
  const ids = document.elementsFromPoint(clientX, clientY).flatMap((element) => {
    const { lettering, curve, art, ornaments } = (element as SVGElement).dataset;
    return lettering ?? curve ?? art ?? ornaments ?? [];
  });
  return [...new Set(ids)];
}

/**
 * What a press with the select tool means.
 *
 * @param dragAll takes hold of all that is selected, by one of it
 */
export function usePicking(dragAll: (event: PointerEvent, pressed: string, stays?: boolean) => void) {
  const store = usePiece();

  /** What can be selected and lies wholly in a frame on the sheet: lettering by its band, else by its extent. */
  function within(min: Vec, max: Vec): string[] {
    const piece = store.piece!;
    const inside = ({ x, y }: Vec): boolean => x >= min.x && x <= max.x && y >= min.y && y <= max.y;
    return selectable(piece).filter((id) => {
      const set = store.settings.get(id);
      if (set) return set.ok && coverOf(set.value).every(inside);
      const box = boxOfItem(piece, findItem(piece, id)!);
      return box !== null && inside(box.min) && inside(box.max);
    });
  }

  /** What lies beneath what is selected; beneath the last comes the first again. */
  function beneath(event: PointerEvent): string | null {
    const ids = idsAt(event);
    return ids[(ids.indexOf(store.selectedId ?? '') + 1) % ids.length] ?? null;
  }

  /** Adds with Shift, goes beneath with Alt, takes hold of all that is selected, or by `drag` of one. */
  function pick(event: PointerEvent, id: string, drag: () => void): void {
    const under = event.altKey ? beneath(event) : null;
    const group = withGroup(store.piece!, id);
    if (event.shiftKey) store.toggle(id);
    else if (under !== null) store.select([under]);
    else if (store.selection.length > 1 && store.selection.includes(id)) dragAll(event, id);
    else if (group.length > 1) {
      store.select(group);
      dragAll(event, id, true);
    } else drag();
  }

  return { pick, within };
}
