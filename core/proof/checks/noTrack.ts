import { isCurve } from '../../piece/types';
import type { Check } from '../check';

/** Curves that cannot be had: a parallel that vanishes, a curve midway between two that cross. */
export const noTrack: Check = ({ piece, tracks }) =>
  piece.items.filter(isCurve).flatMap((curve) => {
    const track = tracks.get(curve.id)!;
    return track.ok
      ? []
      : [{ code: track.problem.code, itemId: curve.id, message: `${curve.name}: ${track.problem.message}` }];
  });
