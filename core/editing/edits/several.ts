import { tracksOf } from '../../curves';
import { mapPoint, type Similarity } from '../../shapes/similarity';
import { extentOf } from '../../geometry/extent';
import type { Vec } from '../../geometry/vec';
import { setStep, type Step } from '../../piece/steps';
import { InTurn } from '../inTurn';
import {
  findCurve,
  findItem,
  isCurve,
  isFree,
  isLettering,
  isOrnaments,
  type Item,
  type Piece,
} from '../../piece/types';
import { ok, type Result } from '../../result';
import { artSize } from './bringArt';
import { deleteCurveSteps, transformSteps } from './operations';

/** Edits of several items of any kind at once. None changes the piece that it is given. */

/** What can be selected by hand together: all that is neither locked nor hidden. */
export const selectable = (piece: Piece): readonly string[] =>
  piece.items
    .filter((item) => !('locked' in item && item.locked) && !('hidden' in item && item.hidden))
    .map(({ id }) => id);

/** The items of a selection that can be moved as they are: others are locked, follow another curve, or stand on one. */
const movable = (piece: Piece, ids: readonly string[]): readonly Item[] =>
  ids.flatMap((id): readonly Item[] => {
    const item = findItem(piece, id);
    if (!item || isOrnaments(item)) return [];
    if (isLettering(item)) {
      // Lettering goes with its curve, which is moved once.
      const curve = findCurve(piece, item.curveId);
      return curve && isFree(curve) && !item.locked && !ids.includes(curve.id) ? [curve] : [];
    }
    if (isCurve(item)) return isFree(item) ? [item] : [];
    return item.locked ? [] : [item];
  });

/**
 * Moves, and turns where asked, items as one: curves with all that stands on them, art and pictures. Lettering takes
 * its curve along; what is locked or follows another curve stays.
 *
 * @param by a map that neither mirrors nor scales
 */
export function moveSteps(piece: Piece, ids: readonly string[], by: Similarity): Step[] {
  return [...new Set(movable(piece, ids))].flatMap((item): Step[] => {
    if (isCurve(item)) return transformSteps(piece, item, by);
    if (isLettering(item) || isOrnaments(item)) return [];
    return [
      setStep(piece, item.id, ['centre'], mapPoint(by, item.centre)),
      ...(by.turnDeg === 0 ? [] : [setStep(piece, item.id, ['turnDeg'], (item.turnDeg + by.turnDeg + 360) % 360)]),
    ];
  });
}

/**
 * Deletes items, and what stands on the curves among them. Curves that followed a deleted one keep their form.
 *
 * @returns a problem of a step that does not fit
 */
export function removeSteps(piece: Piece, ids: readonly string[]): Result<Step[]> {
  const made = new InTurn(piece);
  for (const id of ids) {
    // What stood on a curve of the selection is gone with it.
    const item = findItem(made.piece, id);
    if (!item || isCurve(item)) continue;
    const done = made.make([{ kind: 'remove', index: made.piece.items.indexOf(item), item }]);
    if (!done.ok) return done;
  }
  for (const id of ids) {
    const curve = findCurve(made.piece, id);
    if (!curve) continue;
    const gone = deleteCurveSteps(made.piece, curve, { kind: 'delete' });
    if (!gone.ok) return gone;
    const done = made.make(gone.value);
    if (!done.ok) return done;
  }
  return ok(made.steps);
}

/** How far an item reaches by itself; null for what stands on a curve, or has no track. */
export function boxOfItem(piece: Piece, item: Item): { readonly min: Vec; readonly max: Vec } | null {
  if (isCurve(item)) {
    const track = tracksOf(piece).get(item.id);
    return track?.ok ? extentOf(track.value.path) : null;
  }
  if (isLettering(item) || isOrnaments(item)) return null;
  const { widthMm, heightMm } =
    item.type === 'art'
      ? artSize(item)
      : { widthMm: item.widthMm, heightMm: (item.widthMm * item.heightPx) / item.widthPx };
  const k = item.type === 'art' ? item.scale / 2 : 0.5;
  const a = (item.turnDeg * Math.PI) / 180;
  const [c, n] = [Math.abs(Math.cos(a)), Math.abs(Math.sin(a))];
  const [w, h] = [(widthMm * c + heightMm * n) * k, (widthMm * n + heightMm * c) * k];
  const { x, y } = item.centre;
  return { min: { x: x - w, y: y - h }, max: { x: x + w, y: y + h } };
}
