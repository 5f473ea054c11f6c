import type { Curve, Lettering } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import type { usePointTools } from '../usePointTools';
import type { SheetGestures } from '../useSheetGestures';
import { useClickTools } from './useClickTools';
import { usePicking } from './usePicking';
import { useWordPick } from './useWordPick';

/** What the presses share. */
export interface Pressed {
  readonly gestures: SheetGestures;
  readonly tools: ReturnType<typeof usePointTools>;
  /** Whether the space bar is held: then a press moves the view. */
  readonly spaceHeld: Readonly<Ref<boolean>>;
  /** Asks for the words of what is selected. */
  readonly askForWords: () => void;
}

/** What a press means on the empty sheet, a curve, the inside of a shape, something placed and words, by the tool. */
export function usePresses({ gestures, tools, spaceHeld, askForWords }: Pressed) {
  const store = usePiece();
  const view = useView();
  const { pick, within } = usePicking(gestures.dragSelection);
  const pickWords = useWordPick(gestures.at);
  const { miss, letter, cut } = useClickTools(gestures, askForWords);

  /** The selection is seen on the sheet at once; what stands beside it follows. */
  function onPicked(event: PointerEvent, id: string, drag: () => void): void {
    sheetFirst(() => true);
    pick(event, id, drag);
  }

  function onDesk(event: PointerEvent): void {
    if (event.button === 1 || spaceHeld.value) {
      event.preventDefault();
      gestures.pan(event);
      return;
    }
    if (event.button !== 0) return;
    if (view.tool === 'letter') letter(event);
    else if (view.tool === 'cut') cut(event);
    else if (view.tool === 'pick') {
      if (!event.shiftKey) store.select([]);
      gestures.drawFrame(event, within);
    } else if (view.tool === 'points' || view.tool === 'pen' || view.tool === 'sketch') tools.down(event);
    else gestures.drawCurve(event, view.tool);
  }

  function onCurve(event: PointerEvent, curve: Curve): void {
    if (spaceHeld.value || event.button !== 0) return;
    event.stopPropagation();
    if (view.tool === 'letter') letter(event, curve);
    else if (view.tool === 'cut') cut(event, curve);
    else if (view.tool === 'pick') onPicked(event, curve.id, () => gestures.dragEdge(event, curve));
    else onDesk(event);
  }

  /** The inside of a filled shape: it is taken hold of there as a whole. */
  function onInside(event: PointerEvent, curve: Curve): void {
    // Else the desk beneath would take the same press once more.
    event.stopPropagation();
    if (spaceHeld.value || event.button !== 0 || view.tool !== 'pick') onDesk(event);
    else onPlaced(event, curve.id);
  }

  function onPlaced(event: PointerEvent, id: string): void {
    onPicked(event, id, () => {
      store.select([id]);
      gestures.dragSelection(event, id);
    });
  }

  function onLettering(event: PointerEvent, lettering: Lettering): void {
    if (spaceHeld.value || event.button !== 0) return;
    event.stopPropagation();
    // While gaps are picked, Shift adds another of the same lettering.
    const moreGaps = view.gaps.length > 0 && store.selectedId === lettering.id;
    if (view.tool === 'pick' && view.typing && store.selectedId === lettering.id) pickWords(event, lettering);
    else if (view.tool === 'pick' && moreGaps) gestures.dragLettering(event, lettering);
    else if (view.tool === 'pick') onPicked(event, lettering.id, () => gestures.dragLettering(event, lettering));
    else onDesk(event);
  }

  return { miss, onDesk, onCurve, onInside, onPlaced, onLettering };
}
