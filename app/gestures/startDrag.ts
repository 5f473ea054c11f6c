import { findItem } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { newGesture } from './newGesture';

export interface DragSteps {
  /** The item that is in the hand: a drag does nothing more once someone else has removed it. */
  readonly of?: string;
  /** What the keys do while it lasts, told at the foot of the sheet; '' for nothing. */
  readonly hint?: string;
  /** Called for every move once the pointer has left its place. `gesture` names this drag in the undo list. */
  readonly move: (event: PointerEvent, gesture: string) => void;
  /** Called when the drag ends, with whether it was one at all or only a click. */
  readonly end?: (event: PointerEvent, moved: boolean) => void;
  /** Called in place of `end` when Escape has taken the drag back. */
  readonly takenBack?: () => void;
}

/** Pixels that a pointer may tremble before a click becomes a drag. */
const THRESHOLD = 3;

/** Whether a mouse moves without a button: its release was not heard, another window took it. */
const letsGo = ({ pointerType, buttons }: PointerEvent): boolean => pointerType === 'mouse' && buttons === 0;

/** Keys that tell how something is dragged. */
const HELD_WITH_IT = new Set(['Shift', 'Alt', 'AltGraph', 'Control', 'Meta']);

/**
 * Follows a pointer from its press to its release, wherever it goes. Escape takes back what the drag has done; commands
 * by keys wait until it is over, so that none takes away what is in the hand.
 */
export function startDrag(event: PointerEvent, { of, hint = '', move, end, takenBack }: DragSteps): void {
  const store = usePiece();
  const view = useView();
  const gesture = newGesture();
  const from = { x: event.clientX, y: event.clientY };
  let moved = false;
  const hearing = new AbortController();
  let waiting: PointerEvent | null = null;
  let frame = 0;
  // A fast pointer reports more often than the screen is drawn: the last report of a frame counts.
  const run = (): void => {
    frame = 0;
    if (waiting && (of === undefined || findItem(store.piece!, of))) {
      handMoves.value = true;
      sheetFirst(() => !handMoves.value, LATEST_PAUSE_MS);
      move(waiting, gesture);
    }
    waiting = null;
  };
  const onMove = (next: PointerEvent): void => {
    if (letsGo(next)) stop(next);
    if (next.pointerId !== event.pointerId || letsGo(next)) return;
    if (!moved && Math.hypot(next.clientX - from.x, next.clientY - from.y) < THRESHOLD) return;
    if (!moved) view.dragHint = hint;
    moved = true;
    waiting = next;
    if (!frame) frame = requestAnimationFrame(run);
  };
  const letGo = (): void => {
    view.dragHint = '';
    if (frame) cancelAnimationFrame(frame);
    hearing.abort();
  };
  const stop = (last: PointerEvent): void => {
    if (last.pointerId !== event.pointerId) return;
    letGo();
    run();
    end?.(last, moved);
    handMoves.value = false;
  };
  const onKey = (key: KeyboardEvent): void => {
    if (HELD_WITH_IT.has(key.key)) return;
    key.preventDefault();
    key.stopImmediatePropagation();
    if (key.key !== 'Escape') return;
    letGo();
    waiting = null;
    store.takeBack(gesture);
    view.label = null;
    takenBack?.();
    handMoves.value = false;
  };
  const { signal } = hearing;
  window.addEventListener('pointermove', onMove, { signal });
  window.addEventListener('pointerup', stop, { signal });
  window.addEventListener('pointercancel', stop, { signal });
  window.addEventListener('keydown', onKey, { signal, capture: true });
}
