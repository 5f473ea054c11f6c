import type { Vec } from '../vec';

/** Outlines of one letter as closed lines of points, and the box round them. */
export interface Shape {
  readonly contours: readonly Float64Array[];
  readonly xMin: number;
  readonly yMin: number;
  readonly xMax: number;
  readonly yMax: number;
}

/** Boxes contours; null where there are none. */
export function shapeOf(contours: readonly Float64Array[]): Shape | null {
  let xMin = Infinity,
    yMin = Infinity,
    xMax = -Infinity,
    yMax = -Infinity;
  for (const points of contours)
    for (let i = 0; i < points.length; i += 2) {
      const x = points[i]!,
        y = points[i + 1]!;
      if (x < xMin) xMin = x;
      if (x > xMax) xMax = x;
      if (y < yMin) yMin = y;
      if (y > yMax) yMax = y;
    }
  return xMin <= xMax ? { contours, xMin, yMin, xMax, yMax } : null;
}

/** How near two outlines come to each other, mm, and where: 0 where they touch or lie over each other. */
export interface Closest {
  readonly mm: number;
  readonly at: Vec;
}

/** The stretches of a shape that come within a distance of a box, four numbers each. */
function stretchesNear({ contours }: Shape, box: Shape, within: number): number[] {
  const out: number[] = [];
  const [x0, y0, x1, y1] = [box.xMin - within, box.yMin - within, box.xMax + within, box.yMax + within];
  for (const points of contours)
    for (let i = 2; i < points.length; i += 2) {
      const ax = points[i - 2]!,
        ay = points[i - 1]!,
        bx = points[i]!,
        by = points[i + 1]!;
      if ((ax < x0 && bx < x0) || (ax > x1 && bx > x1) || (ay < y0 && by < y0) || (ay > y1 && by > y1)) continue;
      out.push(ax, ay, bx, by);
    }
  return out;
}

/** A line of points with its first one at its end too, as a fill closes it. */
export function backToStart(points: Float64Array): Float64Array {
  const closed = new Float64Array(points.length + 2);
  closed.set(points);
  closed.set(points.subarray(0, 2), points.length);
  return closed;
}

/** The area of a closed line of points, less than 0 where it goes round the other way. */
export function signedArea(points: Float64Array): number {
  let sum = 0;
  for (let i = 2; i < points.length; i += 2) sum += points[i - 2]! * points[i + 1]! - points[i]! * points[i - 1]!;
  return sum / 2;
}

/** How often a closed line of points goes round a place, with its sign. */
export function windingOf(points: Float64Array, x: number, y: number): number {
  let winding = 0;
  for (let i = 2; i < points.length; i += 2) {
    const ax = points[i - 2]!,
      ay = points[i - 1]!,
      bx = points[i]!,
      by = points[i + 1]!;
    if (ay <= y === by <= y) continue;
    const left = (bx - ax) * (y - ay) - (x - ax) * (by - ay);
    if (ay <= y && left > 0) winding++;
    else if (by <= y && left < 0) winding--;
  }
  return winding;
}

/** Whether a point lies inside outlines, by the non-zero rule. */
export function inside({ contours, xMin, yMin, xMax, yMax }: Shape, x: number, y: number): boolean {
  if (x < xMin || x > xMax || y < yMin || y > yMax) return false;
  let winding = 0;
  for (const points of contours) winding += windingOf(points, x, y);
  return winding !== 0;
}

let footX = 0,
  footY = 0;
/** Squared distance of a point from a straight stretch; where on the stretch that is stays in `footX` and `footY`. */
export function fromStretch(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax,
    dy = by - ay,
    length2 = dx * dx + dy * dy;
  const t = length2 > 0 ? Math.min(Math.max(((px - ax) * dx + (py - ay) * dy) / length2, 0), 1) : 0;
  footX = ax + t * dx;
  footY = ay + t * dy;
  return (px - footX) ** 2 + (py - footY) ** 2;
}

