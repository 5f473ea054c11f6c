import { TWIN_SHARES } from '../../piece/fields';
import { tracksOf } from '../../curves';
import { fractionOf } from '../../curves/clock';
import { wrap } from '../../geometry/wrap';
import { setStep, type Step } from '../../piece/steps';
import { letteringsOn, type Lettering, type Piece, type TwinShare } from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { isClosed, placeAtFraction } from '../../setting/line/anchorPlaces';
import { letteringTrack } from '../../setting/line/corners';
import { readingDirection, reseatLettering } from '../../setting/line/seat';

/** What a new twin shares. */
const ALL_SHARES: readonly TwinShare[] = TWIN_SHARES;

/**
 * The matching lettering on the opposite side of the same closed curve: same words, face, size and band, turned over so
 * that it reads upright, centred opposite. Both get half of the curve between their bookends where the first one had
 * all of it. The new one keeps in step with the first: see `twinsRule`.
 *
 * @returns `not-closed` on a curve with ends, which has no opposite side
 */
export function twinSteps(piece: Piece, lettering: Lettering, newId: string): Result<Step[]> {
  const made = tracksOf(piece).get(lettering.curveId);
  if (!made?.ok)
    return fail(made?.problem ?? { code: 'unknown-curve', message: 'The curve of this lettering is gone.' });
  const track = letteringTrack(made.value, lettering.corners);
  if (!isClosed(track))
    return fail({
      code: 'not-closed',
      message: 'Only a closed curve has an opposite side. Set the other words on a curve of their own.',
    });
  const u = wrap(fractionOf(track, lettering.anchor.at));
  const turned = reseatLettering(
    lettering,
    lettering.seat.tops === 'outward' ? 'inward' : 'outward',
    lettering.seat.side,
  );
  const { startU, endU } = turned.bookends;
  const whole = startU === endU;
  const alone = letteringsOn(piece, lettering.curveId).length === 1;
  /** The half of the ring round a place, in the reading order of the tops. */
  const half = (middle: number, tops: Lettering['seat']['tops']): Lettering['bookends'] => {
    const reach = readingDirection(track, tops) * 0.25;
    return { startU: wrap(middle - reach), endU: wrap(middle + reach) };
  };
  const item: Lettering = {
    ...turned,
    id: newId,
    twin: { of: lettering.id, shares: ALL_SHARES },
    adjustments: [],
    anchor: { ...turned.anchor, at: placeAtFraction(track, wrap(u + 0.5)) },
    bookends: whole ? half(u + 0.5, turned.seat.tops) : { startU: wrap(startU + 0.5), endU: wrap(endU + 0.5) },
  };
  return ok([
    ...(whole && alone ? [setStep(piece, lettering.id, ['bookends'], half(u, lettering.seat.tops))] : []),
    { kind: 'insert', index: piece.items.indexOf(lettering) + 1, item },
  ]);
}
