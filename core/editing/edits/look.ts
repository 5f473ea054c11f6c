import { STYLE_FIELDS, styleOf } from '../../piece/items/lettering';
import { sameValue } from '../../piece/equal';
import { setStep, type Step } from '../../piece/steps';
import { findItem, isLettering, type InkId, type Item, type Piece, type Stroke, type Style } from '../../piece/types';

/** How an item looks, taken from it to be given to others: its inks, and of lettering all that a style keeps. */
export interface Look {
  readonly fill: InkId | null;
  readonly stroke: Stroke | null;
  readonly style: Style['of'] | null;
}

/** The look of an item; null for what has no inks of its own. */
export function lookOf(item: Item): Look | null {
  if (isLettering(item)) return { fill: item.fill, stroke: item.stroke, style: styleOf(item) };
  if (item.type === 'curve' || item.type === 'ornaments') return { fill: item.fill, stroke: item.stroke, style: null };
  return null;
}

/**
 * Steps that give a look to items: lettering takes all of one that was lettering's, anything else the fill and the
 * stroke. Inks that the piece does not have are left out.
 */
export function lookSteps(piece: Piece, look: Look, ids: readonly string[]): Step[] {
  const has = (ink: InkId | null | undefined): boolean => !ink || piece.inks.some((one) => one.id === ink);
  const known = (value: unknown): boolean =>
    typeof value === 'string' ? has(value) : has((value as { ink?: InkId } | null)?.ink);
  return ids.flatMap((id): Step[] => {
    const item = findItem(piece, id);
    if (!item || lookOf(item) === null) return [];
    const { style } = look;
    const values: readonly (readonly [string, unknown])[] =
      isLettering(item) && style
        ? STYLE_FIELDS.map((field) => [field, style[field]] as const)
        : [
            ['fill', look.fill],
            ['stroke', look.stroke],
          ];
    return values
      .filter(([field, value]) => !sameValue((item as never)[field], value))
      .filter(([field, value]) => !['fill', 'stroke', 'halo', 'shade', 'underline'].includes(field) || known(value))
      .map(([field, value]) => setStep(piece, id, [field], value));
  });
}
