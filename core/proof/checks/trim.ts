import { cleanPath } from '../../drawing/clean';
import { setStep } from '../../piece/steps';
import { quotedName } from '../../drawing/items';
import type { Vec } from '../../geometry/vec';
import { findItem, type Sheet } from '../../piece/types';
import { type Check, type Finding } from '../check';
import { boxOf } from '../extent';

/** Letters nearer to the trim than this are in danger from the knife, mm; and what printers ask for as bleed. */
const SAFE_MM = 1.5,
  BLEED_MM = 3;
const EXACT_MM = 0.01;
const SIDES = ['left', 'top', 'right', 'bottom'] as const;

type Found = Omit<Finding, 'itemId'>;

/** What a box means that reaches `inside` mm within the trim on each side, less than 0 beyond it. */
function judged(
  { widthMm, heightMm, bleedMm }: Sheet,
  name: string,
  inside: readonly number[],
  middle: Vec,
  kind: { readonly words: boolean; readonly filled: boolean },
  moreBleed: Finding['fix'],
): Found | null {
  const at = (side: number) =>
    side % 2 === 0 ? { x: side === 0 ? 0 : widthMm, y: middle.y } : { x: middle.x, y: side === 1 ? 0 : heightMm };
  const first = (is: (mm: number, side: number) => boolean) => {
    const side = inside.findIndex(is);
    return side < 0 ? null : { mm: Math.abs(inside[side]!), at: at(side), side: SIDES[side]! };
  };
  // What begins beyond the side that lies across is off the sheet; a ground may reach as far as it likes.
  if (first((mm, side) => mm > (side % 2 === 0 ? widthMm : heightMm) - EXACT_MM))
    return { code: 'off-sheet', at: middle, message: `${name} lies wholly off the sheet and does not print.` };
  const over = first((mm) => mm < -EXACT_MM);
  // Words are never meant to be cut, whatever the bleed.
  if (over && kind.words)
    return {
      code: 'cut-off',
      mm: over.mm,
      at: over.at,
      message: `${name} is cut off by the trim on the ${over.side}: ${over.mm.toFixed(2)} mm of it lie beyond. Move it in.`,
    };
  if (over && bleedMm === 0)
    return {
      code: 'bleed-missing',
      mm: over.mm,
      at: over.at,
      message: `${name} crosses the trim on the ${over.side} by ${over.mm.toFixed(2)} mm, and the sheet has no bleed: a white edge may show.`,
      fix: moreBleed,
    };
  const short = first((mm) => mm < -EXACT_MM && mm > -bleedMm + EXACT_MM);
  if (short)
    return {
      code: 'bleed-short',
      mm: short.mm,
      at: short.at,
      message: `${name} ends ${short.mm.toFixed(2)} mm beyond the trim on the ${short.side}; the bleed is ${bleedMm} mm.`,
    };
  const flush = kind.filled && !over && first((mm) => Math.abs(mm) <= EXACT_MM);
  if (flush)
    return {
      code: 'flush-with-trim',
      at: flush.at,
      message: `${name} ends exactly at the trim on the ${flush.side}: where the knife is off by a hair a white edge shows. Let it run ${BLEED_MM} mm beyond, into the bleed.`,
    };
  const near = kind.words && first((mm) => mm >= -EXACT_MM && mm < SAFE_MM);
  return near
    ? {
        code: 'near-trim',
        mm: near.mm,
        at: near.at,
        message: `${name} comes within ${near.mm.toFixed(2)} mm of the trim on the ${near.side}; keep ${SAFE_MM} mm.`,
      }
    : null;
}

/** What crosses the trim without bleed enough or ends right at it, and words that are cut off or nearly. */
export const trim: Check = ({ piece, paths }) => {
  const { sheet } = piece;
  const seen = new Set<string>();
  return paths.flatMap((path): Finding[] => {
    const box = boxOf(path.within ? cleanPath(path) : path);
    const item = findItem(piece, path.itemId);
    if (!box || !item || seen.has(item.id)) return [];
    const found = judged(
      sheet,
      quotedName(item),
      [box.xMin, box.yMin, sheet.widthMm - box.xMax, sheet.heightMm - box.yMax],
      { x: (box.xMin + box.xMax) / 2, y: (box.yMin + box.yMax) / 2 },
      { words: item.type === 'lettering', filled: path.paint.fill !== null || path.picture !== undefined },
      { label: `Give ${BLEED_MM} mm of bleed`, steps: [setStep(piece, null, ['sheet', 'bleedMm'], BLEED_MM)] },
    );
    if (!found) return [];
    seen.add(item.id);
    return [{ itemId: item.id, ...found }];
  });
};
