import { setStep, type Step } from '../../piece/steps';
import { isArt, isCurve, isPicture, type Piece } from '../../piece/types';

/** Steps with what a removal means for shapes that the removed item was cut out of: they are whole again. */
export function tidied(piece: Piece, steps: readonly Step[]): Step[] {
  const gone = new Set(steps.flatMap((step) => (step.kind === 'remove' ? [step.item.id] : [])));
  if (gone.size === 0) return [...steps];
  const mended = piece.items.filter(isCurve).flatMap((curve) =>
    gone.has(curve.id) || !curve.cuts.some((cut) => gone.has(cut.itemId))
      ? []
      : [
          setStep(
            piece,
            curve.id,
            ['cuts'],
            curve.cuts.filter((cut) => !gone.has(cut.itemId)),
          ),
        ],
  );
  const freed = piece.items
    .filter((one) => isArt(one) || isPicture(one))
    .flatMap((art) =>
      art.within !== null && gone.has(art.within) && !gone.has(art.id)
        ? [setStep(piece, art.id, ['within'], null)]
        : [],
    );
  return [...mended, ...freed, ...steps];
}
