import { fractionOf } from '../curves/clock';
import type { Track } from '../curves/kind';
import type { MeasuredPath } from '../geometry/measuredPath';
import { ROW, stretchedFromDistance, stretchedLength, walkTo } from '../geometry/walk';
import type { Lettering } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import type { Face } from '../type/face';
import { letteringTrack } from './corners';
import { inkReach } from './inkEnds';
import { measureRun, shapeFor, type MeasuredRun } from './measure';
import { measureOverset, type Overset } from './overset';
import { baselineDistance, readingDirection } from './seat';
import { capHeightMm, mmPerUnit } from './size';
import { stepOver } from './stepOver';
import { foldedLetters, tightness } from './tightness';

/** Offsets into a letter's row: the middle of its advance on its baseline, mm, and its unit reading direction. */
export const LETTER = { x: 0, y: 1, cos: 2, sin: 3, length: 4 } as const;

/** A lettering set on its curve: the exact place of every letter. */
export interface SetLettering {
  readonly lettering: Lettering;
  /** What it runs on: the curve, with its corners rounded where the lettering asks for it. */
  readonly track: Track;
  readonly path: MeasuredPath;
  readonly measured: MeasuredRun;
  /** mm in a font unit. */
  readonly scale: number;
  readonly capMm: number;
  /** Distance of the baseline from the curve, mm, towards the tops. */
  readonly baselineMm: number;
  /** Height above the curve, towards the tops, at which advances are measured, mm. */
  readonly measuredHeightMm: number;
  readonly direction: 1 | -1;
  /** One row of LETTER.length numbers a letter. */
  readonly rows: Float64Array;
  /** Where the middle of each letter stands on the curve: distance in the curve's own direction, mm, unwrapped. */
  readonly letterDistances: Float64Array;
  /** Place of the anchor with its start offset, mm along the curve, unwrapped. */
  readonly anchorDistance: number;
  /** mm by which the laid-out run is moved to stand at its anchor: place on the run = middle + this. */
  readonly shiftMm: number;
  readonly overset: Overset;
  /** Letters that stand where the curve is too tight for them; they are drawn, and marked. */
  readonly folded: readonly number[];
  /** Things that a person should know but that do not stop the setting: characters the face lacks. */
  readonly notes: readonly Problem[];
}

const row = new Float64Array(ROW.length);
const STEP_ROUNDS = 6;

/** What the steps below share. */
interface Ground {
  path: MeasuredPath;
  direction: 1 | -1;
  scale: number;
  baselineMm: number;
  heightMm: number;
  measured: MeasuredRun;
  anchorDistance: number;
}

/** Walks to the place of x on the run and leaves it in `row`. */
function walkToRun(ground: Ground, anchorF: number, x: number): void {
  walkTo(ground.path, anchorF + ground.direction * x, ground.direction * ground.heightMm, row, 0);
}

/** Reading-direction distance of one end of a letter's ink, with the run moved by `shift`. */
function inkEnd(ground: Ground, anchorF: number, index: number, end: 'back' | 'ahead', shift: number): number {
  walkToRun(ground, anchorF, ground.measured.middles[index]! + shift);
  const s = row[ROW.distance]!;
  const reach = inkReach(ground.measured, index, ground.scale, ground.path, s, ground.direction,
    row[ROW.curvature]! * ground.direction, ground.baselineMm);
  return ground.direction * s + reach[end];
}

/**
 * The shift that brings the wanted part of the ink to the anchor. Solved by secant-free Newton: the slope is
 * the stretch at the anchor; exact in one step wherever the curvature is constant.
 */
function solveAlignment(ground: Ground, anchorF: number, align: Lettering['anchor']['align']): number {
  const { measured, direction } = ground;
  const { firstInk, lastInk, middles } = measured;
  if (firstInk < 0) return 0;
  walkToRun(ground, anchorF, 0);
  const slope = 1 + row[ROW.curvature]! * direction * ground.heightMm;
  const target = direction * ground.anchorDistance;
  let shift = align === 'start' ? -middles[firstInk]! : align === 'end' ? -middles[lastInk]! : -(middles[firstInk]! + middles[lastInk]!) / 2;
  for (let i = 0; i < 12; i++) {
    const back = align === 'end' ? 0 : inkEnd(ground, anchorF, firstInk, 'back', shift);
    const ahead = align === 'start' ? 0 : inkEnd(ground, anchorF, lastInk, 'ahead', shift);
    const now = align === 'start' ? back : align === 'end' ? ahead : (back + ahead) / 2;
    const miss = target - now;
    shift += miss * slope;
    if (Math.abs(miss) < 1e-10) break;
  }
  return shift;
}

