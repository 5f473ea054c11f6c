import { tracksOf } from '../../curves';
import { withMore, type Step } from '../../piece/steps';
import { findCurve, isCurve, letteringsOn, type Curve, type Lettering, type Piece } from '../../piece/types';
import { fail } from '../../result';
import { equalRoomsSteps } from '../edits/equalRooms';
import type { Ground, Rule } from '../rule';

/** Steps after which the rooms of a curve are equal; none where they cannot be, which is told where they are shown. */
function slidEqual(piece: Piece, { id }: Curve, stays: string | undefined, { faces, corrections }: Ground): Step[] {
  const steps =
    stays === undefined
      ? fail({ code: 'one-lettering', message: '' })
      : equalRoomsSteps(piece, id, stays, faces, corrections);
  return steps.ok ? steps.value : [];
}

/** The lettering that stays when rooms are made equal again: the one that was put elsewhere, else the first. */
function staying(before: readonly Lettering[], now: readonly Lettering[]): string | undefined {
  const put = now.filter((one) => {
    const was = before.find(({ id }) => id === one.id);
    return was && (was.anchor !== one.anchor || was.bookends !== one.bookends);
  });
  return (put.length === 1 ? put[0] : now[0])?.id;
}

/**
 * Where a curve whose rooms are kept equal, or a lettering on it, is changed, the letterings are slid. The one that was
 * put elsewhere stays there, else the first of the curve. Nothing follows where the rooms cannot be equal.
 */
export const roomsRule: Rule = {
  name: 'equal rooms',
  follow(before, made, ground) {
    let now = made;
    for (const curve of made.piece.items) {
      if (!isCurve(curve) || !curve.equalRooms) continue;
      const [were, are] = [letteringsOn(before, curve.id), letteringsOn(now.piece, curve.id)];
      const asBefore =
        findCurve(before, curve.id)?.equalRooms && tracksOf(before).get(curve.id) === tracksOf(now.piece).get(curve.id);
      if (asBefore && were.length === are.length && are.every((one, i) => one === were[i])) continue;
      now = withMore(now, slidEqual(now.piece, curve, staying(were, are), ground));
    }
    return now;
  },
};

/** Steps that finish the rooms of a curve, once the spacing of what is on it is known; none where they are not kept. */
export function finishRooms(piece: Piece, curveId: string, ground: Ground): Step[] {
  const curve = findCurve(piece, curveId);
  return curve?.equalRooms ? slidEqual(piece, curve, letteringsOn(piece, curveId)[0]?.id, ground) : [];
}
