import { pictureDpi } from '../../drawing/pictures';
import { setStep } from '../../piece/steps';
import { isPicture } from '../../piece/types';
import type { Check } from '../check';

/** A hair less than the least is not worth telling. */
const EXACT = 0.5;

/** Pictures that have too few pixels for their size. */
export const pictureResolution: Check = ({ piece }) =>
  piece.items
    .filter(isPicture)
    .filter((one) => !one.hidden)
    .flatMap((picture) => {
      const dpi = pictureDpi(picture),
        { leastDpi } = piece.process;
      if (dpi >= leastDpi - EXACT) return [];
      const widthMm = Math.floor(((picture.widthPx * 25.4) / leastDpi) * 100) / 100;
      return [
        {
          code: 'picture-resolution',
          itemId: picture.id,
          at: picture.centre,
          message: `The picture “${picture.name}” has ${Math.round(dpi)} pixels an inch at ${picture.widthMm.toFixed(1)} mm; ${leastDpi} are wanted, or its pixels will be seen.`,
          ...(widthMm >= 0.1
            ? {
                fix: { label: `Make it ${widthMm} mm wide`, steps: [setStep(piece, picture.id, ['widthMm'], widthMm)] },
              }
            : {}),
        },
      ];
    });