function placeLetters(ground: Ground, anchorF: number, shift: number): { rows: Float64Array; letterDistances: Float64Array } {
  const { path, direction, baselineMm, measured } = ground;
  const { middles } = measured;
  const rows = new Float64Array(middles.length * LETTER.length);
  const letterDistances = new Float64Array(middles.length);
  const k = direction * ground.heightMm;
  for (let i = 0, at = 0; i < middles.length; i++, at += LETTER.length) {
    walkTo(path, anchorF + direction * (middles[i]! + shift), k, row, 0);
    const tx = row[2]! * direction, ty = row[3]! * direction;
    rows[at] = row[0]! + ty * baselineMm;
    rows[at + 1] = row[1]! - tx * baselineMm;
    rows[at + 2] = tx;
    rows[at + 3] = ty;
    letterDistances[i] = row[4]!;
  }
  return { rows, letterDistances };
}

/**
 * Sets a lettering on its curve.
 *
 * Each letter is rigid, placed by the middle of its own advance and turned to the tangent. A length x on the
 * run and a place s on the curve are tied by x = ∫ (1 + κ(s)(d + h)) ds, with κ the curvature (positive where
 * the tops fan out), d the baseline's distance towards the tops and h the height "measured at": on a circle of
 * radius R with tops outward an advance a takes the angle a / (R + d + h), with tops inward a / (R − d − h).
 *
 * @returns the setting, or `too-tight` when letters would fold over one another on this curve. An empty wording
 *   gives a setting without letters.
 */
export function setLettering(lettering: Lettering, curveTrack: Track, face: Face): Result<SetLettering> {
  const track = letteringTrack(curveTrack, lettering.corners);
  const { path } = track;
  const { seat, spacing, anchor } = lettering;
  const scale = mmPerUnit(lettering.size, face.metrics);
  const capMm = capHeightMm(lettering.size, face.metrics);
  const direction = readingDirection(track, seat.tops);
  const measured = measureRun(shapeFor(face, lettering.wording, spacing), scale, spacing.tracking);
  const baselineMm = baselineDistance(seat, capMm);
  const heightMm = baselineMm + spacing.measuredAt * capMm;
  const tight = tightness(path, direction, [
    baselineMm, baselineMm + capMm, baselineMm + measured.inkTopMm, baselineMm + measured.inkBottomMm,
  ]);
  if (tight) return fail(tight);
  const anchorDistance = fractionOf(track, anchor.at) * path.lengthMm + direction * anchor.startOffsetMm;
  const ground: Ground = { path, direction, scale, baselineMm, heightMm, measured, anchorDistance };
  const anchorF = stretchedFromDistance(path, anchorDistance, direction * heightMm);
  let shiftMm = solveAlignment(ground, anchorF, anchor.align);
  if (lettering.corners.kind === 'step') {
    // Which letters meet a corner depends on where the run stands, and that on the letters: settled in a few rounds.
    for (let round = 0; round < STEP_ROUNDS; round++) {
      ground.measured = { ...measured, middles: stepOver(track, direction, direction * heightMm, anchorF + direction * shiftMm, measured.middles, measured.halfAdvances) };
      if (round < STEP_ROUNDS - 1) shiftMm = solveAlignment(ground, anchorF, anchor.align);
    }
  }
  const { rows, letterDistances } = placeLetters(ground, anchorF, shiftMm);
  const overset = measureOverset({
    lettering, path, measured: ground.measured, scale, baselineMm, heightMm, direction, letterDistances,
    ringMm: path.path.closed ? stretchedLength(path, direction * heightMm) : Infinity,
  });
  const folded = foldedLetters(path, direction, letterDistances, baselineMm, capMm);
  const notes: Problem[] = measured.run.missing.length === 0 ? [] : [{
    code: 'missing-character', field: 'wording', value: measured.run.missing,
    message: `${face.name} has no ${measured.run.missing.map((c) => `“${c}”`).join(', ')}. A box stands in; change the wording or the typeface.`,
  }];
  if (folded.length > 0) {
    const which = folded.map((i) => measured.run.letters[i]!.text).join('');
    notes.push({
      code: 'fold', value: folded,
      message: `The curve bends too tightly under “${which}”: letters fold over each other there. Make the bend wider, the letters smaller, or seat them on the other side.`,
    });
  }
  return ok({
    lettering, track, path, measured: ground.measured, scale, capMm, baselineMm, measuredHeightMm: heightMm, direction, rows,
    letterDistances, anchorDistance, shiftMm, overset, folded, notes,
  });
}
