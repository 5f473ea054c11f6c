import { shareOf } from '../../piece/items/lettering';
import { setStep, withMore, type Made, type SetStep } from '../../piece/steps';
import { findLettering, type Lettering, type Piece, type Seat, type TwinShare } from '../../piece/types';
import type { Rule } from '../rule';

/**
 * A seat in the band of another one, the tops left as they are: what is a shift towards the tops for one may be away
 * for the other.
 */
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

interface SharedSet extends SetStep {
  readonly id: string;
}

/** The steps that set something shared, in order; where both twins are given the same property, the later one alone. */
function lastSets({ piece, steps }: Made): SharedSet[] {
  const last = new Map<string, SharedSet>();
  for (const step of steps) {
    if (step.kind !== 'set' || step.id === null) continue;
    const own = findLettering(piece, step.id);
    const twin = own && twinOf(piece, own);
    const share = shareOf(step.path[0]!);
    if (!own || !twin || !share || !twin.shares.includes(share)) continue;
    const key = [...[own.id, twin.other.id].sort(), ...(share === 'band' ? ['seat'] : step.path)].join('\n');
    // Set anew, it comes behind what was set since.
    last.delete(key);
    last.set(key, { ...step, id: step.id });
  }
  return [...last.values()];
}

/** What one of two twins is given of what they share, the other is given too. */
export const twinsRule: Rule = {
  name: 'twins in step',
  follow(_, made) {
    let now = made;
    for (const step of lastSets(made)) {
      const own = findLettering(now.piece, step.id)!;
      const { other } = twinOf(now.piece, own)!;
      const share = shareOf(step.path[0]!);
      now = withMore(now, [
        share === 'band'
          ? setStep(now.piece, other.id, ['seat'], inBandOf(other.seat, own.seat))
          : setStep(now.piece, other.id, step.path, step.value),
      ]);
    }
    return now;
  },
};
