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

/** The map x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** An outline through a map that keeps lines straight. */
export const mappedTrace =
  (trace: Trace, [a, b, c, d, e, f]: Affine): Trace =>
  (sink) => {
    const x = (px: number, py: number): number => a * px + c * py + e;
    const y = (px: number, py: number): number => b * px + d * py + f;
    trace({
      moveTo: (px, py) => sink.moveTo(x(px, py), y(px, py)),
      lineTo: (px, py) => sink.lineTo(x(px, py), y(px, py)),
      quadTo: (x1, y1, px, py) => sink.quadTo(x(x1, y1), y(x1, y1), x(px, py), y(px, py)),
      curveTo: (x1, y1, x2, y2, px, py) =>
        sink.curveTo(x(x1, y1), y(x1, y1), x(x2, y2), y(x2, y2), x(px, py), y(px, py)),
      closePath: () => sink.closePath(),
    });
  };
