import { hypot } from '../../hypot';
import type { Vec } from '../../geometry/vec';
import type { ShapedRun } from '../../type/shape';
import { closest, shapeOf, type Shape } from '../../geometry/outlines/closest';
import { straightContours, straightReach } from '../line/flatOutlines';
import type { LetterRef } from '../hand/caret';
import { placedShape } from '../line/placedShape';
import { linesOf, type SetLettering } from '../line/set';
import { straightDistance, straightPairs } from './white/straight';

/** Two letters that come closer to each other than they should. */
export interface Collision {
  readonly first: LetterRef;
  readonly second: LetterRef;
  /** How near they come, mm; 0 where they touch or lie over each other. */
  readonly mm: number;
  /** Where that is on the sheet. */
  readonly at: Vec;
}

/**
 * How near the face itself sets two neighbours on a straight line, mm, if nearer than a distance; else that distance.
 */
export function ownDistance(
  { measured, fitted, scaleY }: SetLettering,
  before: number,
  after: number,
  withinMm: number,
): number {
  const pair = straightPairs(measured, fitted.width, fitted.spacing.words).find(
    (one) => one.before === before && one.after === after,
  );
  return pair ? straightDistance(measured, pair, fitted.width, withinMm / scaleY) * scaleY : withinMm;
}

/**
 * How far apart tracking sets two neighbours, mm; nothing in joined words, nor where words are spread to fill their
 * room.
 */
export function trackedMm(
  { measured: { run }, fitted: { spacing, anchor }, scaleX }: SetLettering,
  before: number,
  after: number,
): number {
  return run.joined || anchor.align === 'filled'
    ? 0
    : ((spacing.tracking * run.face.metrics.upem * scaleX) / 1000) * (after - before);
}

/**
 * How near evening out may bring two neighbours, mm: a distance, or less where the face sets them nearer on a straight
 * line. Where the aim is the typeface, letters that tracking brings closer may be as close as they are there; with all
 * gaps alike they may not.
 */
export function mayComeTo(set: SetLettering, before: number, after: number, leastMm: number): number {
  const closer = (1 - set.fitted.spacing.lean) * Math.min(0, trackedMm(set, before, after));
  return Math.max(0, ownDistance(set, before, after, leastMm - closer) + closer);
}

/** Letters nearer than this, mm, touch. */
const TOUCH_MM = 1e-6;

/** Letters that the face itself sets as near as this on a straight line, mm, are set into each other by design. */
const SET_INTO_MM = 1e-3;

const joins = new WeakMap<ShapedRun, ReadonlySet<number>>();
/** A face joins its letters where at least this share of the neighbours touch. */
const CONNECTED = 0.5;
/** One pair that touches among two is no sign of a connected face. */
const FEWEST = 2;

/**
 * The letters of a line that the face itself joins to the next one, as a connected script does: set straight, with the
 * face's own kerning alone, they touch. Where most neighbours stand apart the few that touch are no joins but mishaps.
 */
export function joinedByFace({ measured: { run, scales } }: SetLettering): ReadonlySet<number> {
  let known = joins.get(run);
  if (known) return known;
  const { letters, face } = run;
  const touching = new Set<number>();
  let neighbours = 0;
  for (let i = 0; i + 1 < letters.length; i++) {
    const [a, b] = [letters[i]!, letters[i + 1]!];
    const [k, l] = scales ? [scales[i]!, scales[i + 1]!] : [1, 1];
    const apart = (a.advance / 2 + a.after) * k + (b.before + b.advance / 2) * l,
      within = face.metrics.upem * 1e-4;
    const [from, to] = straightReach(face, a, k, 0),
      [next, end] = straightReach(face, b, l, apart);
    if (from > to || next > end) continue;
    neighbours++;
    if (next > to + within || from > end + within) continue;
    const left = shapeOf(straightContours(face, a, k, 0)),
      right = shapeOf(straightContours(face, b, l, apart));
    if (left && right && closest(left, right, within)) touching.add(i);
  }
  known = touching.size >= Math.max(neighbours * CONNECTED, Math.min(neighbours, FEWEST)) ? touching : new Set();
  joins.set(run, known);
  return known;
}

/** A letter as it stands, with how near others may come to it. */
interface Standing {
  readonly line: SetLettering;
  readonly index: number;
  readonly shape: Shape;
  readonly least: number;
  readonly points: number;
}

