import { tracksOf } from '../../curves';
import { fractionOf } from '../../curves/clock';
import { setStep, type Step } from '../../piece/steps';
import { findLettering, letteringsOn, type Lettering, type Piece, type Seat, type TwinShare } from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { isClosed, placeAtFraction } from '../../setting/line/anchorPlaces';
import { letteringTrack } from '../../setting/line/corners';
import { readingDirection, reseatLettering } from '../../setting/line/seat';

/** What a new twin shares. */
const ALL_SHARES: readonly TwinShare[] = ['face', 'size', 'space', 'stance', 'ink', 'band'];

const wrap = (u: number): number => u - Math.floor(u);

/**
 * The matching lettering on the opposite side of the same closed curve: same words, face, size and band, turned over so
 * that it reads upright, centred opposite. Both get half of the curve between their bookends where the first one had
 * all of it. The new one keeps in step with the first: see `inStep`.
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

/** Which of the shared things a property belongs to, by the first name of its path. Words, place and bookends are never shared. */
const SHARE_OF: Readonly<Record<string, TwinShare>> = {
  faceId: 'face',
  letterCase: 'face',
  features: 'face',
  axes: 'face',
  size: 'size',
  width: 'size',
  lineDistanceMm: 'size',
  spacing: 'space',
  stance: 'stance',
  corners: 'stance',
  fill: 'ink',
  stroke: 'ink',
  halo: 'ink',
  shade: 'ink',
  underline: 'ink',
  united: 'ink',
  seat: 'band',
};

/** A seat in the band of another one, the tops left as they are: what is a shift towards the tops for one may be away for the other. */
function inBandOf(seat: Seat, of: Seat): Seat {
  const shift = seat.tops === of.tops ? of.baselineShiftMm : -of.baselineShiftMm;
  return { ...seat, side: of.side, by: of.by, hold: of.hold, baselineShiftMm: shift === 0 ? 0 : shift };
}

/** The twin of a lettering, with what the two share; null for none. */
export function twinOf(
  piece: Piece,
  lettering: Lettering,
): { readonly other: Lettering; readonly shares: readonly TwinShare[] } | null {
  const first = lettering.twin && findLettering(piece, lettering.twin.of);
  if (first) return { other: first, shares: lettering.twin!.shares };
  const second = piece.items.find(
    (item): item is Lettering => item.type === 'lettering' && item.twin?.of === lettering.id,
  );
  return second ? { other: second, shares: second.twin!.shares } : null;
}

/** Steps with what they mean for twins: what one of the two is given of what they share, the other is given too. */
export function inStep(piece: Piece, steps: readonly Step[]): Step[] {
  return steps.flatMap((step): Step[] => {
    if (step.kind !== 'set' || step.id === null) return [step];
    const own = findLettering(piece, step.id);
    const twin = own && twinOf(piece, own);
    const share = SHARE_OF[step.path[0]!];
    if (!own || !twin || !share || !twin.shares.includes(share)) return [step];
    const { other } = twin;
    if (share !== 'band') return [step, setStep(piece, other.id, step.path, step.value)];
    const seat = (step.path.length === 1 ? step.value : { ...own.seat, [step.path[1]!]: step.value }) as Seat;
    return [step, setStep(piece, other.id, ['seat'], inBandOf(other.seat, seat))];
  });
}
