import { quotedName } from '../../drawing/items';
import { isCurve, type Curve } from '../../piece/types';
import type { Check } from '../check';

/** So much may be lost of the points of a star, mm; and so many times what can be printed. */
const LOST_MM = 0.5,
  LOST_TIMES = 5;

/** How much of each point of a star is finer than a width, mm from its tip: what is lost of it. */
function lostOf(shape: Curve['shape'], widthMm: number): number {
  if (shape.kind !== 'star' || shape.cornerMm >= widthMm / 2) return 0;
  const a = Math.PI / shape.points;
  // From the tip to the hollow beside it, along the ray of the tip and across it.
  const along = shape.radiusMm - shape.innerRadiusMm * Math.cos(a),
    across = shape.innerRadiusMm * Math.sin(a);
  return along <= 0 ? 0 : (widthMm / 2) * (along / across);
}

/** Stars whose points are so sharp that they come out blunt. */
export const bluntStars: Check = ({ piece, paths }) => {
  const { leastStrokeMm } = piece.process;
  const filled = new Set(paths.filter(({ paint }) => paint.fill?.purpose === 'print').map(({ itemId }) => itemId));
  return piece.items
    .filter(isCurve)
    .filter(({ id }) => filled.has(id))
    .flatMap((item) => {
      const mm = lostOf(item.shape, leastStrokeMm);
      if (mm <= Math.max(LOST_MM, LOST_TIMES * leastStrokeMm)) return [];
      return [
        {
          code: 'thin-stroke',
          itemId: item.id,
          mm,
          message: `${quotedName(item)}: its points are finer than ${leastStrokeMm} mm over their last ${mm.toFixed(2)} mm and come out blunt. Make its hollows less deep, or round its corners.`,
        },
      ];
    });
};