/** How far apart the boxes of two shapes are, mm; 0 where they overlap. */
const boxDistance = (a: Shape, b: Shape): number =>
  hypot(Math.max(0, b.xMin - a.xMax, a.xMin - b.xMax), Math.max(0, b.yMin - a.yMax, a.yMin - b.yMax));

/** Calls with every two letters whose boxes are nearer than they may be. They are given from left to right. */
function eachNear(all: readonly Standing[], call: (a: Standing, b: Standing, apart: number, within: number) => void) {
  const widest = all.reduce((most, { least }) => Math.max(most, least), TOUCH_MM);
  for (let i = 0; i < all.length; i++) {
    const a = all[i]!,
      reach = a.shape.xMax + widest;
    for (let k = i + 1; k < all.length && all[k]!.shape.xMin <= reach; k++) {
      const b = all[k]!,
        within = Math.max(a.least, b.least, TOUCH_MM),
        apart = boxDistance(a.shape, b.shape);
      if (apart <= within) call(a, b, apart, within);
    }
  }
}

/** What comparing outlines may cost in all: pairs of stretches, one of each. About a second. */
const MOST_COMPARED = 4e8;
const BINS = 512;

/**
 * How far apart boxes may be so that comparing the outlines stays within a budget; Infinity where all may be compared.
 */
function reachWithin(all: readonly Standing[], budget: number): { readonly mm: number; readonly unseen: number } {
  const widest = all.reduce((most, { least }) => Math.max(most, least), TOUCH_MM);
  const cost = new Float64Array(BINS),
    count = new Float64Array(BINS);
  eachNear(all, (a, b, apart) => {
    const bin = Math.min(Math.floor((apart / widest) * BINS), BINS - 1);
    cost[bin]! += a.points * b.points;
    count[bin]!++;
  });
  let sum = 0;
  for (let bin = 0; bin < BINS; bin++) {
    sum += cost[bin]!;
    // Those that overlap are compared in any case.
    if (sum > budget && bin > 0)
      return { mm: (bin * widest) / BINS, unseen: count.slice(bin).reduce((total, one) => total + one, 0) };
  }
  return { mm: Infinity, unseen: 0 };
}

/** What was found, and how many pairs were left out because looking at all would take too long: those farthest apart. */
export interface Collisions {
  readonly found: readonly Collision[];
  readonly unseen: number;
}

/**
 * The letters that touch, or come closer to each other than a distance, from their outlines as they stand: neighbours,
 * letters of other lines or other turns of a spiral, and those of other letterings. Neighbours that the face itself
 * joins, or sets into each other, are left out.
 *
 * @param sets the letterings to look through
 * @param leastMm from one lettering to the next the larger of their two counts
 * @param budget what comparing may cost, in pairs of stretches
 */
export function collisions(
  sets: readonly SetLettering[],
  leastMm: (set: SetLettering) => number = (set) => set.lettering.spacing.leastGapMm,
  budget = MOST_COMPARED,
): Collisions {
  const all = sets.flatMap((set) =>
    linesOf(set).flatMap((line) =>
      line.measured.run.letters.flatMap((_, index): Standing[] => {
        const shape = placedShape(line, index);
        const points = shape?.contours.reduce((sum, one) => sum + one.length / 2, 0) ?? 0;
        return shape ? [{ line, index, shape, least: leastMm(set), points }] : [];
      }),
    ),
  );
  // From left to right: only those whose boxes overlap across are compared.
  all.sort((a, b) => a.shape.xMin - b.shape.xMin);
  const found: Collision[] = [];
  const { mm: reach, unseen } = reachWithin(all, budget);
  eachNear(all, (a, b, apart, within) => {
    if (apart >= reach) return;
    const near = closest(a.shape, b.shape, within);
    if (!near || (near.mm >= within && near.mm > TOUCH_MM)) return;
    const [first, second] = a.line === b.line && a.index > b.index ? [b, a] : [a, b];
    if (
      first.line === second.line &&
      second.index === first.index + 1 &&
      (joinedByFace(first.line).has(first.index) ||
        ownDistance(first.line, first.index, second.index, SET_INTO_MM) < SET_INTO_MM)
    )
      return;
    found.push({
      first: { line: first.line, index: first.index },
      second: { line: second.line, index: second.index },
      mm: near.mm,
      at: near.at,
    });
  });
  return { found, unseen };
}
