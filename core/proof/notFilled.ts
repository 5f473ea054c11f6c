import type { Check } from './check';

/** What was asked of the space and cannot be had: a room that its rules cannot fill, a least gap larger than the room. */
export const notFilled: Check = ({ settings }) => settings.flatMap(({ lettering, set }) => (set.ok ? set.value.notes : []).flatMap(({ code, message, value }) =>
  (code === 'fit-not-met' || code === 'least-gap-too-large' ? [{ code, message, itemId: lettering.id, mm: Math.abs(value as number) }] : [])));
