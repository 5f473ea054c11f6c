import { setOnes, short, type Check, type Finding } from '../check';

/** A share of a process ink from which on it prints nearly solid, and one below which it is hardly there, %. */
const SOLID = 85,
  FAINT = 8;
/** So many inks that must meet exactly are too many for small letters. */
const MOST_INKS = 3;
/** Letters are small below so many times the height that can be read at all. */
const SMALL = 2;

/** Small letters that are made of dots: of a mix of several inks, which never meet exactly, or of a tint. */
export const smallInScreen: Check = (ground) => {
  const { kind, leastLetterMm } = ground.piece.process;
  // Other processes print solid inks only.
  if (kind !== 'offset') return [];
  const least = SMALL * leastLetterMm;
  return setOnes(ground).flatMap(({ lettering, set }): Finding[] => {
    const ink = ground.piece.inks.find((one) => one.id === lettering.fill);
    if (!ink || ink.kind === 'spot' || lettering.wording.trim() === '' || set.capMm >= least - 1e-9) return [];
    const there = ink.cmyk.filter((share) => share >= FAINT);
    const size = `“${short(lettering.wording)}” has capitals of ${set.capMm.toFixed(2)} mm`;
    const common = { itemId: lettering.id, mm: set.capMm };
    if (there.length >= MOST_INKS && Math.max(...ink.cmyk) < 100)
      return [
        {
          ...common,
          code: 'small-in-mix',
          message: `${size} in “${ink.name}”, a mix of ${there.length} inks: where these miss each other it is not sharp. Below ${least} mm take one solid ink.`,
        },
      ];
    if (there.length > 0 && Math.max(...there) < SOLID)
      return [
        {
          ...common,
          code: 'small-in-tint',
          message: `${size} in “${ink.name}”, a tint of ${Math.round(Math.max(...there))} %: its edges are made of dots. Below ${least} mm take a solid ink.`,
        },
      ];
    return [];
  });
};
