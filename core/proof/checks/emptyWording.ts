import type { Check } from '../check';

/** Lettering without words. */
export const emptyWording: Check = ({ settings }) =>
  settings
    .filter(({ lettering }) => lettering.wording.trim() === '')
    .map(({ lettering, curve }) => ({
      code: 'empty-wording',
      itemId: lettering.id,
      message: `There is a lettering without words on “${curve.name}”. Type the words, or delete it.`,
    }));
