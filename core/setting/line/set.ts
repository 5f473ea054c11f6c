import type { Track } from '../../shapes/kind';
import type { MeasuredPath } from '../../geometry/measuredPath';
import { stretchedFromDistance } from '../../geometry/walk';
import type { Lettering, Stance } from '../../piece/types';
import type { Problem } from '../../result';
import type { SpacingCorrection, MeasuredRun } from './measure';
import { LETTER } from '../../stances';
import type { Vec } from '../../geometry/vec';
import { letteringTrack } from './corners';
import type { Overset } from './overset';
import type { Heights } from './seat';

/** A lettering set on its curve: the exact place of every letter. */
export interface SetLettering {
  /** As it is in the piece. */
  readonly lettering: Lettering;
  /** As it is set: with the tracking, width and size that its fit comes to. */
  readonly fitted: Lettering;
  /** What it runs on: the curve, with its corners rounded where the lettering asks for it. */
  readonly track: Track;
  readonly path: MeasuredPath;
  readonly measured: MeasuredRun;
  /** What evening out adds to its gaps; null for nothing. */
  readonly correction: SpacingCorrection | null;
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
  /** The setting that it was made of by moving it as a whole, and the way, mm; left out where it was set in full. */
  readonly moved?: { readonly from: SetLettering; readonly way: Vec };
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

/**
 * A setting after its curve was moved as a whole: every letter goes the same way. Null where letters point to a place of
 * their own, which did not move.
 *
 * @param track of the curve as it is now
 */
export function movedSet(set: SetLettering, track: Track, way: Vec): SetLettering | null {
  if (set.stance.centre !== null) return null;
  const under = letteringTrack(track, set.fitted.corners),
    rows = set.rows.slice();
  for (let at = 0; at < rows.length; at += LETTER.length) {
    rows[at + LETTER.x]! += way.x;
    rows[at + LETTER.y]! += way.y;
  }
  const further: SetLettering[] = [];
  for (const line of set.further) {
    const moved = movedSet(line, track, way);
    if (!moved) return null;
    further.push(moved);
  }
  return { ...set, track: under, path: under.path, rows, further, moved: { from: set, way } };
}
