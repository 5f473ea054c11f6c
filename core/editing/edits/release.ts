import { tracksOf } from '../../curves';
import { fractionOf } from '../../curves/clock';
import { setStep, type Step } from '../../piece/steps';
import { holdersOf, isLettering, type Lettering, type Piece } from '../../piece/types';
import { letteringTrack } from '../../setting/line/corners';
import { heldAt } from '../../setting/line/hold';
import { readingDirection, released } from '../../setting/line/seat';

/** The seat of a lettering without its hold, standing as it stands; null where its own curve has no track. */
export function releasedSeat(piece: Piece, lettering: Lettering): Lettering['seat'] | null {
  const tracks = tracksOf(piece);
  const own = tracks.get(lettering.curveId);
  if (!own?.ok) return null;
  const track = letteringTrack(own.value, lettering.corners);
  const held = holdersOf(lettering.seat).map((id) => {
    const one = tracks.get(id);
    return one?.ok ? one.value : null;
  });
  const { seat } = lettering;
  return released(
    seat,
    seat.hold &&
      heldAt(
        track,
        seat.hold,
        held,
        fractionOf(track, lettering.anchor.at) * track.path.lengthMm,
        readingDirection(track, seat.tops),
      ),
  );
}

/**
 * Lets go of what a curve holds that is about to go: letterings stay where they stand. Some may be left out: they go
 * too.
 */
export const releaseSteps = (piece: Piece, curveId: string, except: readonly Lettering[] = []): Step[] =>
  piece.items
    .filter(isLettering)
    .filter((one) => holdersOf(one.seat).includes(curveId) && !except.includes(one))
    .map((one) => setStep(piece, one.id, ['seat'], releasedSeat(piece, one) ?? { ...one.seat, hold: null }));
