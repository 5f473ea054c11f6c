import type { Check } from '../check';

const ASKED: ReadonlySet<string> = new Set(['fit-not-met', 'least-gap-too-large', 'hold-not-met']);

/**
 * What was asked and cannot be had: a room that its rules cannot fill, a least gap larger than the room, a distance
 * from other curves.
 */
export const notFilled: Check = ({ settings }) =>
  settings.flatMap(({ lettering, set }) =>
    (set.ok ? set.value.notes : []).flatMap(({ code, message, value }) =>
      ASKED.has(code)
        ? [{ code, message, itemId: lettering.id, ...(typeof value === 'number' ? { mm: Math.abs(value) } : {}) }]
        : [],
    ),
  );
