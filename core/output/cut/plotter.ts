import type { Vec } from '../../geometry/vec';
import type { ToolContour } from './contours';

/** A line as the plotter cuts it: put down at its first place, lifted at its last. */
export interface PlotLine {
  /** Places, pairs of mm of the sheet; a closed line ends where it begins. */
  readonly points: readonly number[];
  readonly lengthMm: number;
  /** What it is of, for people. */
  readonly name: string;
  /** `#rrggbb` of its ink on the screen. */
  readonly screen: string;
}

/** A stretch that was cut before. */
export interface CutAgain {
  /** The line that it is on, by its place in the list, and how far along it. */
  readonly line: number;
  readonly fromMm: number;
  readonly toMm: number;
  readonly at: Vec;
}

/** A plotter's way through all lines in their order. */
export interface PlotRun {
  readonly lines: readonly PlotLine[];
  /** With the tool down, and lifted on the way from line to line, mm. */
  readonly cutMm: number;
  readonly liftedMm: number;
  /** What would be cut twice, in its order. */
  readonly again: readonly CutAgain[];
}

/** Two lines this near, and as good as parallel (the sine of the angle between them), are one cut. */
const SAME_MM = 0.03,
  PARALLEL = 0.15;
/** Shorter stretches are places where lines cross. */
const LEAST_MM = 0.6;
/** Lines that touch come near and part again: at both ends of the stretch they are as far apart as this. */
const PARTING_MM = 0.02;
/** A line is not compared with itself nearer than this along it. */
const OWN_MM = 1;
/** How densely lines are looked at, mm; and no more places than so many. */
const STEP_MM = 0.1,
  MOST_PLACES = 400_000;

interface Place {
  readonly line: number;
  readonly mm: number;
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

/** Places along a line, so far apart, each with the direction there. */
function placesOn({ points }: PlotLine, line: number, step: number): Place[] {
  const places: Place[] = [];
  let along = 0,
    due = step / 2;
  for (let i = 2; i < points.length; i += 2) {
    const [ax, ay] = [points[i - 2]!, points[i - 1]!],
      [wx, wy] = [points[i]! - ax, points[i + 1]! - ay],
      length = Math.hypot(wx, wy);
    for (; length > 0 && due <= along + length; due += step) {
      const u = (due - along) / length;
      places.push({ line, mm: due, x: ax + wx * u, y: ay + wy * u, dx: wx / length, dy: wy / length });
    }
    along += length;
  }
  return places;
}

/** Stretches of lines that lie on what was cut before with the same tool. */
function cutAgain(lines: readonly PlotLine[], tools: readonly string[], cutMm: number): CutAgain[] {
  const step = Math.max(STEP_MM, cutMm / MOST_PLACES);
  const cells = new Map<string, Place[]>();
  // A place is found again from the next one at the farthest.
  const reach = Math.max(SAME_MM, step / 2),
    cell = 2 * reach;
  const again: CutAgain[] = [];
  lines.forEach((line, n) => {
    const places = placesOn(line, n, step);
    /** How far a place is from the nearest cut that it lies on; Infinity where it lies on none. */
    const fromCut = (one: Place): number => {
      let nearest = Infinity;
      const [cx, cy] = [Math.floor(one.x / cell), Math.floor(one.y / cell)];
      for (let i = -1; i <= 1; i++)
        for (let j = -1; j <= 1; j++)
          for (const other of cells.get(`${tools[n]} ${cx + i} ${cy + j}`) ?? []) {
            const apart = Math.abs(other.mm - one.mm);
            if (other.line === n && Math.min(apart, line.lengthMm - apart) < OWN_MM) continue;
            const [x, y] = [other.x - one.x, other.y - one.y];
            // How far across from the other line, and how far along it.
            const across = Math.abs(x * other.dy - y * other.dx),
              along = Math.abs(x * other.dx + y * other.dy);
            if (across < SAME_MM && along <= reach && Math.abs(one.dx * other.dy - one.dy * other.dx) < PARALLEL)
              nearest = Math.min(nearest, across);
          }
      return nearest;
    };
    let run: (Place & { readonly off: number })[] = [];
    const end = (): void => {
      const [first, last] = [run[0], run.at(-1)];
      run = [];
      if (!first || !last || last.mm - first.mm < LEAST_MM) return;
      if (Math.min(first.off, last.off) > PARTING_MM) return;
      again.push({ line: n, fromMm: first.mm, toMm: last.mm, at: { x: first.x, y: first.y } });
    };
    for (const place of places) {
      const off = fromCut(place);
      if (off < SAME_MM) run.push({ ...place, off });
      else end();
      const key = `${tools[n]} ${Math.floor(place.x / cell)} ${Math.floor(place.y / cell)}`;
      const known = cells.get(key);
      if (known) known.push(place);
      else cells.set(key, [place]);
    }
    end();
  });
  return again;
}

function plotLine({ points, closed, ink, kind }: ToolContour): PlotLine {
  const all = closed ? [...points, points[0]!, points[1]!] : [...points];
  let lengthMm = 0;
  for (let i = 2; i < all.length; i += 2) lengthMm += Math.hypot(all[i]! - all[i - 2]!, all[i + 1]! - all[i - 1]!);
  const name = kind === 'box' ? 'Weeding box' : kind === 'mark' ? 'Registration mark' : (ink?.plate.name ?? '');
  return { points: all, lengthMm, name, screen: ink?.screen ?? '#1d1d1b' };
}

/**
 * The way of a plotter through contours in their order, from the lower left corner of the sheet and lifted from each to
 * the next, with what it would cut twice: stretches on which the same ink was cut already.
 *
 * @param heightMm of the sheet, at whose lower left corner the tool waits
 */
export function plotterRun(contours: readonly ToolContour[], heightMm: number): PlotRun {
  const lines = contours.map(plotLine);
  const cutMm = lines.reduce((sum, one) => sum + one.lengthMm, 0);
  let liftedMm = 0,
    [x, y] = [0, heightMm];
  for (const { points } of lines) {
    liftedMm += Math.hypot(points[0]! - x, points[1]! - y);
    [x, y] = [points.at(-2)!, points.at(-1)!];
  }
  const tools = contours.map(({ ink, kind }) => ink?.plate.id ?? kind);
  return { lines, cutMm, liftedMm, again: cutAgain(lines, tools, cutMm) };
}
