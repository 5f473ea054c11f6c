import type { SetLettering } from './set';
import { holdNotes, noRoom, notesOf } from './notes';
import { PLAIN_STANCE } from '../../piece/stance';
import { fractionOf } from '../../curves/clock';
import type { Track } from '../../shapes/kind';
import { ROW, stretchedLength } from '../../geometry/walk';
import type { Lettering, Stance } from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import type { Face } from '../../type/face';
import { adjust } from './adjust';
import { letteringTrack } from './corners';
import {
  anchorAt,
  anchorBetween,
  inkOf,
  placeAt,
  solveAlignment,
  spreadBetween,
  walkLine,
  type Ground,
} from './ground';
import { heldLine } from './hold';
import {
  inkUnits,
  wordsOf,
  measureRun,
  measureStacked,
  shapeLines,
  type SpacingCorrection,
  type ShapedLine,
} from './measure';
import { bookendsInReading, measureOverset } from './overset';
import { baselineDistance, heightsOf, heldBaseline, readingDirection, type Heights } from './seat';
import { mmPerUnit } from './size';
import { isFlat, LETTER, STANCES } from '../../stances';
import { stepOver } from './stepOver';
import { foldedLetters, tightness } from './tightness';

const STEP_ROUNDS = 6;
/** Letters that are joined to each other are bent where they would be turned: so their joins stay closed. */
const JOINED_STANCE: Stance = { kind: 'bent', strength: 1, centre: null };

function placeLetters(
  ground: Ground,
  shift: number,
): { rows: Float64Array; letterDistances: Float64Array; flat: number[] } {
  const { middles } = ground.measured;
  const rows = new Float64Array(middles.length * LETTER.length);
  const letterDistances = new Float64Array(middles.length);
  const flat: number[] = [];
  for (let i = 0, at = 0; i < middles.length; i++, at += LETTER.length) {
    const walked = walkLine(ground, middles[i]! + shift);
    letterDistances[i] = walked[ROW.distance]!;
    placeAt(ground, walked, rows, at);
    if (isFlat(rows, at)) flat.push(i);
  }
  return { rows, letterDistances, flat };
}

/** Stacked letters lie across their line by half of the widest advance to either side. */
function acrossStack(lines: readonly ShapedLine[], scaleX: number): Heights {
  const half =
    (Math.max(
      0,
      ...lines.flatMap((line) => line.run.letters.map((letter, i) => letter.advance * (line.scales?.[i] ?? 1))),
    ) *
      scaleX) /
    2;
  return { lowerMm: -half, upperMm: half };
}

/** What is the same for all lines of a lettering. */
interface Common {
  readonly lettering: Lettering;
  readonly track: Track;
  readonly face: Face;
  readonly direction: 1 | -1;
  readonly scaleX: number;
  readonly scaleY: number;
  readonly capMm: number;
  readonly heights: Heights;
  readonly stance: Stance;
  readonly correction: SpacingCorrection | null;
  /** Whether it stands in the middle of its room, whatever its anchor. */
  readonly between: boolean;
}

/** A line measured, and the height at which that was done; or why the curve is too tight for it. */
function measured(common: Common, line: ShapedLine, baselineMm: number): Result<Pick<Ground, 'measured' | 'heightMm'>> {
  const { lettering, track, direction, scaleX, scaleY, capMm, stance } = common;
  const { spacing, anchor, adjustments } = lettering;
  const extras = {
    scaleX,
    scaleY,
    trackingEm: anchor.align === 'filled' ? 0 : spacing.tracking,
    adjustments,
    words: spacing.words,
    correction: common.correction,
  };
  const { stacked, fans } = STANCES[stance.kind];
  const run = stacked ? measureStacked(line, capMm, extras) : measureRun(line, extras);
  const heightMm = stacked ? baselineMm : baselineMm + spacing.measuredAt * capMm;
  const heights = fans
    ? [baselineMm, baselineMm + capMm, baselineMm + run.inkTopMm, baselineMm + run.inkBottomMm]
    : [heightMm];
  const tight = tightness(track.path, direction, heights);
  return tight ? fail(tight) : ok({ measured: run, heightMm });
}

