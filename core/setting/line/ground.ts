import type { MeasuredPath } from '../../geometry/measuredPath';
import { ROW, stretchedFromDistance, stretchedLength, walkTo } from '../../geometry/walk';
import type { Vec } from '../../geometry/vec';
import type { Alignment, Anchor, Stance } from '../../piece/types';
import { eachHullPoint, inkReach, type InkReach, type Pose } from './inkEnds';
import type { MeasuredRun } from './measure';
import { LETTER, bendingOf, followsCurve, STANCES, writeAxes } from '../../stances';

/** What the steps of setting one line share. */
export interface Ground {
  readonly path: MeasuredPath;
  readonly direction: 1 | -1;
  /** mm in a font unit, across and up. */
  readonly scaleX: number;
  readonly scaleY: number;
  readonly capMm: number;
  readonly baselineMm: number;
  readonly heightMm: number;
  readonly stance: Stance;
  /** What pointed letters point to. */
  readonly centre: Vec;
  measured: MeasuredRun;
  anchorDistance: number;
  /** Stretched distance of the anchor: places on the line count from it. */
  anchorF: number;
}

const row = new Float64Array(ROW.length);
const letter = new Float64Array(LETTER.length);

/** Walks to the place of x on the line and gives the row: see ROW. It is overwritten by the next walk. */
export function walkLine({ path, anchorF, direction, heightMm }: Ground, x: number): Float64Array {
  walkTo(path, anchorF + direction * x, direction * heightMm, row, 0);
  return row;
}

/** Moves the anchor to a place on the curve, mm. */
export function anchorAt(ground: Ground, distance: number): void {
  ground.anchorDistance = distance;
  ground.anchorF = stretchedFromDistance(ground.path, distance, ground.direction * ground.heightMm);
}

/**
 * Moves the anchor midway between two places of the curve, mm in the reading direction, as it is seen at the height at
 * which advances are measured.
 */
export function anchorBetween(ground: Ground, from: number, to: number): void {
  const { path, direction, heightMm } = ground,
    k = direction * heightMm;
  ground.anchorF =
    (stretchedFromDistance(path, direction * from, k) + stretchedFromDistance(path, direction * to, k)) / 2;
  walkTo(path, ground.anchorF, k, row, 0);
  ground.anchorDistance = row[ROW.distance]!;
  // Told on the first turn of a ring, as other anchors are.
  const turns = path.path.closed ? Math.floor(ground.anchorDistance / path.lengthMm + 1e-9) : 0;
  ground.anchorDistance -= turns * path.lengthMm;
  ground.anchorF -= turns * stretchedLength(path, k);
}

/** The axes of a letter at a place left by a walk, and where its baseline's middle stands on the sheet. */
export function placeAt(
  { stance, centre, direction, baselineMm, capMm }: Ground,
  at: Float64Array,
  out: Float64Array,
  offset: number,
): void {
  const tx = at[ROW.tangentX]! * direction,
    ty = at[ROW.tangentY]! * direction;
  let x = at[ROW.x]! + ty * baselineMm,
    y = at[ROW.y]! - tx * baselineMm;
  writeAxes(stance, tx, ty, { x, y }, centre, letter);
  if (STANCES[stance.kind].stacked) {
    // A stacked letter hangs with the middle of its height on its place.
    x += (tx * capMm) / 2;
    y += (ty * capMm) / 2;
  }
  letter[LETTER.x] = x;
  letter[LETTER.y] = y;
  out.set(letter, offset);
}

const placed = new Float64Array(LETTER.length);

function poseAt(ground: Ground, at: Float64Array): Pose | null {
  const { stance, direction, capMm } = ground;
  if (followsCurve(stance)) return null;
  placeAt(ground, at, placed, 0);
  const tx = at[ROW.tangentX]! * direction,
    ty = at[ROW.tangentY]! * direction;
  const [ax, ay, ux, uy] = [placed[LETTER.ax]!, placed[LETTER.ay]!, placed[LETTER.ux]!, placed[LETTER.uy]!];
  return {
    xx: ax * tx + ay * ty,
    xy: ax * ty - ay * tx,
    yx: ux * tx + uy * ty,
    yy: ux * ty - uy * tx,
    x: STANCES[stance.kind].stacked ? capMm / 2 : 0,
  };
}

/**
 * Both ends of the ink of a letter in the reading direction, mm along the curve, with the line moved by `shift`.
 *
 * @param end the one that is asked for, where it is one, which takes half the time: the other may then be a guess
 */
