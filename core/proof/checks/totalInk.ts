import type { Cmyk } from '../../ink/colour';
import { setStep } from '../../piece/steps';
import type { Check } from '../check';
import { inksUsed } from '../inksUsed';

/** Mixes that are more ink than the process takes. Spot inks are one ink, whatever stands in for them. */
export const totalInk: Check = (ground) =>
  inksUsed(ground).flatMap(({ ink, itemId }) => {
    const { mostInk } = ground.piece.process;
    const sum = ink.cmyk.reduce((a, b) => a + b, 0);
    if (ink.kind === 'spot' || ink.purpose !== 'print' || ink.tint || sum <= mostInk + 1e-9) return [];
    const [c, m, y, k] = ink.cmyk;
    // Black stays, the three colours give way alike; black alone beyond the limit cannot be.
    const share = Math.max(0, mostInk - k) / Math.max(c + m + y, 1e-9);
    const less = [Math.floor(c * share), Math.floor(m * share), Math.floor(y * share), k] as unknown as Cmyk;
    return [
      {
        code: 'total-ink',
        itemId,
        message: `The ink “${ink.name}” is ${Math.round(sum)} % in all; ${mostInk} % is the most, beyond it sheets may set off.`,
        fix: {
          label: `Reduce it to ${mostInk} %`,
          steps: [
            setStep(
              ground.piece,
              null,
              ['inks'],
              ground.piece.inks.map((one) => (one.id === ink.id ? { ...one, cmyk: less } : one)),
            ),
          ],
        },
      },
    ];
  });