/** Puts the anchor of a line where the lettering has it, or in the middle of its room. */
function anchor({ lettering, track, direction, between }: Common, ground: Ground): void {
  const { path } = track,
    { at, startOffsetMm } = lettering.anchor;
  const room = between ? bookendsInReading({ lettering, path, direction }) : null;
  if (room && !room.whole) anchorBetween(ground, room.start, room.end);
  else anchorAt(ground, fractionOf(track, at) * path.lengthMm + direction * startOffsetMm);
}

/**
 * By how much the laid-out run is moved to stand at its anchor, mm. What a step over corners or filling changes of the
 * run is in the ground then.
 */
function shiftOf({ lettering, track, direction }: Common, ground: Ground, ringMm: number): number {
  const { align, by } = lettering.anchor;
  if (align === 'filled') return fill(ground, lettering, ringMm);
  let shiftMm = solveAlignment(ground, align, by);
  if (lettering.corners.kind !== 'step') return shiftMm;
  const run = ground.measured,
    k = direction * ground.heightMm;
  const stepping = {
    middles: run.middles,
    halves: run.halfAdvances,
    words: wordsOf(run),
    topMm: ground.baselineMm + run.inkTopMm,
    bottomMm: ground.baselineMm + run.inkBottomMm,
  };
  // Which letters meet a corner depends on where the run stands, and that on the letters: settled in a few rounds.
  for (let round = 0; round < STEP_ROUNDS; round++) {
    const from = ground.anchorF + direction * shiftMm;
    ground.measured = { ...run, middles: stepOver(track, direction, k, from, stepping) };
    if (round < STEP_ROUNDS - 1) shiftMm = solveAlignment(ground, align, by);
  }
  return shiftMm;
}

function setLine(common: Common, line: ShapedLine, baselineMm: number): Result<SetLettering> {
  const { lettering, track, face, direction, scaleX, scaleY, capMm, heights, stance, correction } = common;
  const { path } = track;
  const run = measured(common, line, baselineMm);
  if (!run.ok) return run;
  const { heightMm } = run.value;
  const ground: Ground = {
    path,
    direction,
    scaleX,
    scaleY,
    capMm,
    baselineMm,
    stance,
    centre: stance.centre ?? track.centre,
    anchorDistance: 0,
    anchorF: 0,
    ...run.value,
  };
  anchor(common, ground);
  const ringMm = path.path.closed ? stretchedLength(path, direction * heightMm) : Infinity;
  const shiftMm = shiftOf(common, ground, ringMm);
  const { rows, letterDistances, flat } = placeLetters(ground, shiftMm);
  const overset = measureOverset({
    lettering,
    path,
    measured: ground.measured,
    heightMm,
    direction,
    letterDistances,
    ringMm,
    inkOf: (index, end) => inkOf(ground, index, shiftMm, end),
  });
  const tooTight = STANCES[stance.kind].fans ? foldedLetters(path, direction, letterDistances, baselineMm, capMm) : [];
  adjust(rows, ground.measured, lettering.adjustments, capMm);
  return ok({
    lettering,
    fitted: lettering,
    track,
    path,
    measured: ground.measured,
    correction,
    scaleX,
    scaleY,
    capMm,
    heights,
    stance,
    baselineMm,
    measuredHeightMm: heightMm,
    direction,
    rows,
    letterDistances,
    anchorDistance: ground.anchorDistance,
    shiftMm,
    overset,
    folded: [...new Set([...tooTight, ...flat])].sort((a, b) => a - b),
    further: [],
    notes: [
      ...notesOf(face, line, tooTight, flat),
      ...(lettering.anchor.align === 'filled' ? noRoom(lettering, overset) : []),
    ],
  });
}

