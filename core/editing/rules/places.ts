import { tracksOf } from '../../curves';
import type { Step } from '../../piece/steps';
import { findLettering, holdersOf, isLettering, type Lettering, type Piece } from '../../piece/types';
import { settingOf } from '../../setting/settingOf';
import type { Rule } from '../rule';

/** Letterings that steps may have left without a place: their own, and those whose curves are others now. */
function touched(before: Piece, after: Piece, steps: readonly Step[]): Lettering[] {
  const ids = new Set(steps.map((step) => (step.kind === 'set' || step.kind === 'reorder' ? step.id : step.item.id)));
  const was = tracksOf(before),
    now = tracksOf(after);
  // Curves that follow others move with them: a track that is another object may be tighter.
  const moved = ({ curveId, seat }: Lettering): boolean =>
    [curveId, ...holdersOf(seat)].some((id) => was.get(id) !== now.get(id));
  return after.items.filter(isLettering).filter((one) => ids.has(one.id) || moved(one));
}

/** A curve that could be drawn, and a lettering that had a place to stand, may not lose it. */
export const placesRule: Rule = {
  name: 'a place for everything',
  refuse(before, { piece, steps }, { faces, corrections }) {
    const was = tracksOf(before),
      now = tracksOf(piece);
    for (const [id, track] of now) {
      const old = was.get(id);
      if (!track.ok && (!old || old.ok)) return track.problem;
    }
    for (const lettering of touched(before, piece, steps)) {
      const set = settingOf(lettering, now, faces, corrections);
      if (set.ok || set.problem.code === 'unknown-face') continue;
      const old = findLettering(before, lettering.id);
      const stood = old && settingOf(old, was, faces, corrections);
      if (!stood || stood.ok) return set.problem;
    }
    return null;
  },
};
