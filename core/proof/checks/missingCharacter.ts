import type { Check } from '../check';

/** Characters that the typeface lacks: a box stands in for each. */
export const missingCharacter: Check = ({ settings }) =>
  settings.flatMap(({ lettering, set }) =>
    set.ok
      ? set.value.notes
          .filter((note) => note.code === 'missing-character')
          .map((note) => ({ code: note.code, itemId: lettering.id, message: note.message }))
      : [],
  );