/** Spreads a line between its bookends; round a whole ring so that the last gap is as the others. */
function fill(ground: Ground, { anchor, bookends }: Lettering, ringMm: number): number {
  const { measured, path, direction } = ground;
  const { middles, halfAdvances } = measured;
  if (measured.firstInk < 0) return 0;
  const { start, end, whole } = bookendsInReading({ lettering: { bookends }, path, direction });
  if (!whole) return spreadBetween(ground, start, end, anchor.by).shift;
  const last = middles.length - 1;
  const each = (ringMm - (middles[last]! + halfAdvances[last]! - middles[0]! + halfAdvances[0]!)) / middles.length;
  ground.measured = { ...measured, middles: middles.map((middle, i) => middle + each * i) };
  return solveAlignment(ground, 'centre', anchor.by);
}

/**
 * Sets a lettering on its curve.
 *
 * Each letter is rigid, placed by the middle of its own advance and turned to the tangent, unless its stance says
 * otherwise. A length x on the run and a place s on the curve are tied by x = ∫ (1 + κ(s)(d + h)) ds, with κ the
 * curvature (positive where the tops fan out), d the baseline's distance towards the tops and h the height "measured
 * at": on a circle of radius R with tops outward an advance a takes the angle a / (R + d + h), with tops inward
 * a / (R − d − h).
 *
 * @param held tracks of the curves that hold its seat, in the order of the hold; null where one has none
 * @param correction what evening out adds to its gaps, see `evenOut`
 * @param between whether it is to stand in the middle between its bookends, so that what fills its room meets both
 * @returns the setting, or `too-tight` when letters would fold over one another on this curve. An empty wording
 *   gives a setting without letters.
 */
export function setLettering(
  lettering: Lettering,
  curveTrack: Track,
  face: Face,
  held: readonly (Track | null)[] = [],
  correction: SpacingCorrection | null = null,
  between = false,
): Result<SetLettering> {
  const own = letteringTrack(curveTrack, lettering.corners);
  const { seat, size } = lettering;
  const direction = readingDirection(own, seat.tops);
  const line = heldLine(own, seat, held, fractionOf(own, lettering.anchor.at) * own.path.lengthMm, direction);
  const track = line ? line.track : own;
  const lines = shapeLines(face, lettering);
  const ink = inkUnits(lines[0]!);
  const scaleY = mmPerUnit(size, face.metrics, ink ? ink.top - ink.bottom : undefined);
  const inkHeights = ink
    ? { lowerMm: ink.bottom * scaleY, upperMm: ink.top * scaleY }
    : { lowerMm: 0, upperMm: face.metrics.capHeight * scaleY };
  const stance: Stance =
    lines[0]!.run.joined && lettering.stance.kind === PLAIN_STANCE.kind ? JOINED_STANCE : lettering.stance;
  const heights = STANCES[stance.kind].stacked
    ? acrossStack(lines, scaleY * lettering.width)
    : heightsOf(seat.by, face.metrics, scaleY, inkHeights);
  const common: Common = {
    lettering,
    track,
    face,
    direction,
    scaleX: scaleY * lettering.width,
    scaleY,
    capMm: face.metrics.capHeight * scaleY,
    heights,
    stance,
    correction,
    between,
  };
  const baselineMm = line ? heldBaseline(seat, line, heights) : baselineDistance(seat, heights);
  const [first, ...others] = lines.map((one, i) => setLine(common, one, baselineMm - i * lettering.lineDistanceMm));
  const failed = [first!, ...others].find((one) => !one.ok);
  if (failed && !failed.ok) return failed;
  const further = others.flatMap((one) => (one.ok ? [one.value] : []));
  if (!first!.ok) return first!;
  const { value } = first!;
  return ok({
    ...value,
    further,
    notes: [...value.notes, ...further.flatMap((one) => one.notes), ...holdNotes(value, line, own.path)],
  });
}
