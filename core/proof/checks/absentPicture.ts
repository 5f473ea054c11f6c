import { missingPicture } from '../../drawing/pictures';
import { isPicture } from '../../piece/types';
import type { Check } from '../check';

/** Pictures whose image is not at hand: they can neither be seen nor printed. */
export const absentPicture: Check = ({ piece, absent }) =>
  piece.items
    .filter(isPicture)
    .filter((one) => !one.hidden && absent.has(one.imageId))
    .map((picture) => {
      const { code, message } = missingPicture(picture);
      return { code, message, itemId: picture.id, at: picture.centre };
    });
