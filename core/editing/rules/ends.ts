import { tracksOf } from '../../curves';
import { fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { wrap } from '../../geometry/wrap';
import { setStep, withMore, type Step } from '../../piece/steps';
import { findLettering, type Lettering, type Piece } from '../../piece/types';
import { anchoredAt } from '../../setting/hand/grips';
import { isClosed, placeAtFraction } from '../../setting/line/anchorPlaces';
import type { Rule } from '../rule';

/** Places nearer to each other than this share of the curve are the same. */
const SAME = 1e-6;
const near = (a: number, b: number): boolean => Math.abs(a - b - Math.round(a - b)) < SAME;

/** Bookends opposite the words on a ring, as they are until they are set by hand, stay opposite when the words move. */
function oppositeSteps(piece: Piece, was: Lettering, now: Lettering, track: Track): Step[] {
  const { startU, endU } = was.bookends;
  if (startU !== endU || now.bookends !== was.bookends || !near(startU - anchoredAt(was, track), 0.5)) return [];
  const opposite = wrap(anchoredAt(now, track) + 0.5);
  return near(opposite, startU) ? [] : [setStep(piece, now.id, ['bookends'], { startU: opposite, endU: opposite })];
}

/** Words that begin or end at a bookend go with it. */
function alongSteps(piece: Piece, was: Lettering, now: Lettering, track: Track): Step[] {
  const { align } = now.anchor;
  if ((align !== 'start' && align !== 'end') || now.anchor !== was.anchor || now.bookends === was.bookends) return [];
  const field = align === 'start' ? 'startU' : 'endU';
  const { [field]: before } = was.bookends,
    { [field]: after } = now.bookends;
  if (now.anchor.startOffsetMm !== 0 || near(before, after) || !near(fractionOf(track, was.anchor.at), before))
    return [];
  return [setStep(piece, now.id, ['anchor', 'at'], placeAtFraction(track, after))];
}

/** Bookends go with the words on a ring, and words with the bookend at which they begin or end. */
export const endsRule: Rule = {
  name: 'words and their bookends',
  follow(before, made) {
    const ids = new Set(
      made.steps.flatMap((step) =>
        step.kind === 'set' && step.id !== null && (step.path[0] === 'anchor' || step.path[0] === 'bookends')
          ? [step.id]
          : [],
      ),
    );
    let now = made;
    for (const id of ids) {
      const was = findLettering(before, id),
        own = findLettering(now.piece, id);
      if (!was || !own || was.curveId !== own.curveId) continue;
      const track = tracksOf(now.piece).get(own.curveId);
      // What is turned over or brought to another curve says itself where its bookends are.
      if (!track?.ok || was.seat.tops !== own.seat.tops) continue;
      const steps = isClosed(track.value)
        ? [...oppositeSteps(now.piece, was, own, track.value), ...alongSteps(now.piece, was, own, track.value)]
        : alongSteps(now.piece, was, own, track.value);
      now = withMore(now, steps);
    }
    return now;
  },
};
