import type { Track } from '../../shapes/kind';
import type { FitRule, Lettering } from '../../piece/types';
import { ok, type Problem, type Result } from '../../result';
import type { Face } from '../../type/face';
import { evenOut, leastGapProblem } from './evenOut';
import { betweenBookends, fillRoom, roomLeft } from './fill';
import { fillProblem } from './fillProblem';
import type { SpacingCorrection } from '../line/measure';
import { setLettering } from '../line/setLettering';
import { type SetLettering } from '../line/set';

/**
 * Rounds in which filling and evening out settle with each other: correction changes the length a little, filling the
 * gaps.
 */
const ROUNDS = 2;

/**
 * What may be left of the room of a lettering that keeps its radius until evening out, which follows, finishes it, mm.
 */
export const SLACK_MM = 0.04;

const isKept = ({ fit, anchor }: Lettering): boolean => fit.kept && anchor.align !== 'filled';
/** The rules that are solved anew with every setting; a kept radius is a value of the curve, see `keepRadii`. */
export const constrainedRules = (lettering: Lettering): FitRule[] =>
  isKept(lettering) ? lettering.fit.rules.filter((one) => one.by !== 'radius') : [];

/** Whether a lettering is filled or evened out, so that setting it takes more than one go. */
export const needsSettling = (lettering: Lettering): boolean =>
  lettering.wording.trim() !== '' && (lettering.spacing.evenOut > 0 || isKept(lettering));

/** The setting of a lettering as filled, told as that of the lettering in the piece. */
function told(result: Result<SetLettering>, lettering: Lettering, unfilled: Problem | null): Result<SetLettering> {
  if (!result.ok) return result;
  const { value } = result;
  const problems = [unfilled, lettering.spacing.evenOut > 0 ? leastGapProblem(value) : null].filter(
    (one) => one !== null,
  );
  if (value.lettering === lettering && problems.length === 0) return result;
  return {
    ok: true,
    value: {
      ...value,
      lettering,
      further: value.further.map((line) => ({ ...line, lettering })),
      notes: [...value.notes, ...problems],
    },
  };
}

/**
 * Sets a lettering with what evening out adds given: filled by its kept rules if it has some. Fast enough for every
 * frame.
 *
 * @param correction what evening out came to last, for this or an earlier state of the lettering
 * @param found the lettering as it stands between its bookends with that, where it has been set already: see
 *   `isFoundFor`
 */
export const setWith = (
  lettering: Lettering,
  track: Track,
  face: Face,
  held: readonly (Track | null)[],
  correction: SpacingCorrection | null,
  found?: SetLettering,
): Result<SetLettering> => filledWith(lettering, track, face, held, correction, SLACK_MM, found);

/** Clock angles that differ by less are the same, degrees. */
const SAME_DEG = 1e-8;

/** What of a lettering has no part in how it is set between its bookends, but for its place. */
const APART: ReadonlySet<string> = new Set<keyof Lettering>(['anchor', 'fit']);

/**
 * Whether a setting found on the way to a kept radius is that of a lettering: nothing else of it is filled, and it
 * stands where it is to stand.
 */
export function isFoundFor(
  found: SetLettering,
  lettering: Lettering,
  track: Track,
  face: Face,
  correction: SpacingCorrection | null,
): boolean {
  if (
    found.track !== track ||
    found.measured.run.face !== face ||
    found.correction !== correction ||
    constrainedRules(lettering).length > 0
  )
    return false;
  if (
    !(Object.keys(lettering) as (keyof Lettering)[]).every(
      (name) => APART.has(name) || found.fitted[name] === lettering[name],
    )
  )
    return false;
  const [is, meant] = [found.fitted.anchor.at, betweenBookends(lettering, track).anchor.at];
  return is.kind === 'clock' && meant.kind === 'clock' && Math.abs(is.deg - meant.deg) < SAME_DEG;
}

/** @param slackMm what may be left of the room before it is said, where the radius is still to be finished */
function filledWith(
  lettering: Lettering,
  track: Track,
  face: Face,
  held: readonly (Track | null)[],
  correction: SpacingCorrection | null,
  slackMm: number,
  found?: SetLettering,
): Result<SetLettering> {
  const rules = constrainedRules(lettering);
  if (!isKept(lettering) || lettering.wording.trim() === '')
    return told(setLettering(lettering, track, face, held, correction), lettering, null);
  const filling = { lettering, track, face, held, correction };
  const filled = found
    ? { lettering, set: found, shape: null, steps: [], leftMm: roomLeft(found) }
    : fillRoom(filling, rules, null);
  const waits =
    correction !== null && rules.length < lettering.fit.rules.length && filled.leftMm >= 0 && filled.leftMm < slackMm;
  // What cannot be set is set once more, for the reason why.
  return told(
    filled.set ? ok(filled.set) : setLettering(filled.lettering, track, face, held, correction, true),
    lettering,
    waits ? null : fillProblem(filling, rules, filled, null),
  );
}

/** A lettering set to the end, with what evening out came to. */
export interface Settled {
  readonly result: Result<SetLettering>;
  readonly correction: SpacingCorrection | null;
}

/**
 * What evening out comes to for a lettering, filled by its kept rules where it has some; null where it is not evened
 * out.
 */
export function correctionOf(
  lettering: Lettering,
  track: Track,
  face: Face,
  held: readonly (Track | null)[] = [],
): SpacingCorrection | null {
  if (!isKept(lettering)) return evenOut(lettering, track, face, held);
  const rules = constrainedRules(lettering);
  // Without rules its place alone counts, and that does not change by evening out.
  if (rules.length === 0) return evenOut(betweenBookends(lettering, track), track, face, held);
  let correction = evenOut(lettering, track, face, held);
  for (let round = 0; correction && round < ROUNDS; round++)
    correction = evenOut(
      fillRoom({ lettering, track, face, held, correction }, rules, null).lettering,
      track,
      face,
      held,
    );
  return correction;
}

/**
 * Sets a lettering as it is meant: evened out and filled, each for what the other makes of it, filled last, so that the
 * ink meets the bookends exactly. The same wherever it is computed.
 */
export function settle(lettering: Lettering, track: Track, face: Face, held: readonly (Track | null)[] = []): Settled {
  if (!needsSettling(lettering)) return { result: setLettering(lettering, track, face, held), correction: null };
  const correction = correctionOf(lettering, track, face, held);
  return { result: filledWith(lettering, track, face, held, correction, 0), correction };
}
