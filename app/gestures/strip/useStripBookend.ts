import { bookendAt } from '#core/setting/hand/grips';
import { usePiece } from '~/stores/piece';
import { startDrag } from '../startDrag';
import { STRIP_SNAP_PX, type StripPointer } from './useStripPointer';

/** Drags a bookend along the strip. */
export function useStripBookend({ set, strip, origin, scale, left, at, tell }: StripPointer) {
  const store = usePiece();

  return function dragBookend(event: PointerEvent, which: 'start' | 'end'): void {
    const { lettering, track } = set.value!;
    const all = strip.value!;
    // The strip is drawn anew while a bookend moves, so the drag keeps the scale that it began with.
    const slack = (which === 'start' ? all.bookendStart : all.bookendEnd) - at(event);
    const [o, mm, edge] = [origin.value, scale.value, left()];
    startDrag(event, {
      move: (next, gesture) => {
        const x = (next.clientX - edge - o) / mm + slack;
        const grip = bookendAt(lettering, track, which, all.fractionAt(x), STRIP_SNAP_PX / mm);
        store.set('Move bookend', lettering.id, ['bookends'], grip.value, gesture);
        tell(grip.label);
      },
      end: () => tell(''),
    });
  };
}
