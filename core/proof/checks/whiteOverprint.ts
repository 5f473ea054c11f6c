import { setStep } from '../../piece/steps';
import type { Check } from '../check';
import { inksUsed } from '../inksUsed';

/** White that overprints prints nothing at all: what it should cover shows. */
export const whiteOverprint: Check = (ground) =>
  inksUsed(ground).flatMap(({ ink, itemId }) =>
    ink.kind === 'process' && ink.overprint && ink.cmyk.every((share) => share === 0)
      ? [
          {
            code: 'white-overprint',
            itemId,
            message: `The ink “${ink.name}” is white and overprints, so it vanishes in print: what lies beneath shows.`,
            fix: {
              label: 'Let it knock out',
              steps: [
                setStep(
                  ground.piece,
                  null,
                  ['inks'],
                  ground.piece.inks.map((one) => (one.id === ink.id ? { ...one, overprint: false } : one)),
                ),
              ],
            },
          },
        ]
      : [],
  );
