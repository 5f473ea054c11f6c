import { STANCE_KINDS } from '../stances';
import { limited, object, orNull, point, tagged, type TypeOf } from '../fields';

export const stance = object({
  /** What each does is in core/stances. */
  kind: tagged(...STANCE_KINDS),
  /** From 0, as turned, to 1, wholly so. Stances that are not graded take no heed of it. */
  strength: limited('fraction'),
  /** What stems point to, of stances that have a centre; null for the curve's own. */
  centre: orNull(point()),
});

/** How a single letter stands on its place. */
export type Stance = TypeOf<typeof stance>;
export type StanceKind = Stance['kind'];

/** The stance of new lettering: each letter turned with the curve. */
export const PLAIN_STANCE: Stance = { kind: 'turned', strength: 1, centre: null };
