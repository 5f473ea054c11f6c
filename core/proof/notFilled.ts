import type { Check } from './check';

/** Lettering that is kept filled but cannot fill its room within the limits of its rules. */
export const notFilled: Check = ({ settings }) => settings.flatMap(({ lettering, set }) => (set.ok ? set.value.notes : [])
  .filter((note) => note.code === 'fit-not-met').map(({ code, message, value }) => ({ code, message, itemId: lettering.id, mm: Math.abs(value as number) })));
