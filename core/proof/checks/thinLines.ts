import { setStep } from '../../piece/steps';
import { isArt, isPicture, isTracing } from '../../piece/types';
import { quotedName } from '../../drawing/items';
import { type Check } from '../check';

/** Strokes, outlines, underlines and cut margins that are drawn finer than the process holds. */
export const thinLines: Check = ({ piece, paths }) => {
  const { leastStrokeMm, leastGapMm } = piece.process;
  const printed = new Set(paths.map((path) => path.itemId));
  return piece.items
    .filter((item) => printed.has(item.id))
    .flatMap((item) => {
      if (isTracing(item) || isPicture(item)) return [];
      const name = quotedName(item);
      if (isArt(item)) {
        const mm = Math.min(...item.parts.flatMap(({ stroke }) => (stroke ? [stroke.widthMm * item.scale] : [])));
        return mm < leastStrokeMm - 1e-9
          ? [
              {
                code: 'thin-line',
                itemId: item.id,
                mm,
                message: `${name}: its finest stroke is ${mm.toFixed(2)} mm at this size; ${leastStrokeMm} mm can be printed.`,
              },
            ]
          : [];
      }
      const thin = (path: readonly string[], mm: number, what: string, least: number) =>
        mm >= least
          ? []
          : [
              {
                code: 'thin-line',
                itemId: item.id,
                mm,
                message: `${name}: ${what} is ${mm.toFixed(2)} mm; ${least} mm can be printed.`,
                fix: { label: `Make it ${least} mm`, steps: [setStep(piece, item.id, path, least)] },
              },
            ];
      return [
        // An outline in the ink of the fill only makes letters bolder.
        ...(item.stroke && item.stroke.ink !== item.fill
          ? thin(
              ['stroke', 'widthMm'],
              item.stroke.widthMm,
              item.type === 'lettering' ? 'the outline' : 'the stroke',
              leastStrokeMm,
            )
          : []),
        ...(item.type === 'lettering' && item.underline
          ? thin(['underline', 'widthMm'], item.underline.widthMm, 'the underline', leastStrokeMm)
          : []),
        ...(item.type === 'curve'
          ? item.cuts.flatMap((cut, i) =>
              cut.marginMm > 0 &&
              cut.marginMm < leastGapMm &&
              piece.items.some(
                (one) =>
                  one.id === cut.itemId &&
                  one.type !== 'tracing' &&
                  one.type !== 'art' &&
                  one.type !== 'picture' &&
                  (one.fill || one.stroke),
              )
                ? [
                    {
                      code: 'thin-line',
                      itemId: item.id,
                      mm: cut.marginMm,
                      message: `${name}: a margin of ${cut.marginMm.toFixed(2)} mm about what is cut out of it fills up; the press holds ${leastGapMm} mm open.`,
                      fix: {
                        label: `Make it ${leastGapMm} mm`,
                        steps: [
                          setStep(
                            piece,
                            item.id,
                            ['cuts'],
                            item.cuts.map((one, k) => (k === i ? { ...one, marginMm: leastGapMm } : one)),
                          ),
                        ],
                      },
                    },
                  ]
                : [],
            )
          : []),
      ];
    });
};
