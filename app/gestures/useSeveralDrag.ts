import { moveBy } from '#core/shapes/similarity';
import { boxOfItem, moveSteps } from '#core/editing/edits/several';
import { pivotOf, turnSelectionSteps } from '#core/editing/edits/turn';
import type { Vec } from '#core/geometry/vec';
import { readAnew } from '#core/piece/steps/index';
import { findItem } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from './startDrag';
import type { SheetPointer } from './useSheetPointer';

/** Turns all that is selected, by the pointer and by keys. */
function useTurn({ at, tell, hush }: SheetPointer) {
  const store = usePiece();
  /** Turns all that is selected about its middle: by tenths of a degree, with Shift by 15°. */
  function dragTurn(event: PointerEvent): void {
    const { piece } = store;
    const ids = store.selection;
    const pivot = pivotOf(piece!, ids);
    if (!pivot) return;
    const degAt = (one: PointerEvent): number => {
      const { x, y } = at(one);
      return (Math.atan2(y - pivot.centre.y, x - pivot.centre.x) * 180) / Math.PI;
    };
    const from = degAt(event);
    startDrag(event, {
      hint: 'Shift turns by 15°, Esc takes it back.',
      move: (next, gesture) => {
        const step = next.shiftKey ? 15 : 0.1;
        // Between −180 and 180, so that what is told is what is seen.
        const turned = ((((degAt(next) - from) % 360) + 540) % 360) - 180;
        const deg = Number((Math.round(turned / step) * step).toFixed(1));
        const steps = readAnew(store.piece!, turnSelectionSteps(piece!, ids, deg));
        const problem = store.edit('Turn', steps, gesture);
        tell(problem?.message ?? `turned ${deg.toFixed(1)}°`, at(next), next.shiftKey);
      },
      end: hush,
    });
  }
  /** The same by keys, each press an edit of its own. */
  function turnBy(deg: number): void {
    store.edit('Turn', turnSelectionSteps(store.piece!, store.selection, deg));
  }
  return { dragTurn, turnBy };
}

/** Drags and turns all that is selected as one, and selects what lies within a frame that is drawn. */
export function useSeveralDrag(pointer: SheetPointer) {
  const { at, snap, tidyMm, tell, hush } = pointer;
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
    /** Where art or a picture then has its middle. */
    const middleAt = (by: Vec): string =>
      `middle at ${(middle.x + by.x).toFixed(2)}, ${(middle.y + by.y).toFixed(2)} mm`;
    startDrag(event, {
      move: (next, gesture) => {
        const to = at(next);
        const { to: there, reason } = snap({ x: middle.x + to.x - from.x, y: middle.y + to.y - from.y }, next, pressed);
        const way: Vec = { x: there.x - middle.x, y: there.y - middle.y };
        // Where it came to rest on something it stays exactly there.
        const by = reason ? way : { x: tidyMm(way.x), y: tidyMm(way.y) };
        // Made from the piece as it was when the drag began.
        const steps = readAnew(store.piece!, moveSteps(piece!, ids, moveBy(by)));
        const problem = store.edit('Move', steps, gesture);
        const place = item && 'centre' in item ? middleAt(by) : `${by.x.toFixed(2)}, ${by.y.toFixed(2)} mm`;
        tell(problem?.message ?? (reason ? `${place}, ${reason}` : place), to, reason !== '');
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

  return { dragSelection, drawFrame, ...useTurn(pointer) };
}
