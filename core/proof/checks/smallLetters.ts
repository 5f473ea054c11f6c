import { setStep } from '../../piece/steps';
import { setOnes, short, type Check } from '../check';

/** Letters lower than can be read once they are printed. */
export const smallLetters: Check = (ground) =>
  setOnes(ground).flatMap(({ lettering, set }) => {
    const { leastLetterMm } = ground.piece.process;
    if (lettering.wording.trim() === '' || set.capMm >= leastLetterMm - 1e-9) return [];
    return [
      {
        code: 'small-letters',
        itemId: lettering.id,
        mm: set.capMm,
        message: `“${short(lettering.wording)}” has capitals of ${set.capMm.toFixed(2)} mm; below ${leastLetterMm} mm they can hardly be read.`,
        fix: {
          label: `Make them ${leastLetterMm} mm`,
          steps: [setStep(ground.piece, lettering.id, ['size'], { by: 'cap', mm: leastLetterMm })],
        },
      },
    ];
  });
