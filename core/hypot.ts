/**
 * The length of a vector. Math.hypot takes more than ten times as long, for guarding against numbers that no measure
 * here comes near, and may be rounded differently elsewhere; this is the same everywhere.
 */
export const hypot = (x: number, y: number): number => Math.sqrt(x * x + y * y);
