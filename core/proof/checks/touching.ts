import { collisions, type Collision } from '../../setting/space/collisions';
import { linesOf } from '../../setting/line/set';
import { setOnes, short, type Check, type Finding } from '../check';
import { setStep } from '../../piece/steps';

/**
 * Letters that touch, or come nearer than their least gap or than the process keeps open, in one lettering or from one
 * to the next.
 */
export const touching: Check = (ground) => {
  const ones = setOnes(ground);
  const { leastGapMm } = ground.piece.process;
  const owner = new Map(ones.flatMap(({ lettering, set }) => linesOf(set).map((line) => [line, lettering] as const)));
  const { found, unseen } = collisions(
    ones.map(({ set }) => set),
    ({ lettering }) => Math.max(lettering.spacing.leastGapMm, leastGapMm),
  );
  // One finding for each pair of letterings: the nearest letters, and how many there are.
  const pairs = new Map<string, Collision[]>();
  for (const one of found) {
    const key = [one.first, one.second]
      .map(({ line }) => owner.get(line)!.id)
      .sort()
      .join(' ');
    pairs.set(key, [...(pairs.get(key) ?? []), one]);
  }
  const findings = [...pairs.values()].map((list): Finding => {
    const nearest = list.reduce((a, b) => (b.mm < a.mm ? b : a));
    const [a, b] = [owner.get(nearest.first.line)!, owner.get(nearest.second.line)!];
    const letter = ({ line, index }: Collision['first']): string => line.measured.run.letters[index]!.text;
    const what = nearest.mm < 1e-6 ? 'touch' : `are ${nearest.mm.toFixed(2)} mm apart`;
    const more =
      list.length > 1 ? `, and ${list.length - 1} more ${list.length === 2 ? 'pair' : 'pairs'} too near` : '';
    const even = a === b && a.spacing.evenOut < 1 && a.anchor.align !== 'filled';
    return {
      code: nearest.mm < 1e-6 ? 'letters-touch' : 'letters-near',
      itemId: a.id,
      mm: nearest.mm,
      at: nearest.at,
      message:
        a === b
          ? `“${short(a.wording)}”: “${letter(nearest.first)}” and “${letter(nearest.second)}” ${what}${more}.`
          : `“${short(a.wording)}” and “${short(b.wording)}” ${nearest.mm < 1e-6 ? 'touch' : `come within ${nearest.mm.toFixed(2)} mm`}${more}.`,
      ...(even ? { fix: { label: 'Even out', steps: [setStep(ground.piece, a.id, ['spacing', 'evenOut'], 1)] } } : {}),
    };
  });
  if (unseen === 0 || !ones[0]) return findings;
  const widest = ones.reduce((a, b) => (b.lettering.spacing.leastGapMm > a.lettering.spacing.leastGapMm ? b : a));
  const { id, spacing } = widest.lettering;
  const mm = Math.max(spacing.leastGapMm, leastGapMm);
  return [
    ...findings,
    {
      code: 'least-gap-wide',
      itemId: id,
      mm,
      message: `With a minimum gap of ${mm} mm nearly all letters are too near each other: only the nearest were looked at. Make it smaller.`,
    },
  ];
};
