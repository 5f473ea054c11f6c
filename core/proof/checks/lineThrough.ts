import { quotedName } from '../../drawing/items';
import { findItem, isCurve } from '../../piece/types';
import { setOnes, short, type Check, type Finding } from '../check';
import { flatOf, within } from '../flat';

/** Places along a stroke that are looked at lie at most so far apart, mm; so many of them in letters are a crossing. */
const STEP_MM = 0.25,
  LEAST = 2;

/** Places along polygons, evenly spread: x and y in turn. */
function along(contours: readonly Float64Array[]): Float64Array {
  const places: number[] = [];
  for (const points of contours)
    for (let i = 0; i + 3 < points.length; i += 2) {
      const [ax, ay, bx, by] = [points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!];
      const parts = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / STEP_MM));
      for (let n = 0; n < parts; n++) places.push(ax + ((bx - ax) * n) / parts, ay + ((by - ay) * n) / parts);
    }
  return Float64Array.from(places);
}

/** A ruled line, stroked without a fill, that runs through letters which stand on another curve. */
export const lineThrough: Check = ({ piece, paths, ...rest }) => {
  const lines = paths.flatMap((line) => {
    const item = findItem(piece, line.itemId);
    const ruled = line.paint.stroke && !line.paint.fill && item && isCurve(item) && !item.fill;
    const drawn = ruled ? flatOf(line.trace) : null;
    return ruled && drawn ? [{ line, item, drawn, places: along(drawn.contours) }] : [];
  });
  return setOnes({ piece, paths, ...rest }).flatMap(({ lettering, curve, set }): Finding[] => {
    const letters = paths.find(({ itemId, part }) => itemId === lettering.id && part === 'own');
    const shape = letters && flatOf(letters.trace),
      halo = paths.findIndex(
        ({ itemId, part, paint }) => itemId === lettering.id && part === 'halo' && !paint.fill?.overprint,
      );
    if (!shape) return [];
    return lines.flatMap(({ line, item, drawn, places }): Finding[] => {
      if (drawn.xMin > shape.xMax || drawn.xMax < shape.xMin || drawn.yMin > shape.yMax || drawn.yMax < shape.yMin)
        return [];
      // A stroke as wide as a band is what they stand on.
      if (line.paint.stroke!.widthMm > set.capMm / 2) return [];
      // What is said of its own curve is another matter; a halo over the line keeps it away from the letters.
      if (item.id === curve.id || paths.indexOf(line) < halo) return [];
      const hits: number[] = [];
      for (let i = 0; i < places.length; i += 2) if (within(shape, places[i]!, places[i + 1]!)) hits.push(i);
      if (hits.length < LEAST) return [];
      const middle = hits[Math.floor(hits.length / 2)]!;
      const [x, y] = [places[middle]!, places[middle + 1]!];
      return [
        {
          code: 'line-through',
          itemId: lettering.id,
          at: { x, y },
          message: `The line of ${quotedName(item)} runs through “${short(lettering.wording)}”. Move one of them, or give the words a halo in the ink of their ground.`,
        },
      ];
    });
  });
};
