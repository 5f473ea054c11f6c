import { PLAIN_STANCE } from '../../piece/stances';
import { fractionOf } from '../../curves/clock';
import type { Track } from '../../curves/kind';
import type { MeasuredPath } from '../../geometry/measuredPath';
import { nearest } from '../../geometry/nearest';
import { frameAt, ROW, stretchedFromDistance, stretchedLength } from '../../geometry/walk';
import type { Lettering, Stance } from '../../piece/types';
import { fail, ok, type Problem, type Result } from '../../result';
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
import { heldLine, type HeldLine } from './hold';
import {
  inkUnits,
  measureRun,
  measureStacked,
  shapeLines,
  type Evening,
  type MeasuredRun,
  type ShapedLine,
} from './measure';
import { bookendsInReading, measureOverset, type Overset } from './overset';
import { baselineDistance, heightsOf, heldBaseline, readingDirection, type Heights } from './seat';
import { mmPerUnit } from './size';
import { isFlat, LETTER, STANCES } from '../stances';
import { stepOver } from './stepOver';
import { foldedLetters, tightness } from './tightness';

/** A lettering set on its curve: the exact place of every letter. */
export interface SetLettering {
  /** As it is in the piece. */
  readonly lettering: Lettering;
  /** As it is set: with the tracking, width and size that a kept fit comes to. */
  readonly fitted: Lettering;
  /** What it runs on: the curve, with its corners rounded where the lettering asks for it. */
  readonly track: Track;
  readonly path: MeasuredPath;
  readonly measured: MeasuredRun;
  /** What evening out adds to its gaps; null for nothing. */
  readonly evening: Evening | null;
  /** mm in a font unit, across and up. */
  readonly scaleX: number;
  readonly scaleY: number;
  readonly capMm: number;
  /** The stretch of the letters' height that the seat goes by. */
  readonly heights: Heights;
  /** The stance that is taken: joined letters are bent, so that their joins stay closed. */
  readonly stance: Stance;
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
  /** Letters that stand where the curve is too tight or too steep for them; they are drawn, and marked. */
  readonly folded: readonly number[];
  /** Things that a person should know but that do not stop the setting: characters the face lacks. */
  readonly notes: readonly Problem[];
  /** The further lines, each set as this one on its own parallel. */
  readonly further: readonly SetLettering[];
}

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
  readonly evening: Evening | null;
  /** Whether it stands in the middle of its room, whatever its anchor. */
  readonly between: boolean;
}

