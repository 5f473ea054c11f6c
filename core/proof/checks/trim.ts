import { cleanPath } from '../../drawing/clean';
import { setStep } from '../../piece/steps';
import { quotedName } from '../../drawing/items';
import { findItem } from '../../piece/types';
import { type Check, type Finding } from '../check';
import { boxOf } from '../extent';

/** Letters nearer to the trim than this are in danger from the knife, mm; and what printers ask for as bleed. */
const SAFE_MM = 1.5,
  BLEED_MM = 3;
const EXACT_MM = 0.01;
const SIDES = ['left', 'top', 'right', 'bottom'] as const;

/** Ink that crosses the trim without bleed enough, and letters that nearly touch it. */
export const trim: Check = ({ piece, paths }) => {
  const { widthMm, heightMm, bleedMm } = piece.sheet;
  const seen = new Set<string>();
  return paths.flatMap((path): Finding[] => {
    const box = boxOf(path.within ? cleanPath(path) : path);
    const item = findItem(piece, path.itemId);
    if (!box || !item || seen.has(item.id)) return [];
    // How far inside the trim each side is; less than 0 beyond it.
    const inside = [box.xMin, box.yMin, widthMm - box.xMax, heightMm - box.yMax];
    const name = quotedName(item);
    const middle = { x: (box.xMin + box.xMax) / 2, y: (box.yMin + box.yMax) / 2 };
    const at = (side: number) =>
      side % 2 === 0 ? { x: side === 0 ? 0 : widthMm, y: middle.y } : { x: middle.x, y: side === 1 ? 0 : heightMm };
    const over = inside.findIndex((mm) => mm < -EXACT_MM);
    const short3 = inside.findIndex((mm) => mm < -EXACT_MM && mm > -bleedMm + EXACT_MM);
    const near = inside.findIndex((mm) => mm >= -EXACT_MM && mm < SAFE_MM);
    const found = (finding: Omit<Finding, 'itemId'>): Finding[] => {
      seen.add(item.id);
      return [{ itemId: item.id, ...finding }];
    };
    if (over >= 0 && bleedMm === 0) {
      return found({
        code: 'bleed-missing',
        mm: -inside[over]!,
        at: at(over),
        message: `${name} crosses the trim on the ${SIDES[over]} by ${(-inside[over]!).toFixed(2)} mm, and the sheet has no bleed: a white edge may show.`,
        fix: { label: `Give ${BLEED_MM} mm of bleed`, steps: [setStep(piece, null, ['sheet', 'bleedMm'], BLEED_MM)] },
      });
    }
    if (short3 >= 0)
      return found({
        code: 'bleed-short',
        mm: -inside[short3]!,
        at: at(short3),
        message: `${name} ends ${(-inside[short3]!).toFixed(2)} mm beyond the trim on the ${SIDES[short3]}; the bleed is ${bleedMm} mm.`,
      });
    if (near >= 0 && item.type === 'lettering')
      return found({
        code: 'near-trim',
        mm: Math.max(0, inside[near]!),
        at: at(near),
        message: `${name} comes within ${Math.max(0, inside[near]!).toFixed(2)} mm of the trim on the ${SIDES[near]}; keep ${SAFE_MM} mm.`,
      });
    return [];
  });
};
