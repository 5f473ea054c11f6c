/** Most evaluations: halving alone would reach the nearness of a double in about as many. */
const ROUNDS = 80;

/**
 * Where a continuous function is 0 between two places at which it has opposite signs. Regula falsi with the weight of
 * an end that stays halved (the Illinois rule: Dowell and Jarratt, 1971), and halving where that is slow.
 *
 * @param fa,fb values at a and b, of opposite signs or 0
 * @param nearX stops when the place is known as nearly as this
 * @param nearF stops where the value is as near to 0 as this
 */
export function rootBetween(
  f: (x: number) => number,
  a: number,
  fa: number,
  b: number,
  fb: number,
  nearX: number,
  nearF = 0,
): number {
  if (fa === 0) return a;
  if (fb === 0) return b;
  let [wa, wb] = [fa, fb];
  let side = 0;
  for (let round = 0; round < ROUNDS && Math.abs(b - a) > nearX; round++) {
    const c = round % 6 === 5 ? (a + b) / 2 : (a * wb - b * wa) / (wb - wa);
    const fc = f(c);
    if (Math.abs(fc) <= nearF) return c;
    if (fc * wa > 0) {
      a = c;
      wa = fc;
      if (side === -1) wb /= 2;
      side = -1;
    } else {
      b = c;
      wb = fc;
      if (side === 1) wa /= 2;
      side = 1;
    }
  }
  return (a + b) / 2;
}
