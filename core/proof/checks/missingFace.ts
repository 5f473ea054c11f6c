import type { Check } from '../check';

/** Lettering whose typeface is not at hand: another stands in on the screen, and no file is made. */
export const missingFace: Check = ({ settings }) =>
  settings.flatMap(({ lettering, set }) =>
    set.ok
      ? set.value.notes
          .filter((note) => note.code === 'unknown-face')
          .slice(0, 1)
          .map((note) => ({ code: note.code, itemId: lettering.id, message: note.message }))
      : [],
  );
