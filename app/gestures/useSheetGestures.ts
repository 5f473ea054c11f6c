import { useBookendDrag } from './useBookendDrag';
import { useCurveDraft } from './useCurveDraft';
import { useCurveDrag } from './useCurveDrag';
import { useLetteringDrag } from './useLetteringDrag';
import { useNudges } from './useNudges';
import { usePan } from './usePan';
import { useSeveralDrag } from './useSeveralDrag';
import { useSetDown } from './useSetDown';
import { useSheetPointer } from './useSheetPointer';

/** Everything that the pointer and the arrow keys do on the sheet, as edits of the piece: one gesture a file. */
export function useSheetGestures(surface: Ref<SVGSVGElement | null>) {
  const pointer = useSheetPointer(surface);
  return {
    at: pointer.at,
    ...usePan(),
    ...useLetteringDrag(pointer),
    ...useBookendDrag(pointer),
    ...useCurveDrag(pointer),
    ...useCurveDraft(pointer),
    ...useSetDown(pointer),
    ...useSeveralDrag(pointer),
    ...useNudges(),
  };
}

export type SheetGestures = ReturnType<typeof useSheetGestures>;
