import { setOnes, short, type Check } from '../check';
import { thinnestPlace } from '../thickness';

/** Counters and other white within letters that fills up in print; an outline narrows it. */
export const thinGaps: Check = (ground) =>
  setOnes(ground).flatMap(({ lettering, set }) => {
    if (!lettering.fill) return [];
    const { leastGapMm } = ground.piece.process;
    const thin = thinnestPlace(set, 'white');
    const narrower = lettering.stroke && !lettering.stroke.under ? lettering.stroke.widthMm : 0;
    if (!thin || thin.mm - narrower >= leastGapMm) return [];
    const mm = Math.max(0, thin.mm - narrower);
    return [
      {
        code: 'thin-gap',
        itemId: lettering.id,
        mm,
        at: thin.at,
        message: `“${short(lettering.wording)}”: the narrowest white within a letter, in “${thin.letter}”, is ${mm.toFixed(2)} mm and fills up; the press holds ${leastGapMm} mm open. Make it larger, or choose a more open face.`,
      },
    ];
  });
