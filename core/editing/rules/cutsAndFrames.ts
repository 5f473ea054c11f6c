import { setStep, withMore } from '../../piece/steps';
import { isArt, isCurve, isPicture } from '../../piece/types';
import type { Rule } from '../rule';

/** Shapes that a removed item was cut out of are whole again, and what it cut off shows whole. */
export const cutsAndFramesRule: Rule = {
  name: 'cuts and frames without what is gone',
  follow(_, made) {
    const gone = new Set(made.steps.flatMap((step) => (step.kind === 'remove' ? [step.item.id] : [])));
    if (gone.size === 0) return made;
    const { items } = made.piece;
    const whole = items
      .filter(isCurve)
      .filter((curve) => curve.cuts.some((cut) => gone.has(cut.itemId)))
      .map((curve) => {
        const left = curve.cuts.filter((cut) => !gone.has(cut.itemId));
        return setStep(made.piece, curve.id, ['cuts'], left);
      });
    const freed = items
      .filter((one) => isArt(one) || isPicture(one))
      .filter((one) => one.within !== null && gone.has(one.within))
      .map((one) => setStep(made.piece, one.id, ['within'], null));
    return withMore(made, [...whole, ...freed]);
  },
};
