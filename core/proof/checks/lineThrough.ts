import { quotedName } from '../../drawing/items';
import { inside } from '../../geometry/outlines/closest';
import { findItem, isCurve } from '../../piece/types';
import { setOnes, short, type Check, type Finding } from '../check';
import { flatOf } from '../flat';

/** Places along a stroke that are looked at lie at most so far apart, mm; so many of them in letters are a crossing. */
const STEP_MM = 0.25,
  LEAST = 2;

/** Places along polygons, evenly spread. */
function* along(contours: readonly Float64Array[]): Generator<readonly [x: number, y: number]> {
  for (const points of contours)
    for (let i = 0; i + 3 < points.length; i += 2) {
      const [ax, ay, bx, by] = [points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!];
      const parts = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / STEP_MM));
      for (let n = 0; n < parts; n++) yield [ax + ((bx - ax) * n) / parts, ay + ((by - ay) * n) / parts];
    }
}

/** A ruled line, stroked without a fill, that runs through letters which stand on another curve. */
export const lineThrough: Check = ({ piece, paths, ...rest }) => {
  const lines = paths.filter(({ paint, itemId }) => {
    const item = findItem(piece, itemId);
    return paint.stroke && !paint.fill && item && isCurve(item) && !item.fill;
  });
  return setOnes({ piece, paths, ...rest }).flatMap(({ lettering, curve, set }): Finding[] => {
    const letters = paths.find(({ itemId, part }) => itemId === lettering.id && part === 'own');
    const shape = letters && flatOf(letters.trace);
    if (!shape) return [];
    return lines.flatMap((line): Finding[] => {
      const item = findItem(piece, line.itemId)!;
      // What is said of its own curve is another matter; where letters are cut out of the line there is none.
      // A stroke as wide as a band is what they stand on.
      if (line.paint.stroke!.widthMm > set.capMm / 2) return [];
      if (item.id === curve.id || line.holes.some((hole) => hole.trace === letters.trace)) return [];
      const drawn = flatOf(line.trace);
      if (!drawn) return [];
      const hits: (readonly [number, number])[] = [];
      for (const at of along(drawn.contours)) if (inside(shape, at[0], at[1])) hits.push(at);
      if (hits.length < LEAST) return [];
      const [x, y] = hits[Math.floor(hits.length / 2)]!;
      return [
        {
          code: 'line-through',
          itemId: lettering.id,
          at: { x, y },
          message: `The line of ${quotedName(item)} runs through “${short(lettering.wording)}”. Move one of them, or cut the letters out of the line.`,
        },
      ];
    });
  });
};
