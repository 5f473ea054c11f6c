import Delaunator from 'delaunator';
import { simplifyPathD } from 'clipper2-ts';
import { hypot } from '../../hypot';
import { windingOf } from './closest';
import type { Contour } from './outline';

/** So many places along an edge in the mean width of what is filled: the line is true to a five-hundredth. */
const PLACES_IN_WIDTH = 8;
/** More places than this are not looked at. */
const MOST_PLACES = 60_000;
/**
 * Two places on the edge face each other where a disc that touches both is hardly wider than their distance: the
 * cosine of half the angle between the sides there. At a corner of 90° it is 0.71, and no line leads into it; where
 * strokes meet it is 0.8 and more. No line ends where the sides close up by more than 45°: that is a corner of the stroke's end.
 */
const FACING = 0.75,
  FACING_AT_END = 0.92;
/** A branch reaches beyond what it leaves by more than so many half widths of that. */
const BRANCH = 0.5;
/** A line of no more than so many half widths is a dot. */
const DOT = 0.3;
/** An end is drawn on to the edge where that is so many half widths away at most. */
const REACH = 2.5;
/** Branches that meet run on into each other where they turn by less than this, as a cosine: 45 degrees. */
const ONWARD = -0.7;

/** Places along closed lines of points, no farther than `step` apart, and which one follows on each. */
function placesAlong(contours: readonly Float64Array[], step: number): { xy: Float64Array; ahead: Int32Array } {
  const xy: number[] = [],
    ahead: number[] = [];
  for (const points of contours) {
    const first = xy.length / 2,
      n = points.length / 2;
    for (let i = 0; i < n; i++) {
      const j = (i + 1) % n;
      const [ax, ay, bx, by] = [points[2 * i]!, points[2 * i + 1]!, points[2 * j]!, points[2 * j + 1]!];
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

interface Disc {
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
interface Graph {
  readonly discs: readonly Disc[];
  readonly joined: readonly Map<number, number>[];
  /** The numbers of those that lie inside. */
  readonly inside: readonly number[];
}

/**
 * The middle lines of what is filled, as the discs of a Delaunay triangulation of places on its edge: neighbours are
 * joined where the places between them face each other.
 */
function graphOf(contours: readonly Float64Array[], step: number): Graph {
  const { xy, ahead } = placesAlong(contours, step);
  const { triangles, halfedges } = new Delaunator(xy);
  const count = triangles.length / 3;
  const discs: Disc[] = [],
    isInside: boolean[] = [];
  const closed = contours.map(backToStart);
  for (let t = 0; t < count; t++) {
    const [a, b, c] = [triangles[3 * t]!, triangles[3 * t + 1]!, triangles[3 * t + 2]!];
    discs.push(discThrough(xy, a, b, c));
    const [x, y] = [(xy[2 * a]! + xy[2 * b]! + xy[2 * c]!) / 3, (xy[2 * a + 1]! + xy[2 * b + 1]! + xy[2 * c + 1]!) / 3];
    isInside.push(isWithin(closed, x, y));
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
    if (facing < FACING) continue;
    joined[t]!.set(u, facing);
    joined[u]!.set(t, facing);
  }
  return { discs, joined, inside: discs.flatMap((_, t) => (isInside[t] ? [t] : [])) };
}

const apart = (a: Disc, b: Disc): number => hypot(a.x - b.x, a.y - b.y);

/** The discs from one onwards by a neighbour of it, up to the next place that is no mere way through. */
function runFrom(joined: Graph['joined'], from: number, by: number): number[] {
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
const lengthOf = (discs: readonly Disc[], run: readonly number[]): number =>
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
function prune(graph: Graph): void {
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

/** The direction of a run at its beginning, over about a half width. */
function heading(discs: readonly Disc[], run: readonly number[]): readonly [number, number] {
  const first = discs[run[0]!]!;
  const to = discs[run.find((one) => apart(first, discs[one]!) > first.r) ?? run.at(-1)!]!;
  const length = apart(first, to) || 1;
  return [(to.x - first.x) / length, (to.y - first.y) / length];
}

/** The runs between ends and places where several meet. */
function plainRuns({ joined }: Graph): number[][] {
  const done = new Set<string>();
  const key = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`);
  const runs: number[][] = [];
  const take = (from: number): void => {
    for (const by of joined[from]!.keys()) {
      if (done.has(key(from, by))) continue;
      const run = runFrom(joined, from, by);
      for (let i = 1; i < run.length; i++) done.add(key(run[i - 1]!, run[i]!));
      runs.push(run);
    }
  };
  joined.forEach((of, at) => {
    if (of.size > 0 && of.size !== 2) take(at);
  });
  joined.forEach((of, at) => {
    if (of.size === 2) take(at);
  });
  return runs;
}

/** A place where several runs meet: one disc, or some that are joined by runs shorter than they are wide. */
interface Meeting {
  readonly discs: Set<number>;
  readonly links: number[][];
}
function meetingsOf({ discs, joined }: Graph, runs: readonly number[][]): ReadonlySet<Meeting> {
  const at = new Map<number, Meeting>();
  joined.forEach((of, i) => {
    if (of.size > 2) at.set(i, { discs: new Set([i]), links: [] });
  });
  for (const run of runs) {
    const [one, two] = [at.get(run[0]!), at.get(run.at(-1)!)];
    if (!one || !two || one === two || lengthOf(discs, run) >= discs[run[0]!]!.r) continue;
    one.links.push(run, ...two.links);
    for (const i of two.discs) {
      one.discs.add(i);
      at.set(i, one);
    }
  }
  return new Set(at.values());
}

/** The two runs from a meeting that go on into each other best; null where none does. */
function straightest(discs: readonly Disc[], runs: readonly number[][]): readonly [number[], number[]] | null {
  let best: readonly [number[], number[]] | null = null,
    least = ONWARD;
  for (const [i, one] of runs.entries())
    for (const two of runs.slice(i + 1)) {
      const [[ax, ay], [bx, by]] = [heading(discs, one), heading(discs, two)];
      if (ax * bx + ay * by >= least) continue;
      least = ax * bx + ay * by;
      best = [one, two];
    }
  return best;
}

/** The runs between ends and places where several meet, those that go straight on there made one. */
function runsOf(graph: Graph): number[][] {
  const runs = plainRuns(graph);
  for (const { discs: here, links } of meetingsOf(graph, runs)) {
    for (const link of links) runs.splice(runs.indexOf(link), 1);
    let through = 0;
    for (;;) {
      const arms = runs
        .filter((run) => here.has(run[0]!) !== here.has(run.at(-1)!))
        .map((run) => (here.has(run[0]!) ? run : run.reverse()));
      const pair = straightest(graph.discs, arms);
      if (!pair) break;
      const [one, two] = pair;
      runs.splice(runs.indexOf(one), 1);
      runs.splice(runs.indexOf(two), 1, [...one.reverse(), ...two.slice(one.at(-1) === two[0] ? 1 : 0)]);
      through++;
    }
    // Two that go through cross each other; else what is between belongs to one of them.
    if (through < 2) runs.push(...links);
  }
  return runs;
}

/** Where a line that goes on from a place meets the edge first; Infinity where it does not. */
function reachOf(contours: readonly Float64Array[], { x, y }: Disc, dx: number, dy: number): number {
  let best = Infinity;
  for (const points of contours)
    for (let i = 0, n = points.length; i < n; i += 2) {
      const [ax, ay] = [points[i]! - x, points[i + 1]! - y],
        [bx, by] = [points[(i + 2) % n]! - x, points[(i + 3) % n]! - y];
      const [sa, sb] = [dx * ay - dy * ax, dx * by - dy * bx];
      if (sa > 0 === sb > 0) continue;
      const u = sa / (sa - sb);
      const on = dx * (ax + (bx - ax) * u) + dy * (ay + (by - ay) * u);
      if (on > 0) best = Math.min(best, on);
    }
  return best;
}

const signedArea = (points: Float64Array): number => {
  let sum = 0;
  for (let i = 0, n = points.length; i < n; i += 2)
    sum += points[i]! * points[(i + 3) % n]! - points[(i + 2) % n]! * points[i + 1]!;
  return sum / 2;
};

/** Whether a place lies within closed lines of points, even and odd. */
const isWithin = (contours: readonly Float64Array[], x: number, y: number): boolean =>
  contours.reduce((sum, points) => sum + windingOf(points, x, y), 0) % 2 !== 0;
const backToStart = (points: Float64Array): Float64Array => Float64Array.from([...points, points[0]!, points[1]!]);

/** The widest disc that fits in: of places on one straight side the middle lies far outside. */
function widestOf({ discs, inside }: Graph, contours: readonly Float64Array[]): Disc {
  const closed = contours.map(backToStart);
  const sorted = inside.map((t) => discs[t]!).sort((a, b) => b.r - a.r);
  return sorted.find(({ x, y }) => isWithin(closed, x, y)) ?? sorted.at(-1)!;
}

/**
 * The lines down the middle of what is filled: of every stroke one, drawn on to its ends, those that go straight on
 * through a crossing in one. What has no length, such as a dot, is a short line across.
 *
 * The places that are as near to the edge on two sides (Blum 1967), of a Delaunay triangulation of the edge.
 *
 * @param contours closed lines of x and y that do not cross, their first place once, read as even and odd: one with its
 *   holes, since what is far apart takes longer together
 * @param tolerance how far a line may be from the true one where it is straightened
 * @returns null where the edge is too long for its width to be looked at
 */
export function middleLines(contours: readonly Float64Array[], tolerance: number): Contour[] | null {
  const solid = contours.filter((points) => points.length >= 6);
  let edge = 0;
  for (const points of solid)
    for (let i = 0, n = points.length; i < n; i += 2)
      edge += hypot(points[(i + 2) % n]! - points[i]!, points[(i + 3) % n]! - points[i + 1]!);
  const area = Math.abs(solid.reduce((sum, points) => sum + signedArea(points), 0));
  if (!(area > 0)) return [];
  const step = (2 * area) / edge / PLACES_IN_WIDTH;
  if (edge / step > MOST_PLACES) return null;
  const graph = graphOf(solid, step);
  prune(graph);
  const { discs, joined } = graph;
  const isDot = (run: readonly number[]): boolean =>
    run[0] !== run.at(-1) &&
    [run[0]!, run.at(-1)!].every((end) => joined[end]!.size === 1) &&
    lengthOf(discs, run) < DOT * discs[run[0]!]!.r;
  const runs = runsOf(graph).filter((run) => !isDot(run));
  if (runs.length === 0) {
    const { x, y, r } = widestOf(graph, solid);
    return [{ points: Float64Array.of(x - r / 2, y, x + r / 2, y), closed: false }];
  }
  return runs.map((run): Contour => {
    const closed = run.length > 2 && run[0] === run.at(-1);
    const places = run.map((one) => ({ x: discs[one]!.x, y: discs[one]!.y }));
    if (closed) places.pop();
    for (const end of closed ? [] : [run, [...run].reverse()]) {
      if (joined[end[0]!]!.size !== 1) continue;
      const disc = discs[end[0]!]!,
        [dx, dy] = heading(discs, end);
      const reach = reachOf(solid, disc, -dx, -dy);
      if (reach > REACH * disc.r) continue;
      const tip = { x: disc.x - dx * reach, y: disc.y - dy * reach };
      if (end === run) places.unshift(tip);
      else places.push(tip);
    }
    const straight = simplifyPathD(places, tolerance, closed);
    return { points: Float64Array.from(straight.flatMap(({ x, y }) => [x, y])), closed };
  });
}
