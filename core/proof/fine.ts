import {
  area,
  difference,
  EndType,
  FillRule,
  inflatePaths,
  intersect,
  JoinType,
  simplifyPaths,
  union,
  type Path64,
  type Paths64,
} from 'clipper2-ts';
import { hypot } from '../hypot';
import type { Vec } from '../geometry/vec';

/** Units in a mm. */
const UNITS = 1e4;
/** How far arcs about corners may be from true ones, and how far apart places are that count as one, mm. */
const ARC_MM = 0.002,
  SLACK_MM = 0.006;
/** What is left of a corner by a disc that rolls along inside is no longer than so many widths, of one of 60° or more. */
const CORNER = 1.2;
/** A neck between two parts that are reached is longer than so many widths, whatever its form. */
const NECK = 0.25;
/** A tip is blunt where it is finer than a width over more than this, mm, and more than so many widths. */
const TIP_MM = 0.5,
  TIP_WIDTHS = 5;
/** What is reached from one side is a hair where it is longer than so many widths, and at its end wider than this of one. */
const HAIR_WIDTHS = 3,
  HAIR_SHARE = 0.3;
/** A disc so many times as wide as what is looked for finds its necks. */
const WIDER = 1.25;
/** Points are left out that lie so near to the line without them, of the width. */
const COARSE = 0.01;
/** So many fine places are looked at of a kind, and so often the width of one is halved. */
const MOST = 12,
  HALVINGS = 7;

/** Polygons in one union, without overlaps, in units of this file. */
export type Filled = Paths64;

/** Outlines as polygons, closed lines of x and y in mm, read by a rule. */
export function filledBy(contours: readonly Float64Array[], rule: 'nonzero' | 'evenodd'): Filled {
  const paths = contours.map((line): Path64 =>
    Array.from({ length: line.length / 2 }, (_, i) => ({
      x: Math.round(line[2 * i]! * UNITS),
      y: Math.round(line[2 * i + 1]! * UNITS),
    })),
  );
  return union(paths, [], rule === 'evenodd' ? FillRule.EvenOdd : FillRule.NonZero);
}

/** All of some polygons as one. */
export const together = (parts: readonly Filled[]): Filled => union(parts.flat(), [], FillRule.NonZero);

const grown = (paths: Paths64, mm: number): Paths64 =>
  paths.length === 0
    ? []
    : inflatePaths(paths, mm * UNITS, JoinType.Round, EndType.Polygon, 2, Math.max(ARC_MM, Math.abs(mm) / 200) * UNITS);

interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}
function boxOf(paths: Paths64): Box {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const path of paths)
    for (const { x, y } of path) {
      x0 = Math.min(x0, x);
      y0 = Math.min(y0, y);
      x1 = Math.max(x1, x);
      y1 = Math.max(y1, y);
    }
  return { x0, y0, x1, y1 };
}
function wider({ x0, y0, x1, y1 }: Box, by: number): Box {
  const whole = Math.round(by);
  return { x0: x0 - whole, y0: y0 - whole, x1: x1 + whole, y1: y1 + whole };
}
const rectangle = ({ x0, y0, x1, y1 }: Box): Path64 => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];
const across = ({ x0, y0, x1, y1 }: Box): number => hypot(x1 - x0, y1 - y0);

/** What lies between polygons: the white of them, and a little about them. */
export function betweenOf(filled: Filled, marginMm: number): Filled {
  if (filled.length === 0) return [];
  return difference([rectangle(wider(boxOf(filled), marginMm * UNITS))], filled, FillRule.NonZero);
}

/** What a disc of a width that rolls along inside does not reach. */
interface Left {
  readonly path: Path64;
  readonly box: Box;
  /** From how many sides it is reached: none alone, one a corner or a hair, several a neck or a bar. */
  readonly sides: number;
}

const keyOf = ({ x, y }: { readonly x: number; readonly y: number }): string => `${x} ${y}`;

/** How often the line about what is left changes over to the line about what is reached. */
function sidesOf(path: Path64, reached: ReadonlySet<string>): number {
  const on = path.map((point) => reached.has(keyOf(point)));
  return on.filter((one, i) => one && !on[(i + on.length - 1) % on.length]).length;
}

/** Polygons without what makes no difference to a disc of a width, so that a wide one does not roll over every point. */
const coarse = (filled: Filled, widthMm: number): Paths64 => simplifyPaths(filled, COARSE * widthMm * UNITS, true);

function leftBy(whole: Filled, widthMm: number): { readonly reached: Paths64; readonly left: readonly Left[] } {
  const filled = coarse(whole, widthMm);
  const reached = grown(grown(filled, -widthMm / 2), (widthMm + SLACK_MM) / 2);
  const corners = new Set(reached.flat().map(keyOf));
  const left = difference(filled, reached, FillRule.NonZero)
    .filter((path) => area(path) > 0)
    .map((path): Left => ({ path, box: boxOf([path]), sides: sidesOf(path, corners) }))
    .filter(({ box, sides }) => across(box) > (sides === 1 ? CORNER : NECK) * widthMm * UNITS);
  return { reached, left };
}

/**
 * How wide the widest disc is that passes a fine place, to a hundredth of the width that does not; Infinity where one
 * of `bestMm` passes: then the place is not the finest.
 */
