import { smoothLength } from './gaussLegendre';
import { smoothDerivatives, type SmoothSegment } from './segment';

/**
 * Length and turning along a short stretch of a cubic as polynomials in v, −1 ≤ v ≤ 1, from its start:
 * evaluating them costs a tenth of a quadrature. Coefficients by rising power, one more than NODES.
 */
export interface SpanPolynomial {
  readonly length: Float64Array;
  readonly turning: Float64Array;
}

const NODES = 9;
const CHEBYSHEV = Array.from({ length: NODES }, (_, j) => Math.cos(((2 * j + 1) * Math.PI) / (2 * NODES)));

/** Rows of the inverse of the Vandermonde matrix: values at the nodes to coefficients by power. */
const TO_COEFFICIENTS = invertVandermonde();

function invertVandermonde(): Float64Array[] {
  const rows = CHEBYSHEV.map((x, j) =>
    Float64Array.from({ length: 2 * NODES }, (_, i) => (i < NODES ? x ** i : Number(i - NODES === j))),
  );
  for (let column = 0; column < NODES; column++) {
    let best = column;
    for (let r = column + 1; r < NODES; r++) if (Math.abs(rows[r]![column]!) > Math.abs(rows[best]![column]!)) best = r;
    [rows[column], rows[best]] = [rows[best]!, rows[column]!];
    const pivot = rows[column]!;
    const by = pivot[column]!;
    for (let i = 0; i < 2 * NODES; i++) pivot[i]! /= by;
    for (let r = 0; r < NODES; r++) {
      const factor = rows[r]![column]!;
      if (r === column || factor === 0) continue;
      for (let i = 0; i < 2 * NODES; i++) rows[r]![i]! -= factor * pivot[i]!;
    }
  }
  return rows.map((row) => row.slice(NODES));
}

/** The integral from v = −1 of the polynomial through the given values at the nodes, times `factor`. */
function integrate(values: Float64Array, factor: number): Float64Array {
  const out = new Float64Array(NODES + 1);
  for (let i = 0; i < NODES; i++) {
    let sum = 0;
    for (let j = 0; j < NODES; j++) sum += TO_COEFFICIENTS[i]![j]! * values[j]!;
    out[i + 1] = (sum / (i + 1)) * factor;
  }
  // The integral is 0 at the start.
  let start = 0;
  for (let i = NODES; i >= 1; i--) start = (start + out[i]!) * -1;
  out[0] = -start;
  return out;
}

export function evaluate(coefficients: Float64Array, v: number): number {
  let sum = coefficients[NODES]!;
  for (let i = NODES - 1; i >= 0; i--) sum = sum * v + coefficients[i]!;
  return sum;
}

const derivatives = new Float64Array(4);
const speeds = new Float64Array(NODES);
const rates = new Float64Array(NODES);
const PROBES = [-0.62, -0.1, 0.45, 0.87];

/**
 * Fits length and turning between t0 and t1.
 *
 * @param toleranceMm how far the fitted length may be from quadrature at points between
 * @returns null where the fit is not that good: at a cusp, or where the stretch is too long
 */
export function fitSpan(c: SmoothSegment, t0: number, t1: number, toleranceMm: number): SpanPolynomial | null {
  const half = (t1 - t0) / 2;
  const middle = (t0 + t1) / 2;
  for (let j = 0; j < NODES; j++) {
    smoothDerivatives(c, middle + half * CHEBYSHEV[j]!, derivatives);
    const [x, y, xx, yy] = derivatives as unknown as [number, number, number, number];
    const speed2 = x * x + y * y;
    if (speed2 < 1e-18) return null;
    speeds[j] = Math.sqrt(speed2);
    rates[j] = (x * yy - y * xx) / speed2;
  }
  const length = integrate(speeds, half);
  const turning = integrate(rates, half);
  for (const v of PROBES) {
    const t = middle + half * v;
    if (Math.abs(evaluate(length, v) - smoothLength(c, t0, t)) > toleranceMm) return null;
    // The turning fits as well as its own rate does between the nodes.
    smoothDerivatives(c, t, derivatives);
    const [x, y, xx, yy] = derivatives as unknown as [number, number, number, number];
    const rate = ((x * yy - y * xx) / (x * x + y * y)) * half;
    let slope = 0;
    for (let i = NODES; i >= 1; i--) slope = slope * v + i * turning[i]!;
    if (Math.abs(slope - rate) > 1e-8) return null;
  }
  return { length, turning };
}

/**
 * Solves length(v) + k · turning(v) = target for v, by Newton inside a bracket.
 *
 * @param guess where to begin, −1…1
 */
export function solveSpan(
  { length, turning }: SpanPolynomial,
  k: number,
  target: number,
  guess: number,
  tolerance: number,
): number {
  let low = -1;
  let high = 1;
  let v = guess;
  for (let n = 0; n < 50; n++) {
    let value = length[NODES]! + k * turning[NODES]!;
    let slope = 0;
    for (let i = NODES - 1; i >= 0; i--) {
      slope = slope * v + value;
      value = value * v + length[i]! + k * turning[i]!;
    }
    const miss = value - target;
    if (Math.abs(miss) < tolerance) return v;
    if (miss > 0) high = v;
    else low = v;
    const next = v - miss / slope;
    const following = slope > 1e-12 && next >= low && next <= high ? next : (low + high) / 2;
    if (following === v) return v;
    v = following;
  }
  return v;
}
