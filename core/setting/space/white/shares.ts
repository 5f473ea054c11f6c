import type { Shares } from './white';

/**
 * How readings vary together over pairs: their weighted covariance, row by row, in squared hundredths of the height.
 */
export function spreadMatrix(rows: Float64Array, weights: Float64Array, size: number): Float64Array {
  const mean = new Float64Array(size),
    matrix = new Float64Array(size * size);
  let all = 0;
  weights.forEach((weight, n) => {
    all += weight;
    for (let i = 0; i < size; i++) mean[i]! += weight * rows[n * size + i]!;
  });
  if (all === 0) return matrix;
  for (let i = 0; i < size; i++) mean[i]! /= all;
  weights.forEach((weight, n) => {
    if (weight === 0) return;
    for (let i = 0; i < size; i++) {
      const one = (weight / all) * (rows[n * size + i]! - mean[i]!) * 1e4;
      for (let k = 0; k <= i; k++) matrix[i * size + k]! += one * (rows[n * size + k]! - mean[k]!);
    }
  });
  for (let i = 0; i < size; i++) for (let k = 0; k < i; k++) matrix[k * size + i] = matrix[i * size + k]!;
  return matrix;
}

/** The spread of pairs by shares, hundredths of the height. */
export function spreadBy(matrix: Float64Array, shares: Shares): number {
  let sum = 0;
  for (let i = 0; i < shares.length; i++)
    for (let k = 0; k < shares.length; k++) sum += shares[i]! * shares[k]! * matrix[i * shares.length + k]!;
  return Math.sqrt(Math.max(sum, 0));
}

const ROUNDS = 400;
const SETTLED = 1e-7;

/**
 * The shares, none negative and 1 in sum, by which pairs differ least. What one share gives another takes, two at a
 * time, as far as it helps, until nothing does: the problem is convex, so that is the least.
 *
 * @param held what the shares are drawn to, with the force `hold`
 */
export function leastSpread(matrix: Float64Array, held: Shares, hold: number): Shares {
  const size = held.length;
  const shares = [...held];
  // Slope of ½(w'Gw + hold |w − held|²) by each share.
  const slope = shares.map(
    (share, i) => shares.reduce((sum, other, k) => sum + matrix[i * size + k]! * other, 0) + hold * (share - held[i]!),
  );
  for (let round = 0; round < ROUNDS; round++) {
    let moved = 0;
    for (let i = 0; i < size; i++)
      for (let k = 0; k < i; k++) {
        const bend = matrix[i * size + i]! + matrix[k * size + k]! - 2 * matrix[i * size + k]! + 2 * hold;
        if (bend <= 0) continue;
        const by = Math.min(Math.max((slope[k]! - slope[i]!) / bend, -shares[i]!), shares[k]!);
        if (by === 0) continue;
        shares[i]! += by;
        shares[k]! -= by;
        for (let n = 0; n < size; n++) slope[n]! += by * (matrix[n * size + i]! - matrix[n * size + k]!);
        slope[i]! += hold * by;
        slope[k]! -= hold * by;
        moved = Math.max(moved, Math.abs(by));
      }
    if (moved < SETTLED) break;
  }
  return shares.map((share) => Math.max(share, 0));
}
