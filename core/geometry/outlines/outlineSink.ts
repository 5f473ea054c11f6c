import type { Outline } from './outline';

/**
 * Who takes an outline, command by command, in mm. Coordinates arrive unrounded; rounding is the writer's, and nobody
 * else's.
 */
export interface OutlineSink {
  moveTo: (x: number, y: number) => void;
  lineTo: (x: number, y: number) => void;
  /** A quadratic Bézier: writers without one raise it to a cubic, which is exact. */
  quadTo: (x1: number, y1: number, x: number, y: number) => void;
  curveTo: (x1: number, y1: number, x2: number, y2: number, x: number, y: number) => void;
  closePath: () => void;
  /**
   * A whole outline through the map x' = a·x + c·y + e, y' = b·x + d·y + f, for writers on a hot path; the others
   * leave it out and get the same outline piece by piece.
   */
  outline?: (outline: Outline, a: number, b: number, c: number, d: number, e: number, f: number) => void;
}

/** Sends an outline to a sink. */
export type Trace = (sink: OutlineSink) => void;
