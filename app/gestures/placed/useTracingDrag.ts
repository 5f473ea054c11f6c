import type { Tracing } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from '../startDrag';
import { roundPoint } from '../useSheetPointer';

/** Drags a picture to trace over the sheet. */
export function useTracingDrag() {
  const store = usePiece();
  const view = useView();

  return function dragTracing(event: PointerEvent, tracing: Tracing): void {
    store.select([tracing.id]);
    const from = { x: event.clientX, y: event.clientY };
    startDrag(event, {
      move: (next, gesture) => {
        const x = tracing.centre.x + (next.clientX - from.x) / view.scale,
          y = tracing.centre.y + (next.clientY - from.y) / view.scale;
        store.set('Move picture', tracing.id, ['centre'], roundPoint({ x, y }), gesture);
      },
    });
  };
}
