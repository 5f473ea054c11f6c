import { nanoid } from 'nanoid';

export interface DragSteps {
  /** Called for every move once the pointer has left its place. `gesture` names this drag in the undo list. */
  readonly move: (event: PointerEvent, gesture: string) => void;
  /** Called when the drag ends, with whether it was one at all or only a click. */
  readonly end?: (event: PointerEvent, moved: boolean) => void;
}

/** Pixels that a pointer may tremble before a click becomes a drag. */
const THRESHOLD = 3;

/** Follows a pointer from its press to its release, wherever it goes. */
export function startDrag(event: PointerEvent, { move, end }: DragSteps): void {
  const gesture = nanoid(12);
  const from = { x: event.clientX, y: event.clientY };
  let moved = false;
  let waiting: PointerEvent | null = null;
  let frame = 0;
  // A fast pointer reports more often than the screen is drawn: the last report of a frame counts.
  const run = (): void => {
    frame = 0;
    if (waiting) move(waiting, gesture);
    waiting = null;
  };
  const onMove = (next: PointerEvent): void => {
    if (next.pointerId !== event.pointerId) return;
    if (!moved && Math.hypot(next.clientX - from.x, next.clientY - from.y) < THRESHOLD) return;
    moved = true;
    waiting = next;
    if (!frame) frame = requestAnimationFrame(run);
  };
  const stop = (last: PointerEvent): void => {
    if (last.pointerId !== event.pointerId) return;
    if (frame) cancelAnimationFrame(frame);
    run();
    window.removeEventListener('pointermove', onMove);
    window.removeEventListener('pointerup', stop);
    window.removeEventListener('pointercancel', stop);
    end?.(last, moved);
  };
  window.addEventListener('pointermove', onMove);
  window.addEventListener('pointerup', stop);
  window.addEventListener('pointercancel', stop);
}
