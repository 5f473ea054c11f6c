import type { Guide } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from '../startDrag';

/** Width of a ruler, px: a guide let go on it is gone. */
export const RULER_PX = 18;
/** Smallest marks of a ruler, mm: guides come in whole steps of the least that is two pixels wide. */
const MARKS_MM = [0.05, 0.1, 0.5, 1, 5, 10] as const;

/** To the thousandth of a mm. */
export const roundGuide = (mm: number): number => Math.round(mm * 1000) / 1000;

/** Guides: drawn out of the rulers, moved by dragging, let go on the ruler to be rid of. */
export function useGuideDrag() {
  const store = usePiece();
  const view = useView();

  function placeOf(
    event: PointerEvent,
    runs: Guide['runs'],
    box: DOMRect,
  ): { readonly px: number; readonly mm: number } {
    const px = runs === 'across' ? event.clientY - box.top : event.clientX - box.left;
    const mm = (px - (runs === 'across' ? view.panY : view.panX)) / view.scale;
    const mark = MARKS_MM.find((one) => one * view.scale >= 2) ?? 10;
    return { px, mm: roundGuide(Math.round(mm / mark) * mark) };
  }

  /** Drags a guide, an old one by its index or a new one out of a ruler. */
  function dragGuide(event: PointerEvent, runs: Guide['runs'], index: number | null): void {
    if (event.button !== 0) return;
    event.stopPropagation();
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const others = store.piece!.guides.filter((_, i) => i !== index);
    startDrag(event, {
      move: (next, gesture) => {
        const { px, mm } = placeOf(next, runs, box);
        const gone = px < RULER_PX;
        store.set(
          index === null ? 'Add guide' : 'Move guide',
          null,
          ['guides'],
          gone ? others : [...others, { runs, mm }],
          gesture,
        );
        view.label = {
          text: gone ? 'gone' : `${mm} mm`,
          at: view.toSheet({ x: next.clientX - box.left, y: next.clientY - box.top }),
          snapped: false,
        };
      },
      end: () => {
        view.label = null;
      },
    });
  }

  return dragGuide;
}
