/** A pivot smaller than this share of the largest entry counts as none. */
const SINGULAR = 1e-14;

/**
 * Solves n linear equations in n unknowns by elimination with partial pivoting.
 *
 * @param rows n rows of n coefficients and the right side; they are not changed
 * @returns the unknowns, or null when they have no single solution
 */
export function solveLinear(rows: readonly (readonly number[])[]): number[] | null {
  const work = rows.map((row) => row.slice());
  const n = work.length;
  const scale = Math.max(...work.map((row) => Math.max(...row.slice(0, n).map(Math.abs))));
  for (let i = 0; i < n; i++) {
    let best = i;
    for (let r = i + 1; r < n; r++) if (Math.abs(work[r]![i]!) > Math.abs(work[best]![i]!)) best = r;
    [work[i], work[best]] = [work[best]!, work[i]!];
    const pivot = work[i]!;
    if (!(Math.abs(pivot[i]!) > SINGULAR * scale)) return null;
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const factor = work[r]![i]! / pivot[i]!;
      for (let k = i; k <= n; k++) work[r]![k]! -= factor * pivot[k]!;
    }
  }
  return work.map((row, i) => row[n]! / row[i]!);
}
