import { group, limited, list, object, tagged, type TypeOf } from '../../fields';
import { LIMITS } from '../../fields/limits';
import { drawnParameters } from '../../shapes/drawn';
import { fill, stroke } from '../inks';
import { placed, within } from './placed';

const part = object({
  outlines: list(drawnParameters, LIMITS.artOutlines),
  rule: tagged('nonzero', 'evenodd'),
  fill,
  stroke,
});
/** Outlines of brought-in art that are painted alike: about the middle of the art, mm at its full size. */
export type ArtPart = TypeOf<typeof part>;

export const art = object({
  type: tagged('art'),
  ...placed,
  parts: list(part, LIMITS.artParts),
  /** 1 as it was brought in. */
  scale: limited('artScale'),
  within,
  group: group(),
});
/** Vector art that was brought in: it is placed, scaled, turned and cut to a curve as a whole. */
export type Art = TypeOf<typeof art>;
