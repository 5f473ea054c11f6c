import { withMore, type Step } from '../../piece/steps';
import {
  findCurve,
  followersOf,
  holdersOf,
  isCurve,
  isLettering,
  letteringsOn,
  ornamentsOn,
  type Curve,
  type Piece,
} from '../../piece/types';
import type { Rule } from '../rule';

/** The id of a line that is put on the sheet under words that stand on no curve yet. */
export const ownLineId = (letteringId: string): string => `line-${letteringId}`;

/** The letterings that a step takes off their curve, or off the sheet. */
function leaving(step: Step): readonly string[] {
  if (step.kind === 'set') return step.path[0] === 'curveId' && step.id !== null ? [step.id] : [];
  return step.kind === 'remove' && isLettering(step.item) ? [step.item.id] : [];
}

/** Whether anything else has to do with a curve. */
const isUsed = (piece: Piece, { id }: Curve): boolean =>
  letteringsOn(piece, id).length + ornamentsOn(piece, id).length + followersOf(piece, id).length > 0 ||
  piece.items.some(
    (one) =>
      (isCurve(one) && one.cuts.some((cut) => cut.itemId === id)) ||
      (isLettering(one) && holdersOf(one.seat).includes(id)) ||
      ('within' in one && one.within === id),
  );

/** The line that was made for words alone goes with them when they move on or go, unless it is used or painted. */
export const ownLineRule: Rule = {
  name: 'a line of their own',
  follow(_, made) {
    const lines = [...new Set(made.steps.flatMap(leaving))]
      .flatMap((id) => findCurve(made.piece, ownLineId(id)) ?? [])
      .filter((line) => line.fill === null && line.stroke === null && !line.locked && !isUsed(made.piece, line));
    return lines.reduce(
      (now, line) => withMore(now, [{ kind: 'remove', index: now.piece.items.indexOf(line), item: line }]),
      made,
    );
  },
};
