import { limited, object, orNull, point, tagged, type TypeOf } from './fields';

/** The stances, by their names in a piece; what each does is in core/setting/stances. */
const STANCE_KINDS = ['turned', 'upright', 'sheared', 'swayed', 'bent', 'pointed', 'stacked'] as const;

export const stance = object({
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
