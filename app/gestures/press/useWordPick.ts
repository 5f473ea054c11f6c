import type { Lettering } from '#core/piece/types';
import { letterAt } from '#core/setting/hand/caret';
import type { Vec } from '#core/geometry/vec';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from '../startDrag';

/** While words are typed, a press among them puts the caret there, and a drag picks a stretch. */
export function useWordPick(at: (event: MouseEvent) => Vec) {
  const store = usePiece();
  const view = useView();

  return function pickWords(event: PointerEvent, lettering: Lettering): void {
    // The field keeps the keys.
    event.preventDefault();
    const set = store.settings.get(lettering.id);
    const hit = (next: MouseEvent): number | null => (set?.ok ? (letterAt(set.value, at(next))?.caret ?? null) : null);
    const from = hit(event);
    if (from === null) return;
    view.range = { from, to: from };
    startDrag(event, {
      move: (next) => {
        const to = hit(next) ?? from;
        view.range = { from: Math.min(from, to), to: Math.max(from, to) };
      },
    });
  };
}
