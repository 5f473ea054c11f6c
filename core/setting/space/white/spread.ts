export const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Root mean square of the distances of values from their mean. */
export function spreadOf(values: readonly number[]): number {
  const middle = meanOf(values);
  return Math.sqrt(values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / values.length);
}
