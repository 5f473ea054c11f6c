import type { Curve } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import type { SheetGestures } from '../useSheetGestures';

/** The tools that do all with one click on a curve: words on it, and a cut through it. */
export function useClickTools(gestures: SheetGestures, askForWords: () => void) {
  const store = usePiece();
  const view = useView();
  /** Whether the last press was too far from any curve for what the tool does. */
  const miss = ref(false);
  watch(
    () => view.tool,
    () => {
      miss.value = false;
    },
  );

  function letter(event: PointerEvent, on?: Curve): void {
    event.preventDefault();
    miss.value = !gestures.letterAt(gestures.at(event), on, true);
    if (!miss.value && store.selectedLettering) askForWords();
  }

  /** One click cuts once; the tool stays in hand only where there was nothing to cut. */
  function cut(event: PointerEvent, on?: Curve): void {
    event.preventDefault();
    miss.value = !gestures.cutAt(gestures.at(event), on);
  }

  return { miss, letter, cut };
}
