import { tracksOf } from '../curves';
import { fractionOf } from '../curves/clock';
import { setStep, type Step } from '../piece/steps';
import { findLettering, letteringsOn, type Lettering, type Piece } from '../piece/types';
import { fail, ok, type Result } from '../result';
import { isClosed, placeAtFraction } from '../setting/anchorPlaces';
import { letteringTrack } from '../setting/corners';
import { readingDirection, reseatLettering } from '../setting/seat';

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
  if (!made?.ok) return fail(made?.problem ?? { code: 'unknown-curve', message: 'The curve of this lettering is gone.' });
  const track = letteringTrack(made.value, lettering.corners);
  if (!isClosed(track)) return fail({ code: 'not-closed', message: 'Only a closed curve has an opposite side. Set the other words on a curve of their own.' });
  const u = wrap(fractionOf(track, lettering.anchor.at));
  const turned = reseatLettering(lettering, lettering.seat.tops === 'outward' ? 'inward' : 'outward', lettering.seat.side);
  const { startU, endU } = turned.bookends;
  const whole = startU === endU;
  const alone = letteringsOn(piece, lettering.curveId).length === 1;
  /** The half of the ring round a place, in the reading order of the tops. */
  const half = (middle: number, tops: Lettering['seat']['tops']): Lettering['bookends'] => {
    const reach = readingDirection(track, tops) * 0.25;
    return { startU: wrap(middle - reach), endU: wrap(middle + reach) };
  };
  const item: Lettering = {
    ...turned, id: newId, twinOf: lettering.id, adjustments: [],
    anchor: { ...turned.anchor, at: placeAtFraction(track, wrap(u + 0.5)) },
    bookends: whole ? half(u + 0.5, turned.seat.tops) : { startU: wrap(startU + 0.5), endU: wrap(endU + 0.5) },
  };
  return ok([
    ...(whole && alone ? [setStep(piece, lettering.id, ['bookends'], half(u, lettering.seat.tops))] : []),
    { kind: 'insert', index: piece.items.indexOf(lettering) + 1, item },
  ]);
}

/** What a lettering shares with its twin, by the first name of a property's path. Words, place and bookends are its own. */
const SHARED: ReadonlySet<string> = new Set(['faceId', 'size', 'width', 'letterCase', 'features', 'axes', 'spacing', 'stance', 'corners', 'fill', 'stroke', 'lineDistanceMm']);

/**
 * Steps with what they mean for twins: what one of the two is given of face, size, spacing, stance, ink or the distance
 * of its band, the other is given too.
 */
export function inStep(piece: Piece, steps: readonly Step[]): Step[] {
  return steps.flatMap((step) => {
    if (step.kind !== 'set' || step.id === null) return [step];
    const own = findLettering(piece, step.id);
    if (!own) return [step];
    const others = piece.items.filter((item): item is Lettering => item.type === 'lettering' && item.id !== own.id && (item.id === own.twinOf || item.twinOf === own.id));
    return [step, ...others.flatMap((other) => {
      const [first, second] = step.path;
      if (SHARED.has(first!)) return [setStep(piece, other.id, step.path, step.value)];
      if (first === 'seat' && second === 'baselineShiftMm') {
        const sign = own.seat.tops === other.seat.tops ? 1 : -1;
        return [setStep(piece, other.id, step.path, (step.value as number) === 0 ? 0 : sign * (step.value as number))];
      }
      if (first === 'seat' && (second === 'by' || second === 'side')) return [setStep(piece, other.id, step.path, step.value)];
      return [];
    })];
  });
}
