import { hypot } from '../hypot';
import { smoothDerivatives, type CubicSegment, type SmoothSegment } from './segment';

/**
 * Eight-point Gauss–Legendre nodes and weights on −1…1 (positive half; the rule is symmetric).
 * Source: Abramowitz & Stegun, Handbook of Mathematical Functions, table 25.4, n = 8.
 */
const NODES = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363] as const;
const WEIGHTS = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763] as const;

const scratch = new Float64Array(4);

/** Length in mm between two parameters, by one application of the eight-point rule. */
export function smoothLength(segment: SmoothSegment, t0: number, t1: number): number {
  if (segment.kind === 'cubic') return cubicLength(segment, t0, t1);
  const half = (t1 - t0) / 2;
  const middle = (t1 + t0) / 2;
  let sum = 0;
  for (let i = 0; i < 8; i++) {
    const n = i >> 1;
    smoothDerivatives(segment, middle + (i % 2 ? half : -half) * NODES[n]!, scratch);
    sum += WEIGHTS[n]! * hypot(scratch[0]!, scratch[1]!);
  }
  return sum * half;
}

/** The same for cubics, written out: it is on the hot path. */
function cubicLength(c: CubicSegment, t0: number, t1: number): number {
  const ax = 3 * (c.p1.x - c.p0.x),
    ay = 3 * (c.p1.y - c.p0.y);
  const bx = 6 * (c.p2.x - c.p1.x),
    by = 6 * (c.p2.y - c.p1.y);
  const cx = 3 * (c.p3.x - c.p2.x),
    cy = 3 * (c.p3.y - c.p2.y);
  const half = (t1 - t0) / 2;
  const middle = (t1 + t0) / 2;
  let sum = 0;
  for (let i = 0; i < 4; i++) {
    const offset = half * NODES[i]!;
    const w = WEIGHTS[i]!;
    let t = middle - offset;
    let m = 1 - t;
    let x = m * m * ax + m * t * bx + t * t * cx;
    let y = m * m * ay + m * t * by + t * t * cy;
    sum += w * Math.sqrt(x * x + y * y);
    t = middle + offset;
    m = 1 - t;
    x = m * m * ax + m * t * bx + t * t * cx;
    y = m * m * ay + m * t * by + t * t * cy;
    sum += w * Math.sqrt(x * x + y * y);
  }
  return sum * half;
}