export function inkOf(ground: Ground, index: number, shift: number, end?: keyof InkReach): InkReach {
  const { measured, direction, path, scaleX, scaleY, baselineMm, stance } = ground;
  const x = measured.middles[index]! + shift;
  const at = walkLine(ground, x);
  const s = at[ROW.distance]!;
  const reach = inkReach({
    measured,
    index,
    scaleX,
    scaleY,
    path,
    s,
    direction,
    curvature: at[ROW.curvature]! * direction,
    baselineMm,
    pose: poseAt(ground, at),
    end,
  });
  const rigid = { back: direction * s + reach.back, ahead: direction * s + reach.ahead };
  const bending = bendingOf(stance);
  if (bending === 0) return rigid;
  // A bent letter keeps its own places on the line.
  let least = Infinity,
    most = -Infinity;
  eachHullPoint({ measured, index, scaleX, scaleY }, (px) => {
    least = Math.min(least, px);
    most = Math.max(most, px);
  });
  if (least > most) return rigid;
  const mix = (a: number, b: number): number => a + (b - a) * bending;
  return {
    back: mix(rigid.back, direction * walkLine(ground, x + least)[ROW.distance]!),
    ahead: mix(rigid.ahead, direction * walkLine(ground, x + most)[ROW.distance]!),
  };
}

/** Both ends of the line in the reading direction, by its ink or by its advances. */
function endsOf(ground: Ground, by: Anchor['by'], shift: number): InkReach {
  const { measured, direction } = ground;
  const { middles, halfAdvances, firstInk, lastInk } = measured;
  if (by === 'ink')
    return { back: inkOf(ground, firstInk, shift, 'back').back, ahead: inkOf(ground, lastInk, shift, 'ahead').ahead };
  const last = middles.length - 1;
  return {
    back: direction * walkLine(ground, middles[0]! - halfAdvances[0]! + shift)[ROW.distance]!,
    ahead: direction * walkLine(ground, middles[last]! + halfAdvances[last]! + shift)[ROW.distance]!,
  };
}

/** By how much a slope that was seen may differ from the one before. */
const STEEPER = 4;

/**
 * The shift that brings the wanted part of the line to the anchor. Lengths count at the height at which advances are
 * measured, as those of rooms do: centred there, both ends of the ink are as far from the anchor where the letters are
 * seen. Solved by secants; exact in one step wherever the curvature is constant.
 */
export function solveAlignment(ground: Ground, align: Exclude<Alignment, 'filled'>, by: Anchor['by']): number {
  const { measured, direction, heightMm, path } = ground;
  const { firstInk, lastInk, middles } = measured;
  if (firstInk < 0) return 0;
  const k = direction * heightMm;
  const place = (distance: number): number => direction * stretchedFromDistance(path, direction * distance, k);
  const target = direction * ground.anchorF;
  let slope = 1;
  let shift =
    align === 'start'
      ? -middles[firstInk]!
      : align === 'end'
        ? -middles[lastInk]!
        : -(middles[firstInk]! + middles[lastInk]!) / 2;
  let before: { readonly shift: number; readonly miss: number } | null = null;
  for (let i = 0; i < 12; i++) {
    const { back, ahead } = endsOf(ground, by, shift);
    const now = align === 'start' ? place(back) : align === 'end' ? place(ahead) : (place(back) + place(ahead)) / 2;
    const miss = target - now;
    const seen: number = before ? (shift - before.shift) / (before.miss - miss) : Number.NaN;
    // At a corner places jump: a slope seen across one is no slope.
    if (seen > slope / STEEPER && seen < slope * STEEPER) slope = seen;
    before = { shift, miss };
    shift += miss * slope;
    if (Math.abs(miss) < 1e-10) break;
  }
  return shift;
}

/** Letters are never pushed together by more than this share of an em. */
const CLOSEST_EM = -0.4;

/**
 * Spreads the letters of a line so that its ends lie at two places of the curve, by the same amount between each two.
 *
 * @param from,to places in the reading direction, mm along the curve
 * @returns the middles spread, and the shift; the amount is held where the letters would run into each other
 */
export function spreadBetween(
  ground: Ground,
  from: number,
  to: number,
  by: Anchor['by'],
): { middles: Float64Array; shift: number; spreadMm: number } {
  const { measured, direction, heightMm, scaleX } = ground;
  const given = measured.middles;
  const gaps = measured.lastInk - measured.firstInk;
  anchorAt(ground, direction * from);
  const least = CLOSEST_EM * measured.run.face.metrics.upem * scaleX;
  let spreadMm = 0,
    shift = 0;
  for (let i = 0; i < 40; i++) {
    const middles = given.map((middle, n) => middle + spreadMm * n);
    ground.measured = { ...measured, middles };
    shift = solveAlignment(ground, 'start', by);
    if (gaps <= 0) break;
    const miss = to - endsOf(ground, by, shift).ahead;
    if (Math.abs(miss) < 1e-9) break;
    const stretch = 1 + walkLine(ground, 0)[ROW.curvature]! * direction * heightMm;
    const next = Math.max(spreadMm + (miss * Math.max(stretch, 0.1)) / gaps, least);
    if (next === spreadMm) break;
    spreadMm = next;
  }
  return { middles: ground.measured.middles as Float64Array, shift, spreadMm };
}
