import type { Check } from '../check';

/** Letters on a bend that is tighter than they reach. */
export const fold: Check = ({ settings }) =>
  settings.flatMap(({ lettering, set }) =>
    set.ok
      ? set.value.notes
          .filter((note) => note.code === 'fold')
          .map((note) => ({ code: note.code, itemId: lettering.id, message: note.message }))
      : [],
  );
