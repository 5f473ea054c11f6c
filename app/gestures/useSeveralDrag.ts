import { moveBy } from '#core/curves/similarity';
import { boxOfItem, moveSteps } from '#core/editing/edits/several';
import type { Vec } from '#core/geometry/vec';
import { setStep } from '#core/piece/steps/index';
import { findItem } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from './startDrag';
import type { SheetPointer } from './useSheetPointer';

/** Drags all that is selected as one, and selects what lies within a frame that is drawn. */
export function useSeveralDrag({ at, snap, tidyMm, tell, hush }: SheetPointer) {
  const store = usePiece();
  const view = useView();

  /** Moves everything selected; a click instead selects the one that was pressed, unless all `stays` selected. */
  function dragSelection(event: PointerEvent, pressed: string, stays = false): void {
    const { piece } = store;
    const ids = store.selection;
    const from = at(event);
    const item = findItem(piece!, pressed);
    const box = item && boxOfItem(piece!, item);
    // The middle of what is pressed comes to rest where things do.
    const middle = box ? { x: (box.min.x + box.max.x) / 2, y: (box.min.y + box.max.y) / 2 } : from;
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const { to: there, reason } = snap({ x: middle.x + to.x - from.x, y: middle.y + to.y - from.y }, next, pressed);
        const way: Vec = { x: there.x - middle.x, y: there.y - middle.y };
        // Where it came to rest on something it stays exactly there.
        const by = reason ? way : { x: tidyMm(way.x), y: tidyMm(way.y) };
        // Made from the piece as it was when the drag began; what is replaced is read now.
        const steps = moveSteps(piece!, ids, moveBy(by)).map((step) =>
          step.kind === 'set' ? setStep(store.piece!, step.id, step.path, step.value) : step,
        );
        const problem = store.edit('Move', steps, gesture);
        tell(problem?.message ?? (reason || `${by.x.toFixed(2)}, ${by.y.toFixed(2)} mm`), to, reason !== '');
      },
      end: (_, moved) => {
        hush();
        if (!moved && !stays) store.select([pressed]);
      },
    });
  }

  /** Draws a frame; what lies wholly in it is selected, with Shift added to what is. */
  function drawFrame(event: PointerEvent, within: (min: Vec, max: Vec) => readonly string[]): void {
    const from = at(event);
    const before = event.shiftKey ? store.selection : [];
    startDrag(event, {
      move: (next) => {
        const to = at(next);
        const min = { x: Math.min(from.x, to.x), y: Math.min(from.y, to.y) };
        const max = { x: Math.max(from.x, to.x), y: Math.max(from.y, to.y) };
        view.frame = { min, max };
        store.select([...new Set([...before, ...within(min, max)])]);
      },
      end: () => {
        view.frame = null;
      },
      takenBack: () => {
        view.frame = null;
        store.select(before);
      },
    });
  }

  return { dragSelection, drawFrame };
}
