import type { Point } from './point';

/** The stances, by their names in a piece; what each does is in core/setting/stances. */
export const STANCE_KINDS = ['turned', 'upright', 'sheared', 'swayed', 'bent', 'pointed', 'stacked'] as const;
export type StanceKind = (typeof STANCE_KINDS)[number];

/** How a single letter stands on its place. */
export interface Stance {
  readonly kind: StanceKind;
  /** From 0, as turned, to 1, wholly so. Stances that are not graded take no heed of it. */
  readonly strength: number;
  /** What stems point to, of stances that have a centre; null for the curve's own. */
  readonly centre: Point | null;
}

/** The stance of new lettering: each letter turned with the curve. */
export const PLAIN_STANCE: Stance = { kind: 'turned', strength: 1, centre: null };
