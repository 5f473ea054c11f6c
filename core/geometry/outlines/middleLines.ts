import { simplifyPathD } from 'clipper2-ts';
import { hypot } from '../../hypot';
import type { Vec } from '../vec';
import { signedArea } from './closest';
import { apart, graphOf, isWithin, lengthOf, prune, runFrom, type Disc, type Graph } from './middleGraph';
import type { Contour } from './outline';

/** So many places along an edge in the mean width of what is filled: the line is true to a five-hundredth. */
const PLACES_IN_WIDTH = 8;
/** More places than this are not looked at. */
const MOST_PLACES = 60_000;
/** A line of no more than so many half widths is a dot. */
const DOT = 0.3;
/** An end is drawn on to the edge where that is so many half widths away at most. */
const REACH = 2.5;
/** Branches that meet run on into each other where they turn by less than this, as a cosine: 45 degrees. */
const ONWARD = -0.7;

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

/** Where a line that goes on from a place meets some lines first; Infinity where it does not. */
function reachOf(lines: readonly Float64Array[], { x, y }: Disc, dx: number, dy: number): number {
  let best = Infinity;
  for (const points of lines)
    for (let i = 2; i < points.length; i += 2) {
      const [ax, ay, bx, by] = [points[i - 2]! - x, points[i - 1]! - y, points[i]! - x, points[i + 1]! - y];
      const [sa, sb] = [dx * ay - dy * ax, dx * by - dy * bx];
      if (sa > 0 === sb > 0) continue;
      const u = sa / (sa - sb);
      const on = dx * (ax + (bx - ax) * u) + dy * (ay + (by - ay) * u);
      if (on > 0) best = Math.min(best, on);
    }
  return best;
}

/**
 * Where a line that ends at a disc is drawn on to: the end of its stroke; or, where that opens into a wider one, the
 * middle line of that. None where there is neither.
 *
 * @param heading from the end back along the line
 * @param lines the other middle lines
 */
function tipsBeyond(
  disc: Disc,
  [dx, dy]: readonly [number, number],
  contours: readonly Float64Array[],
  lines: readonly Float64Array[],
): Vec[] {
  const edge = reachOf(contours, disc, -dx, -dy),
    line = reachOf(lines, disc, -dx, -dy);
  const reach = line < edge ? line : edge <= REACH * disc.r ? edge : null;
  return reach === null ? [] : [{ x: disc.x - dx * reach, y: disc.y - dy * reach }];
}

/** The widest disc that fits in: of places on one straight side the middle lies far outside. */
function widestOf({ discs, inside }: Graph, contours: readonly Float64Array[]): Disc {
  const sorted = inside.map((t) => discs[t]!).sort((a, b) => b.r - a.r);
  return sorted.find(({ x, y }) => isWithin(contours, x, y)) ?? sorted.at(-1)!;
}

/** The pruned middle of what is filled, with the contours that bound it: none where nothing is; null where it is too intricate. */
function filledGraph(
  contours: readonly Float64Array[],
): { readonly graph: Graph; readonly solid: readonly Float64Array[] } | null {
  const solid = contours.filter((points) => points.length >= 8);
  let edge = 0;
  for (const points of solid)
    for (let i = 2; i < points.length; i += 2)
      edge += hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!);
  const area = Math.abs(solid.reduce((sum, points) => sum + signedArea(points), 0));
  if (!(area > 0)) return { graph: { discs: [], joined: [], inside: [] }, solid: [] };
  const step = (2 * area) / edge / PLACES_IN_WIDTH;
  if (edge / step > MOST_PLACES) return null;
  const graph = graphOf(solid, step);
  prune(graph);
  return { graph, solid };
}

/**
 * The lines down the middle of what is filled: of every stroke one, drawn on to its ends, those that go straight on
 * through a crossing in one. What has no length, such as a dot, is a short line across.
 *
 * The places that are as near to the edge on two sides (Blum 1967), of a Delaunay triangulation of the edge.
 *
 * @param contours closed lines of x and y that do not cross, read as even and odd: one with its
 *   holes, since what is far apart takes longer together
 * @param tolerance how far a line may be from the true one where it is straightened
 * @returns null where the edge is too long for its width to be looked at
 */
export function middleLines(contours: readonly Float64Array[], tolerance: number): Contour[] | null {
  const filled = filledGraph(contours);
  if (!filled) return null;
  const { graph, solid } = filled;
  const { discs, joined } = graph;
  const isDot = (run: readonly number[]): boolean =>
    run[0] !== run.at(-1) &&
    [run[0]!, run.at(-1)!].every((end) => joined[end]!.size === 1) &&
    lengthOf(discs, run) < DOT * discs[run[0]!]!.r;
  const runs = runsOf(graph).filter((run) => !isDot(run));
  if (solid.length === 0) return [];
  if (runs.length === 0) {
    const { x, y, r } = widestOf(graph, solid);
    return [{ points: Float64Array.of(x - r / 2, y, x + r / 2, y), closed: false }];
  }
  const middles = runs.map((run) => Float64Array.from(run.flatMap((one) => [discs[one]!.x, discs[one]!.y])));
  return runs.map((run, i): Contour => {
    const closed = run.length > 2 && run[0] === run.at(-1);
    const others = middles.filter((_, j) => j !== i);
    const tipOf = (end: readonly number[]): Vec[] =>
      joined[end[0]!]!.size === 1 ? tipsBeyond(discs[end[0]!]!, heading(discs, end), solid, others) : [];
    const places = run.map((one): Vec => ({ x: discs[one]!.x, y: discs[one]!.y }));
    const whole = closed ? places.slice(1) : [...tipOf(run), ...places, ...tipOf([...run].reverse())];
    const straight = simplifyPathD(whole, tolerance, closed);
    return { points: Float64Array.from(straight.flatMap(({ x, y }) => [x, y])), closed };
  });
}

/**
 * How wide the strokes are of what is filled, over a part of the length of their middle.
 *
 * @param contours as for `middleLines`
 * @param part of the length, 0 to 1: the rest may be wider
 * @returns in the unit of the contours; 0 for nothing filled; null where it is too intricate to be looked at
 */
export function strokeWidth(contours: readonly Float64Array[], part: number): number | null {
  const filled = filledGraph(contours);
  if (!filled) return null;
  const { discs, joined } = filled.graph;
  const links = joined.flatMap((of, i) =>
    [...of.keys()].flatMap((j) => (j > i ? [{ r: discs[i]!.r, length: apart(discs[i]!, discs[j]!) }] : [])),
  );
  let left = part * links.reduce((sum, { length }) => sum + length, 0);
  for (const { r, length } of links.sort((a, b) => a.r - b.r)) {
    left -= length;
    if (left <= 0) return 2 * r;
  }
  return 0;
}