const crossing = (
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean => {
  const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number): number =>
    (qx - px) * (ry - py) - (qy - py) * (rx - px);
  const c = side(ax, ay, bx, by, cx, cy),
    d = side(ax, ay, bx, by, dx, dy);
  if ((c > 0 && d > 0) || (c < 0 && d < 0)) return false;
  const a = side(cx, cy, dx, dy, ax, ay),
    b = side(cx, cy, dx, dy, bx, by);
  return !((a > 0 && b > 0) || (a < 0 && b < 0)) && (c !== d || a !== b);
};

/** Fewer pairs of stretches than this are compared as they are. */
const FEW = 2000;
/** Of how many stretches of each the first look is taken. */
const SAMPLES = 24;

/** The squared distance of the nearest of some ends of stretches: no more than a limit for what is nearest of all. */
function sampled(a: readonly number[], b: readonly number[]): number {
  if ((a.length / 4) * (b.length / 4) < FEW) return Infinity;
  const [step, other] = [a, b].map((list) => 4 * Math.max(1, Math.floor(list.length / 4 / SAMPLES))) as [
    number,
    number,
  ];
  let least = Infinity;
  for (let i = 0; i < a.length; i += step)
    for (let k = 0; k < b.length; k += other)
      least = Math.min(least, (a[i]! - b[k]!) ** 2 + (a[i + 1]! - b[k + 1]!) ** 2);
  return least;
}

/**
 * How near two outlines come to each other, if nearer than a distance. Exact for the lines of points given.
 *
 * @param within what is farther apart than this, mm, is not looked at
 * @returns the least distance and the middle of where it is; null where they are farther apart
 */
export function closest(a: Shape, b: Shape, within: number): Closest | null {
  if (a.xMin > b.xMax + within || b.xMin > a.xMax + within || a.yMin > b.yMax + within || b.yMin > a.yMax + within)
    return null;
  // One wholly inside the other has no outlines near each other.
  for (const [one, other] of [
    [a, b],
    [b, a],
  ] as const) {
    const x = one.contours[0]![0]!,
      y = one.contours[0]![1]!;
    if (inside(other, x, y)) return { mm: 0, at: { x, y } };
  }
  const near = stretchesNear(a, b, within),
    far = stretchesNear(b, a, within);
  let best = Math.min(within * within, sampled(near, far) * (1 + 1e-9)),
    found: Vec | null = null;
  for (let i = 0; i < near.length; i += 4) {
    const ax = near[i]!,
      ay = near[i + 1]!,
      bx = near[i + 2]!,
      by = near[i + 3]!;
    const x0 = Math.min(ax, bx),
      x1 = Math.max(ax, bx),
      y0 = Math.min(ay, by),
      y1 = Math.max(ay, by);
    for (let k = 0; k < far.length; k += 4) {
      const cx = far[k]!,
        cy = far[k + 1]!,
        dx = far[k + 2]!,
        dy = far[k + 3]!;
      // How far apart the boxes of the two stretches are.
      const gapX = Math.max(0, (cx < dx ? cx : dx) - x1, x0 - (cx > dx ? cx : dx)),
        gapY = Math.max(0, (cy < dy ? cy : dy) - y1, y0 - (cy > dy ? cy : dy));
      if (gapX * gapX + gapY * gapY > best) continue;
      if (crossing(ax, ay, bx, by, cx, cy, dx, dy))
        return {
          mm: 0,
          at: {
            x: (Math.max(Math.min(ax, bx), Math.min(cx, dx)) + Math.min(Math.max(ax, bx), Math.max(cx, dx))) / 2,
            y: (Math.max(Math.min(ay, by), Math.min(cy, dy)) + Math.min(Math.max(ay, by), Math.max(cy, dy))) / 2,
          },
        };
      const look = (px: number, py: number, qx: number, qy: number, rx: number, ry: number): void => {
        const d2 = fromStretch(px, py, qx, qy, rx, ry);
        if (d2 <= best) {
          best = d2;
          found = { x: (px + footX) / 2, y: (py + footY) / 2 };
        }
      };
      look(ax, ay, cx, cy, dx, dy);
      look(bx, by, cx, cy, dx, dy);
      look(cx, cy, ax, ay, bx, by);
      look(dx, dy, ax, ay, bx, by);
    }
  }
  return found ? { mm: Math.sqrt(best), at: found } : null;
}
