import type { Lettering } from '#core/piece/types';
import { moveBookend } from '#core/setting/hand/grips';
import { usePiece } from '~/stores/piece';
import { startDrag } from './startDrag';
import type { SheetPointer } from './useSheetPointer';

/** Drags one of the bookends between which a lettering may run. */
export function useBookendDrag({ at, snapMm, tell, hush }: SheetPointer) {
  const store = usePiece();

  function dragBookend(event: PointerEvent, lettering: Lettering, which: 'start' | 'end'): void {
    const track = store.trackUnder(lettering);
    if (!track || lettering.locked) return;
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const grip = moveBookend(lettering, track, which, to, next.altKey ? 0 : snapMm());
        store.set('Move bookend', lettering.id, ['bookends'], grip.value, gesture);
        tell(grip.label, to, grip.snapped);
      },
      end: hush,
    });
  }

  return { dragBookend };
}
