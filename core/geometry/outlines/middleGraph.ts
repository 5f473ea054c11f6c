import Delaunator from 'delaunator';
import { hypot } from '../../hypot';
import { windingOf } from './closest';

/**
 * Two places on the edge face each other where a disc that touches both is hardly wider than their distance: the
 * cosine of half the angle between the sides there. At a corner of 90° it is 0.71, and no line leads into it; where
 * strokes meet it is 0.8 and more. No line ends where the sides close up by more than 45°: that is a corner of the stroke's end.
 */
const FACING = 0.75,
  FACING_AT_END = 0.92;
/** A branch reaches beyond what it leaves by more than so many half widths of that. */
const BRANCH = 0.5;
/** Whether a place lies within closed lines of points, even and odd. */
export const isWithin = (contours: readonly Float64Array[], x: number, y: number): boolean =>
  contours.reduce((sum, points) => sum + windingOf(points, x, y), 0) % 2 !== 0;

/** Places along closed lines of points, no farther than `step` apart, and which one follows on each. */
function placesAlong(contours: readonly Float64Array[], step: number): { xy: Float64Array; ahead: Int32Array } {
  const xy: number[] = [],
    ahead: number[] = [];
  for (const points of contours) {
    const first = xy.length / 2;
    for (let i = 2; i < points.length; i += 2) {
      const [ax, ay, bx, by] = [points[i - 2]!, points[i - 1]!, points[i]!, points[i + 1]!];
      const parts = Math.ceil(hypot(bx - ax, by - ay) / step);
      for (let k = 0; k < parts; k++) {
        xy.push(ax + ((bx - ax) * k) / parts, ay + ((by - ay) * k) / parts);
        ahead.push(xy.length / 2);
      }
    }
    if (xy.length / 2 > first) ahead[ahead.length - 1] = first;
  }
  return { xy: Float64Array.from(xy), ahead: Int32Array.from(ahead) };
}

export interface Disc {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}
/** The disc through three places. */
function discThrough(xy: Float64Array, a: number, b: number, c: number): Disc {
  const [ax, ay] = [xy[2 * a]!, xy[2 * a + 1]!];
  const [bx, by, cx, cy] = [xy[2 * b]! - ax, xy[2 * b + 1]! - ay, xy[2 * c]! - ax, xy[2 * c + 1]! - ay];
  const d = 2 * (bx * cy - by * cx),
    [b2, c2] = [bx * bx + by * by, cx * cx + cy * cy];
  const [x, y] = [(cy * b2 - by * c2) / d, (bx * c2 - cx * b2) / d];
  return { x: x + ax, y: y + ay, r: hypot(x, y) };
}

/** Discs that touch the edge, and which follow on each, with how well the edge faces itself there. */
export interface Graph {
  readonly discs: readonly Disc[];
  readonly joined: readonly Map<number, number>[];
  /** The numbers of those that lie inside. */
  readonly inside: readonly number[];
}

/**
 * The middle lines of what is filled, as the discs of a Delaunay triangulation of places on its edge: neighbours are
 * joined where the places between them face each other.
 */
export function graphOf(contours: readonly Float64Array[], step: number): Graph {
  const { xy, ahead } = placesAlong(contours, step);
  const { triangles, halfedges } = new Delaunator(xy);
  const count = triangles.length / 3;
  const discs: Disc[] = [],
    isInside: boolean[] = [];
  for (let t = 0; t < count; t++) {
    const [a, b, c] = [triangles[3 * t]!, triangles[3 * t + 1]!, triangles[3 * t + 2]!];
    discs.push(discThrough(xy, a, b, c));
    const [x, y] = [(xy[2 * a]! + xy[2 * b]! + xy[2 * c]!) / 3, (xy[2 * a + 1]! + xy[2 * b + 1]! + xy[2 * c + 1]!) / 3];
    isInside.push(isWithin(contours, x, y));
  }
  const joined = discs.map(() => new Map<number, number>());
  for (let e = 0; e < triangles.length; e++) {
    const other = halfedges[e]!,
      [t, u] = [Math.floor(e / 3), Math.floor(other / 3)];
    const [p, q] = [triangles[e]!, triangles[e % 3 === 2 ? e - 2 : e + 1]!];
    if (other < e || !isInside[t] || !isInside[u] || ahead[p] === q || ahead[q] === p) continue;
    const [a, b] = [discs[t]!, discs[u]!];
    const half = hypot((a.x + b.x) / 2 - xy[2 * p]!, (a.y + b.y) / 2 - xy[2 * p + 1]!);
    const facing = hypot(xy[2 * p]! - xy[2 * q]!, xy[2 * p + 1]! - xy[2 * q + 1]!) / (2 * half);
    // Of places on one straight side there is no disc, and no number.
    if (!(facing >= FACING)) continue;
    joined[t]!.set(u, facing);
    joined[u]!.set(t, facing);
  }
  return { discs, joined, inside: discs.flatMap((_, t) => (isInside[t] ? [t] : [])) };
}

export const apart = (a: Disc, b: Disc): number => hypot(a.x - b.x, a.y - b.y);

/** The discs from one onwards by a neighbour of it, up to the next place that is no mere way through. */
export function runFrom(joined: Graph['joined'], from: number, by: number): number[] {
  const run = [from, by];
  for (let at = by, before = from; joined[at]!.size === 2 && at !== from;) {
    const [one, two] = [...joined[at]!.keys()] as [number, number];
    const on = one === before ? two : one;
    before = at;
    at = on;
    run.push(at);
  }
  return run;
}
export const lengthOf = (discs: readonly Disc[], run: readonly number[]): number =>
  run.slice(1).reduce((sum, one, i) => sum + apart(discs[run[i]!]!, discs[one]!), 0);

function separate(joined: Graph['joined'], a: number, b: number): void {
  joined[a]!.delete(b);
  joined[b]!.delete(a);
}

/** Takes ends away up to where the edge faces itself well. */
function trimEnds({ joined }: Graph): void {
  joined.forEach((_, from) => {
    for (let at = from; joined[at]!.size === 1;) {
      const [[on, facing]] = [...joined[at]!] as [[number, number]];
      if (facing >= FACING_AT_END) return;
      separate(joined, at, on);
      at = on;
    }
  });
}

/** Takes away branches that hardly reach beyond what they leave, the shortest first. */
export function prune(graph: Graph): void {
  const { discs, joined } = graph;
  trimEnds(graph);
  for (let again = true; again;) {
    again = false;
    const short: { run: number[]; length: number }[] = [];
    joined.forEach((of, end) => {
      if (of.size !== 1) return;
      const run = runFrom(joined, end, [...of.keys()][0]!),
        last = run.at(-1)!;
      const length = lengthOf(discs, run) + discs[end]!.r - discs[last]!.r;
      if (joined[last]!.size > 2 && length < BRANCH * discs[last]!.r) short.push({ run, length });
    });
    for (const { run } of short.sort((a, b) => a.length - b.length)) {
      // Of those that meet where only two are left, the longer one is the way on.
      if (joined[run.at(-1)!]!.size < 3) continue;
      run.slice(1).forEach((one, i) => separate(joined, run[i]!, one));
      again = true;
    }
  }
}
