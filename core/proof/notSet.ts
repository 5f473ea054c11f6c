import type { Check } from './check';

/** Lettering that cannot be set at all: the curve is too tight, or the typeface is not at hand. */
export const notSet: Check = ({ settings }) => settings.flatMap(({ lettering, set }) =>
  set.ok ? [] : [{ code: set.problem.code, itemId: lettering.id, message: set.problem.message }]);
