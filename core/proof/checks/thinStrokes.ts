import { setOnes, short, type Check } from '../check';
import { thinnestPlace } from '../thickness';

/**
 * Strokes of letters that are finer than the process holds, measured from the outlines; an outline in the same ink
 * thickens them.
 */
export const thinStrokes: Check = (ground) =>
  setOnes(ground).flatMap(({ lettering, set }) => {
    if (!lettering.fill) return [];
    const { leastStrokeMm } = ground.piece.process;
    const thin = thinnestPlace(set, 'stroke');
    const thicker = lettering.stroke?.ink === lettering.fill ? lettering.stroke.widthMm : 0;
    if (!thin || thin.mm + thicker >= leastStrokeMm) return [];
    const mm = thin.mm + thicker;
    return [
      {
        code: 'thin-stroke',
        itemId: lettering.id,
        mm,
        at: thin.at,
        message: `“${short(lettering.wording)}”: the thinnest stroke, in “${thin.letter}”, is ${mm.toFixed(2)} mm; ${leastStrokeMm} mm can be printed. Make it larger, outline it in its own ink, or choose a sturdier face.`,
      },
    ];
  });
