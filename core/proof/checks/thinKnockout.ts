import { quotedName } from '../../drawing/items';
import { isCurve, type Curve } from '../../piece/types';
import { setOnes, short, type Check, type Finding } from '../check';
import { thinnestPlace } from '../thickness';

/**
 * Words without an ink of their own that are cut out of a printed shape: their strokes are gaps in its ink, which close,
 * and the white within them is ink, which breaks off. A margin about them widens the ones and narrows the others.
 */
export const thinKnockout: Check = (ground) => {
  const { leastGapMm, leastStrokeMm } = ground.piece.process;
  const printed = new Set(ground.paths.filter(({ paint }) => paint.fill?.purpose === 'print').map((one) => one.itemId));
  const shapes = ground.piece.items.filter((one): one is Curve => isCurve(one) && printed.has(one.id));
  return setOnes(ground).flatMap(({ lettering, set }) => {
    if (lettering.fill) return [];
    const out = shapes.flatMap((shape) => {
      const cut = shape.cuts.find(({ itemId }) => itemId === lettering.id);
      return cut ? [{ shape, marginMm: cut.marginMm }] : [];
    });
    if (out.length === 0) return [];
    const { shape, marginMm } = out.reduce((a, b) => (b.marginMm < a.marginMm ? b : a));
    const words = `“${short(lettering.wording)}”, cut out of ${quotedName(shape)}`;
    const found: Finding[] = [];
    const stroke = thinnestPlace(set, 'stroke'),
      gapMm = stroke ? stroke.mm + 2 * marginMm : Infinity;
    if (stroke && gapMm < leastGapMm)
      found.push({
        code: 'thin-gap',
        itemId: lettering.id,
        mm: gapMm,
        at: stroke.at,
        message: `${words}: the thinnest stroke, in “${stroke.letter}”, leaves ${gapMm.toFixed(2)} mm open and fills up; the press holds ${leastGapMm} mm open. Make the words larger, give them a margin, or choose a sturdier face.`,
      });
    const white = thinnestPlace(set, 'white'),
      inkMm = white ? Math.max(0, white.mm - 2 * marginMm) : Infinity;
    if (white && inkMm < leastStrokeMm)
      found.push({
        code: 'thin-stroke',
        itemId: lettering.id,
        mm: inkMm,
        at: white.at,
        message: `${words}: the ink that is left within “${white.letter}” is ${inkMm.toFixed(2)} mm; ${leastStrokeMm} mm can be printed. Make the words larger, or choose a more open face.`,
      });
    return found;
  });
};
