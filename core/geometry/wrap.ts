/**
 * A place on a closed way brought into its first round, 0 to `round` (that left out). A fraction of a curve goes round
 * at 1.
 */
export const wrap = (place: number, round = 1): number => place - Math.floor(place / round) * round;