function setLine(common: Common, line: ShapedLine, baselineMm: number): Result<SetLettering> {
  const { lettering, track, face, direction, scaleX, scaleY, capMm, stance } = common;
  const { path } = track;
  const { spacing, anchor, adjustments } = lettering;
  const extras = {
    scaleX,
    scaleY,
    trackingEm: anchor.align === 'filled' ? 0 : spacing.tracking,
    adjustments,
    words: spacing.words,
    evening: common.evening,
  };
  const { stacked } = STANCES[stance.kind];
  const measured = stacked ? measureStacked(line, capMm, extras) : measureRun(line, extras);
  const heightMm = stacked ? baselineMm : baselineMm + spacing.measuredAt * capMm;
  const tight = tightness(
    path,
    direction,
    STANCES[stance.kind].fans
      ? [baselineMm, baselineMm + capMm, baselineMm + measured.inkTopMm, baselineMm + measured.inkBottomMm]
      : [heightMm],
  );
  if (tight) return fail(tight);
  const ground: Ground = {
    path,
    direction,
    scaleX,
    scaleY,
    capMm,
    baselineMm,
    heightMm,
    stance,
    centre: stance.centre ?? track.centre,
    measured,
    anchorDistance: 0,
    anchorF: 0,
  };
  const room = common.between ? bookendsInReading({ lettering, path, direction }) : null;
  if (room && !room.whole) anchorBetween(ground, room.start, room.end);
  else anchorAt(ground, fractionOf(track, anchor.at) * path.lengthMm + direction * anchor.startOffsetMm);
  const k = direction * heightMm;
  const ringMm = path.path.closed ? stretchedLength(path, k) : Infinity;
  let shiftMm: number;
  if (anchor.align === 'filled') shiftMm = fill(ground, lettering, ringMm);
  else {
    const { align } = anchor;
    shiftMm = solveAlignment(ground, align, anchor.by);
    if (lettering.corners.kind === 'step') {
      // Which letters meet a corner depends on where the run stands, and that on the letters: settled in a few rounds.
      for (let round = 0; round < STEP_ROUNDS; round++) {
        ground.measured = {
          ...measured,
          middles: stepOver(
            track,
            direction,
            k,
            ground.anchorF + direction * shiftMm,
            measured.middles,
            measured.halfAdvances,
          ),
        };
        if (round < STEP_ROUNDS - 1) shiftMm = solveAlignment(ground, align, anchor.by);
      }
    }
  }
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
  adjust(rows, ground.measured, adjustments, capMm);
  const folded = [...new Set([...tooTight, ...flat])].sort((a, b) => a - b);
  return ok({
    lettering,
    fitted: lettering,
    track,
    path,
    measured: ground.measured,
    evening: common.evening,
    scaleX,
    scaleY,
    capMm,
    heights: common.heights,
    stance,
    baselineMm,
    measuredHeightMm: heightMm,
    direction,
    rows,
    letterDistances,
    anchorDistance: ground.anchorDistance,
    shiftMm,
    overset,
    folded,
    further: [],
    notes: [...notesOf(face, line, tooTight, flat), ...(anchor.align === 'filled' ? noRoom(lettering, overset) : [])],
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

/** What to say of letters that are to be spread between their bookends and find less room than they need, pushed together as far as they may be. */
function noRoom({ wording }: Lettering, { beforeMm, afterMm }: Overset): Problem[] {
  const past = beforeMm + afterMm;
  if (past <= 0) return [];
  return [
    {
      code: 'fit-not-met',
      value: -past,
      message: `“${wording.slice(0, 24)}” does not fill its room: ${past.toFixed(2)} mm are lacking, however close its letters stand. Make them smaller, shorten the words, or move the bookends apart.`,
    },
  ];
}

/** What to say of a hold that cannot be had, or not along all of the words. */
function holdNotes(
  { lettering, path, letterDistances }: SetLettering,
  line: HeldLine | null,
  own: MeasuredPath,
): Problem[] {
  if (!lettering.seat.hold) return [];
  const words = `“${lettering.wording.slice(0, 24)}”`;
  if (!line) {
    return [
      {
        code: 'hold-not-met',
        field: 'seat.hold',
        message: `${words} cannot be held by the curves chosen: they lie across its own curve, or there is nothing between them. It stands by its own curve instead; choose other curves, or move them.`,
      },
    ];
  }
  const { only } = line;
  if (!only) return [];
  const inside = (at: number): boolean => {
    const s = nearest(own, frameAt(path, at).point)?.s ?? 0;
    const turns = own.path.closed ? Math.round((s - (only.from + only.to) / 2) / own.lengthMm) * own.lengthMm : 0;
    return s - turns >= only.from && s - turns <= only.to;
  };
  return letterDistances.every(inside)
    ? []
    : [
        {
          code: 'hold-not-met',
          field: 'seat.hold',
          message: `${words} is held along a part of its words only: beyond it the curves run too steeply to each other, or end. Shorten the words, or move the curves.`,
        },
      ];
}

function notesOf(face: Face, line: ShapedLine, folded: readonly number[], flat: readonly number[]): Problem[] {
  const { letters, missing } = line.run;
  const which = (list: readonly number[]): string => list.map((i) => letters[i]!.text).join('');
  const notes: Problem[] = [];
  if (face.standsInFor !== undefined) {
    notes.push({
      code: 'unknown-face',
      field: 'faceId',
      value: face.id,
      message: `The typeface ${face.standsInFor} is not at hand; another stands in. Bring it again, or choose another, before you print.`,
    });
  }
  if (missing.length > 0) {
    notes.push({
      code: 'missing-character',
      field: 'wording',
      value: missing,
      message: `${face.name} has no ${missing.map((c) => `“${c}”`).join(', ')}. A box stands in; change the wording or the typeface.`,
    });
  }
  if (folded.length > 0) {
    notes.push({
      code: 'fold',
      value: folded,
      message: `The curve bends too tightly under “${which(folded)}”: letters fold over each other there. Make the bend wider, the letters smaller, or seat them on the other side.`,
    });
  }
  if (flat.length > 0) {
    notes.push({
      code: 'fold',
      value: flat,
      message: `The curve is too steep under “${which(flat)}” for this stance: the letters are pressed flat there. Weaken the stance, choose another, or move the words.`,
    });
  }
  return notes;
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
 * @param evening what evening out adds to its gaps, see `evenOut`
 * @param between whether it is to stand in the middle between its bookends, so that what fills its room meets both
 * @returns the setting, or `too-tight` when letters would fold over one another on this curve. An empty wording
 *   gives a setting without letters.
 */
export function setLettering(
  lettering: Lettering,
  curveTrack: Track,
  face: Face,
  held: readonly (Track | null)[] = [],
  evening: Evening | null = null,
  between = false,
): Result<SetLettering> {
  const own = letteringTrack(curveTrack, lettering.corners);
  const { seat, size, anchor } = lettering;
  const direction = readingDirection(own, seat.tops);
  const line = heldLine(own, seat, held, fractionOf(own, anchor.at) * own.path.lengthMm, direction);
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
    evening,
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

/** A setting with its further lines, first to last. */
export const linesOf = (set: SetLettering): readonly SetLettering[] => [set, ...set.further];

/** The line of a setting that runs farthest past its bookends, or is the fullest. */
export function worstLine(set: SetLettering): SetLettering {
  const past = ({ overset }: SetLettering): number => overset.beforeMm + overset.afterMm;
  return linesOf(set).reduce((worst, line) =>
    past(line) > past(worst) || (past(line) === past(worst) && line.overset.inkMm > worst.overset.inkMm) ? line : worst,
  );
}

/** Stretched distance of the anchor of a setting: places on its lines count from it. */
export const anchorF = (set: SetLettering): number =>
  stretchedFromDistance(set.path, set.anchorDistance, set.direction * set.measuredHeightMm);
