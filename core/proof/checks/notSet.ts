import type { Check } from '../check';

/** Lettering that cannot be set at all: the curve is too tight, or the typeface is not at hand. */
export const notSet: Check = ({ settings, tracks }) =>
  settings.flatMap(({ lettering, curve, set }) =>
    // A curve without a track is reported once, not for each lettering on it.
    set.ok || !tracks.get(curve.id)!.ok
      ? []
      : [{ code: set.problem.code, itemId: lettering.id, message: set.problem.message }],
  );