function passing(filled: Filled, place: Box, widthMm: number, bestMm: number): number {
  const inPlace = ({ x0, y0, x1, y1 }: Box): boolean =>
    x1 >= place.x0 && x0 <= place.x1 && y1 >= place.y0 && y0 <= place.y1;
  // What only the edge of the window cuts off a neighbour is no part of the place.
  const near = intersect(filled, [rectangle(wider(place, widthMm * UNITS))], FillRule.NonZero).filter((path) =>
    inPlace(boxOf([path])),
  );
  const isStopped = (mm: number): boolean =>
    breaksAt(near, mm) || leftBy(near, mm).left.some(({ box }) => inPlace(box));
  if (!isStopped(bestMm)) return Infinity;
  let [passes, stops] = [0, bestMm];
  for (let i = 0; i < HALVINGS; i++) {
    const mm = (passes + stops) / 2;
    if (isStopped(mm)) stops = mm;
    else passes = mm;
  }
  return (passes + stops) / 2;
}

/** How many polygons lie apart, and how many holes they have. */
function countsOf(paths: Paths64): { readonly apart: number; readonly holes: number } {
  const apart = paths.filter((path) => area(path) > 0).length;
  return { apart, holes: paths.length - apart };
}

/** Whether polygons that shrink by half a width fall apart, break open, or go. */
function breaksAt(whole: Filled, widthMm: number): boolean {
  const filled = coarse(whole, widthMm);
  const before = countsOf(filled),
    after = countsOf(grown(filled, -widthMm / 2));
  return after.apart !== before.apart || after.holes < before.holes;
}

/** A place that is finer than a width. */
export interface FinePlace {
  /** A part of about one width, such as a bar, a hair or a neck, or a tip that narrows to nothing. */
  readonly kind: 'part' | 'tip';
  /** The width of a part, and the length of a tip that is finer, mm. */
  readonly mm: number;
  /** On the sheet, mm. */
  readonly at: Vec;
}

/** How wide a bar, neck or hair is that a disc left; Infinity for a corner, a tip, and what is wider than `bestMm`. */
function widthOf(
  { path, box, sides }: Left,
  filled: Filled,
  reached: Paths64,
  widthMm: number,
  bestMm: number,
): number {
  if (sides === 1 && lengthOf(path, reached).mm <= HAIR_WIDTHS * widthMm) return Infinity;
  const mm = passing(filled, box, widthMm, bestMm);
  return sides !== 1 || mm > HAIR_SHARE * widthMm ? mm : Infinity;
}

/** How far what is reached from one side lies from there, and its farthest place. */
function lengthOf(path: Path64, reached: Paths64): { readonly mm: number; readonly at: Vec } {
  const foot = intersect(grown([path], SLACK_MM), reached, FillRule.NonZero).flat();
  let deepest = 0,
    tip = path[0]!;
  for (const one of path) {
    let depth = Infinity;
    for (const { x, y } of foot) depth = Math.min(depth, hypot(x - one.x, y - one.y));
    if (depth > deepest && depth < Infinity) [deepest, tip] = [depth, one];
  }
  return { mm: deepest / UNITS, at: { x: tip.x / UNITS, y: tip.y / UNITS } };
}

const longestOf = (left: readonly Left[]): Left[] =>
  [...left].sort((a, b) => across(b.box) - across(a.box)).slice(0, MOST);

/** How wide what is left is on average. */
const meanWidth = ({ path }: Left): number => {
  let length = 0;
  path.forEach(({ x, y }, i) => {
    const before = path.at(i - 1)!;
    length += hypot(x - before.x, y - before.y);
  });
  return (2 * area(path)) / length;
};
/** The most slender places: first those reached from several sides or none, then those that may be corners. */
function slenderestOf(left: readonly Left[]): Left[] {
  const first = (corners: boolean): Left[] =>
    left
      .filter(({ sides }) => (sides === 1) === corners)
      .map((one) => ({ one, width: meanWidth(one) }))
      .sort((a, b) => a.width - b.width)
      .slice(0, MOST)
      .map(({ one }) => one);
  return [...first(false), ...first(true)];
}

/** The finest part that is finer than a width. A disc gets past a neck that is a little finer than it, but not a wider one. */
function finestPart(filled: Filled, widthMm: number): FinePlace | null {
  const { reached, left } = leftBy(filled, WIDER * widthMm);
  let finest: FinePlace | null = null;
  for (const one of slenderestOf(left)) {
    const mm = widthOf(one, filled, reached, WIDER * widthMm, finest?.mm ?? widthMm);
    const { x0, x1, y0, y1 } = one.box;
    if (mm < (finest?.mm ?? widthMm))
      finest = { kind: 'part', mm, at: { x: (x0 + x1) / 2 / UNITS, y: (y0 + y1) / 2 / UNITS } };
  }
  return finest;
}

/** The tip that is longest where it is finer than a width, of those that come out blunt. */
function longestTip(filled: Filled, widthMm: number): FinePlace | null {
  const { reached, left } = leftBy(filled, widthMm);
  const tips = longestOf(left.filter(({ sides }) => sides === 1))
    .map(({ path }): FinePlace => ({ kind: 'tip', ...lengthOf(path, reached) }))
    .filter(({ mm }) => mm > Math.max(TIP_MM, TIP_WIDTHS * widthMm));
  return tips.sort((a, b) => b.mm - a.mm)[0] ?? null;
}

/**
 * The places of polygons that are finer than a width, by rolling a disc of it along inside: what it does not reach is
 * finer, but for corners.
 *
 * @returns the finest part, or else the longest tip; null where all is as wide
 */
export function finestPlace(filled: Filled, widthMm: number): FinePlace | null {
  if (!(widthMm > 0) || filled.length === 0) return null;
  return finestPart(filled, widthMm) ?? longestTip(filled, widthMm);
}
