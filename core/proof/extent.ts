import type { PaintedPath } from '../drawing/painted';
import type { Sink } from '../drawing/sink';

export interface Box {
  readonly xMin: number;
  readonly yMin: number;
  readonly xMax: number;
  readonly yMax: number;
}

/** Where, strictly inside, one coordinate of a cubic turns back. */
function turns(a: number, b: number, c: number, d: number): number[] {
  const p = b - a,
    q = c - b,
    r = d - c;
  const [A, B, C] = [p - 2 * q + r, 2 * (q - p), p];
  if (Math.abs(A) < 1e-12) return B === 0 ? [] : [-C / B].filter((t) => t > 0 && t < 1);
  const root = B * B - 4 * A * C;
  return root < 0
    ? []
    : [(-B - Math.sqrt(root)) / (2 * A), (-B + Math.sqrt(root)) / (2 * A)].filter((t) => t > 0 && t < 1);
}
const cubicAt = (a: number, b: number, c: number, d: number, t: number): number => {
  const m = 1 - t;
  return m * m * m * a + 3 * m * m * t * b + 3 * m * t * t * c + t * t * t * d;
};

const boxes = new WeakMap<PaintedPath, Box | null>();

/**
 * The exact box of what a painted outline covers, its stroke included; null where it has no points. Mitres are not
 * counted.
 */
export function boxOf(path: PaintedPath): Box | null {
  const known = boxes.get(path);
  if (known !== undefined) return known;
  let [xMin, yMin, xMax, yMax] = [Infinity, Infinity, -Infinity, -Infinity];
  let x = 0,
    y = 0;
  const take = (px: number, py: number): void => {
    xMin = Math.min(xMin, px);
    xMax = Math.max(xMax, px);
    yMin = Math.min(yMin, py);
    yMax = Math.max(yMax, py);
  };
  const to = (px: number, py: number): void => {
    take(px, py);
    [x, y] = [px, py];
  };
  const sink: Sink = {
    moveTo: to,
    lineTo: to,
    closePath: () => {},
    paint: () => {},
    quadTo: (x1, y1, px, py) =>
      sink.curveTo(
        x + (2 / 3) * (x1 - x),
        y + (2 / 3) * (y1 - y),
        px + (2 / 3) * (x1 - px),
        py + (2 / 3) * (y1 - py),
        px,
        py,
      ),
    curveTo: (x1, y1, x2, y2, px, py) => {
      for (const t of [...turns(x, x1, x2, px), ...turns(y, y1, y2, py)])
        take(cubicAt(x, x1, x2, px, t), cubicAt(y, y1, y2, py, t));
      to(px, py);
    },
  };
  path.trace(sink);
  const half = (path.paint.stroke?.widthMm ?? 0) / 2;
  const box = xMin <= xMax ? { xMin: xMin - half, yMin: yMin - half, xMax: xMax + half, yMax: yMax + half } : null;
  boxes.set(path, box);
  return box;
}
