import { artSize } from '#core/editing/edits/bringArt';
import type { Vec } from '#core/geometry/vec';
import { findItem, isArt, type Art, type Picture } from '#core/piece/types';
import { LIMITS } from '#core/fields/limits';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { startDrag } from '../startDrag';
import { roundMm } from '../useSheetPointer';

/** Art or a picture on the sheet. */
export type Placed = Art | Picture;

/** What it is called in the undo list. */
export const placedWord = (one: Placed): 'art' | 'picture' => (isArt(one) ? 'art' : 'picture');

/** Width and height on the sheet, mm. */
export function placedSize(one: Placed): readonly [number, number] {
  if (one.type === 'picture') return [one.widthMm, (one.widthMm * one.heightPx) / one.widthPx];
  const { widthMm, heightMm } = artSize(one);
  return [widthMm * one.scale, heightMm * one.scale];
}

const within = (value: number, { min, max }: { readonly min: number; readonly max: number }): number =>
  Math.min(Math.max(value, min), max);

/** Art and pictures made larger and smaller about their middles, by a share and by dragging a corner. */
export function usePlacedSize() {
  const store = usePiece();
  const view = useView();

  /** The same thing at another share of its size. */
  function scale(art: Placed, by: number, gesture?: string): void {
    const label = `Size of ${placedWord(art)}` as const;
    if (art.type === 'picture')
      store.set(label, art.id, ['widthMm'], within(roundMm(art.widthMm * by), LIMITS.lengthMm), gesture);
    else store.set(label, art.id, ['scale'], within(art.scale * by, LIMITS.artScale), gesture);
  }

  /**
   * A corner is dragged towards the middle or away from it.
   *
   * @param middle in pixels of the sheet's view
   */
  function dragCorner(event: PointerEvent, art: Placed, middle: Vec): void {
    if (event.button !== 0) return;
    event.stopPropagation();
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const far = ({ clientX, clientY }: PointerEvent): number =>
      Math.max(Math.hypot(clientX - box.left - middle.x, clientY - box.top - middle.y), 1);
    const from = far(event);
    startDrag(event, {
      move: (next, gesture) => {
        scale(art, far(next) / from, gesture);
        const [width, height] = placedSize((findItem(store.piece!, art.id) as Placed | undefined) ?? art);
        view.label = {
          text: `${width.toFixed(2)} × ${height.toFixed(2)} mm`,
          at: view.toSheet({ x: next.clientX - box.left, y: next.clientY - box.top }),
          snapped: false,
        };
      },
      end: () => {
        view.label = null;
      },
    });
  }

  return { scale, dragCorner };
}
