import { tracksOf } from '../../curves';
import { turnAbout } from '../../shapes/similarity';
import { distance, type Vec } from '../../geometry/vec';
import type { Step } from '../../piece/steps';
import { findCurve, findItem, isCurve, isFree, isLettering, type Item, type Piece } from '../../piece/types';
import { isClosed } from '../../setting/line/anchorPlaces';
import { turnLetteringsSteps } from './copies';
import { boxOfItem, moveSteps } from './several';

/** Centres that are no further apart count as one, mm. */
const ONE_CENTRE_MM = 0.05;

/** What a selection is turned about, and how far it reaches. */
export interface Pivot {
  readonly centre: Vec;
  readonly min: Vec;
  readonly max: Vec;
}

const itemsOf = (piece: Piece, ids: readonly string[]): readonly Item[] =>
  ids.flatMap((id) => findItem(piece, id) ?? []);

/** Whether an item, or the curve that it stands on, may be turned by itself. */
function turns(piece: Piece, item: Item, alone: boolean): boolean {
  if (isCurve(item)) return isFree(item);
  if (!isLettering(item)) return 'centre' in item && !item.locked;
  const track = tracksOf(piece).get(item.curveId);
  if (item.locked || !track?.ok) return false;
  return alone ? isClosed(track.value) : isFree(findCurve(piece, item.curveId)!);
}

/**
 * What a selection turns about: a curve, art and pictures about their own middle, letterings about the middle of their
 * closed curves where that is one, several things about the middle of all. Null where nothing can be turned.
 */
export function pivotOf(piece: Piece, ids: readonly string[]): Pivot | null {
  const items = itemsOf(piece, ids);
  const words = items.every(isLettering);
  const able = items.filter((one) => turns(piece, one, words));
  if (able.length === 0 || (words && able.length < items.length)) return null;
  const bearers = able.map((one) => (isLettering(one) ? findCurve(piece, one.curveId)! : one));
  const boxes = bearers.flatMap((one) => boxOfItem(piece, one) ?? []);
  if (boxes.length === 0) return null;
  const min = { x: Math.min(...boxes.map((one) => one.min.x)), y: Math.min(...boxes.map((one) => one.min.y)) };
  const max = { x: Math.max(...boxes.map((one) => one.max.x)), y: Math.max(...boxes.map((one) => one.max.y)) };
  const centres = bearers.flatMap((one): Vec[] => {
    const track = isCurve(one) ? tracksOf(piece).get(one.id) : undefined;
    return track?.ok ? [track.value.centre] : 'centre' in one ? [one.centre] : [];
  });
  const one = centres.every((other) => distance(other, centres[0]!) <= ONE_CENTRE_MM);
  if (words && !one) return null;
  return { centre: one ? centres[0]! : { x: (min.x + max.x) / 2, y: (min.y + max.y) / 2 }, min, max };
}

/**
 * Turns a selection about its pivot: curves with all that stands on them; letterings alone along their curves, which
 * stay.
 *
 * @param deg in the way of the clock
 * @returns no steps where nothing can be turned
 */
export function turnSelectionSteps(piece: Piece, ids: readonly string[], deg: number): Step[] {
  const pivot = pivotOf(piece, ids);
  const items = itemsOf(piece, ids);
  if (!pivot) return [];
  return items.every(isLettering)
    ? turnLetteringsSteps(piece, items, deg)
    : moveSteps(piece, ids, turnAbout(pivot.centre, deg));
}
