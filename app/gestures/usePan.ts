import { useView } from '~/stores/view';
import { startDrag } from './startDrag';

/** Moves the sheet under the pointer. */
export function usePan() {
  const view = useView();

  function pan(event: PointerEvent): void {
    let last = { x: event.clientX, y: event.clientY };
    startDrag(event, {
      move: (next) => {
        view.panBy(next.clientX - last.x, next.clientY - last.y);
        last = { x: next.clientX, y: next.clientY };
      },
    });
  }

  return { pan };
}
