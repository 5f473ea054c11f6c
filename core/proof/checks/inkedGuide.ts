import { setStep } from '../../piece/steps';
import { setOnes, short, type Check, type Finding } from '../check';

/** A curve that is stroked although letters stand right on it: its ink runs along their feet, or through them. */
export const inkedGuide: Check = (ground) => {
  const seen = new Set<string>();
  return setOnes(ground).flatMap(({ lettering, curve, set }): Finding[] => {
    if (curve.hidden || !curve.stroke || curve.fill || lettering.wording.trim() === '' || seen.has(curve.id)) return [];
    const reach = curve.stroke.widthMm / 2;
    // Feet on the line, or the line within the height of the letters.
    if (set.baselineMm > reach + 1e-6 || set.baselineMm + set.capMm < -reach) return [];
    seen.add(curve.id);
    return [
      {
        code: 'inked-guide',
        itemId: curve.id,
        mm: curve.stroke.widthMm,
        message: `${curve.name} has a stroke, and “${short(lettering.wording)}” stands on it: it prints along the letters. Take its ink away, or move the letters off it.`,
        fix: { label: 'Take its ink away', steps: [setStep(ground.piece, curve.id, ['stroke'], null)] },
      },
    ];
  });
};
