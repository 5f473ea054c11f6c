import { tracksOf, type Track } from '../../curves';
import { setStep, withMore, type Made } from '../../piece/steps';
import {
  findCurve,
  findLettering,
  isFree,
  isLettering,
  type CurveShape,
  type Lettering,
  type Piece,
} from '../../piece/types';
import { fillRoom, scalingOf, type Scaling } from '../../setting/space/fill';
import type { SpacingCorrection } from '../../setting/line/measure';
import type { SetLettering } from '../../setting/line/set';
import { SLACK_MM, correctionOf, constrainedRules } from '../../setting/space/settle';
import { groundOf, cacheSetting, type Faces, type SettingGround } from '../../setting/settingOf';
import type { Ground, Rule } from '../rule';

/** Rounds and nearness of the radius at which an evened lettering fills its room, once it is nearly there. */
const ROUNDS = 8;
const MEETS_MM = 1e-5;
/**
 * A last step that takes up no more than this, mm, changes what evening out comes to by some millionths of a mm: it is
 * not done again.
 */
const SETTLED_MM = 5e-4;
/** A curve that is as near as this to the length it should have, mm, is finished. */
const FINISHED_MM = 1e-4;
/** How far apart the radii are by which it is told how room grows with the radius. */
const SLOPE_STEP = 1.001;

/** The radius of a circle as long as a curve, mm: what the shares of a kept radius are counted from. */
const meanRadius = (track: Track): number => track.path.lengthMm / (2 * Math.PI);

const keepsRadius = ({ fit, anchor, wording, hidden }: Lettering): boolean =>
  fit.kept &&
  !hidden &&
  anchor.align !== 'filled' &&
  wording.trim() !== '' &&
  fit.rules.some((rule) => rule.by === 'radius');

/** What evening out comes to on a curve of another size. */
type CorrectionOn = (track: Track) => SpacingCorrection | null;

/** That of a lettering, found once for each curve. */
function corrector(lettering: Lettering, { face, held }: SettingGround): CorrectionOn {
  const found = new Map<Track, SpacingCorrection | null>();
  return (on) => {
    if (!found.has(on)) found.set(on, correctionOf(lettering, on, face, held));
    return found.get(on)!;
  };
}

interface Filled {
  readonly shape: CurveShape;
  readonly lengthMm: number;
  readonly correction: SpacingCorrection | null;
  /** How the lettering is set on it, where that was found on the way. */
  readonly set: SetLettering | null;
}

/**
 * The curve of a lettering at the size at which the lettering fills its room by its rules, counted from a base.
 *
 * @param given whether evening out is of an earlier state, and not that of the curve asked for
 */
function filled(
  lettering: Lettering,
  piece: Piece,
  { track, face, held }: SettingGround,
  baseMm: number,
  correctionOn: CorrectionOn,
  given: boolean,
): Filled | null {
  const curve = findCurve(piece, lettering.curveId)!;
  const base = baseMm / meanRadius(track);
  const scaled = scalingOf(curve.shape, track);
  // A radius that comes first is looked for from where it is; behind other rules it begins where they are to do.
  const from = lettering.fit.rules[0]!.by === 'radius' ? 1 : base;
  const start = scaled(from).track;
  if (!start) return null;
  let correction = correctionOn(start);
  const rules = lettering.fit.rules.map((one) =>
    one.by === 'radius' ? { ...one, least: (one.least * base) / from, most: (one.most * base) / from } : one,
  );
  // What is given is of an earlier state and will be finished: nearly full is full enough.
  const first = fillRoom(
    { lettering, track: start, face, held, correction },
    rules,
    scaled(from).shape,
    given && correction ? SLACK_MM : 0,
  );
  const at = (
    share: number,
    { shape, set } = { shape: scaled(share).shape, set: null as SetLettering | null },
  ): Filled => ({ shape, lengthMm: track.path.lengthMm * share, correction, set });
  const grown = first.steps.find((step) => step.by === 'radius');
  if (!first.shape || !grown) return at(base);
  let k = from * grown.value;
  if (!correction || given) return at(k, { shape: first.shape, set: first.set });
  const finished = settledShare(
    lettering,
    { track, face, held },
    { scaled, base, correctionOn, correction },
    k,
    first.leftMm,
  );
  correction = finished.correction;
  k = finished.share;
  return at(k);
}

interface Settling {
  readonly scaled: Scaling;
  /** The share of the curve's size from which limits are counted. */
  readonly base: number;
  readonly correctionOn: CorrectionOn;
  readonly correction: SpacingCorrection;
}

/**
 * The share of the curve's size at which an evened lettering fills its room, from one that nearly does. Evening out
 * changes a little with the radius: steps by what the whole setting leaves, along the slope that it has without.
 */
function settledShare(
  lettering: Lettering,
  { face, held }: SettingGround,
  { scaled, base, correctionOn, correction: given }: Settling,
  from: number,
  leftThereMm: number,
): { readonly share: number; readonly correction: SpacingCorrection | null } {
  const rule = lettering.fit.rules.find((one) => one.by === 'radius')!;
  const others = constrainedRules(lettering);
  let correction: SpacingCorrection | null = given;
  const within = (share: number): number => Math.min(Math.max(share, base * rule.least), base * rule.most);
  const left = (on: Track): number => fillRoom({ lettering, track: on, face, held, correction }, others, null).leftMm;
  const further = scaled(from * SLOPE_STEP).track,
    here = scaled(from).track;
  const slope =
    further && here ? (left(further) - (others.length > 0 ? left(here) : leftThereMm)) / (from * (SLOPE_STEP - 1)) : 0;
  let share = from;
  for (let i = 0; i < ROUNDS && slope > 0; i++) {
    const on = scaled(share).track;
    correction = on && correctionOn(on);
    const leftMm = on && left(on);
    if (leftMm === null || !(Math.abs(leftMm) > MEETS_MM)) break;
    share = within(share - leftMm / slope);
    if (Math.abs(leftMm) < SETTLED_MM) break;
  }
  return { share, correction };
}

/**
 * Whether the size of a lettering's curve is its own to choose: a free curve, and the first that asks for it decides.
 */
function decides(lettering: Lettering, piece: Piece): boolean {
  if (!keepsRadius(lettering)) return false;
  const curve = findCurve(piece, lettering.curveId);
  return (
    curve !== undefined &&
    isFree(curve) &&
    piece.items.find((one) => isLettering(one) && keepsRadius(one) && one.curveId === curve.id)?.id === lettering.id
  );
}

/**
 * Curves whose lengths differ by no more than this share have one size, for what was done by hand and for what is
 * found.
 */
const SAME_BY_HAND = 1e-9;
const SAME_FOUND = 1e-10;
const sameLength = (oneMm: number, otherMm: number, share: number): boolean => Math.abs(oneMm / otherMm - 1) <= share;

/**
 * A piece with the curve of a lettering at the size that it is kept at; as it is where nothing of the two has changed.
 */
function resized(before: Piece, now: Made, item: Lettering, { faces, corrections }: Ground): Made {
  const [wasTrack, track] = [tracksOf(before).get(item.curveId), tracksOf(now.piece).get(item.curveId)];
  if (!track?.ok || (findLettering(before, item.id) === item && wasTrack === track)) return now;
  const { lengthMm } = track.value.path;
  const byHand = wasTrack?.ok === true && !sameLength(wasTrack.value.path.lengthMm, lengthMm, SAME_BY_HAND);
  const baseMm = item.fit.baseRadiusMm === null || byHand ? meanRadius(track.value) : item.fit.baseRadiusMm;
  const based = baseMm === item.fit.baseRadiusMm ? [] : [setStep(now.piece, item.id, ['fit', 'baseRadiusMm'], baseMm)];
  const ground = groundOf(item, tracksOf(now.piece), faces);
  if (!ground.ok) return withMore(now, based);
  const given = corrections && item.spacing.evenOut > 0 ? corrections.of(item) : null;
  const correctionOn = item.spacing.evenOut === 0 || corrections ? () => given : corrector(item, ground.value);
  const result = filled(item, now.piece, ground.value, baseMm, correctionOn, corrections !== undefined);
  const sized =
    result && !sameLength(result.lengthMm, lengthMm, SAME_FOUND)
      ? [setStep(now.piece, item.curveId, ['shape'], result.shape)]
      : [];
  const made = withMore(now, [...based, ...sized]);
  const after = findLettering(made.piece, item.id)!;
  if (result?.set) cacheSetting(after, tracksOf(made.piece), faces, corrections, result.set, ground.value.held);
  return made;
}

/**
 * Where a lettering that is kept filled by the radius, or its curve, is changed, the curve is given its new size. Where
 * several letterings of a curve ask for it the first one decides. Shares are counted from the size that the curve was
 * last given by hand, so that nothing drifts. Curves that are locked or follow others keep their size.
 */
export const radiusRule: Rule = {
  name: 'kept radius',
  follow(before, made, ground) {
    let now = made;
    for (const item of made.piece.items)
      if (isLettering(item) && decides(item, made.piece)) now = resized(before, now, item, ground);
    return now;
  },
};

/** What evening out comes to for a lettering; with the size of its curve, where that is kept and is another for it. */
export interface Finished {
  readonly correction: SpacingCorrection | null;
  readonly shape: CurveShape | null;
}

/**
 * Evens out a lettering, filled where it is kept filled: a curve whose size is kept, and was found with an older
 * evening out, gets the size for this one.
 *
 * @returns null where the lettering has no ground to stand on
 */
export function finish(piece: Piece, lettering: Lettering, faces: Faces): Finished | null {
  const ground = groundOf(lettering, tracksOf(piece), faces);
  if (!ground.ok) return null;
  const { track } = ground.value;
  const correctionOn = corrector(lettering, ground.value);
  const curve = tracksOf(piece).get(lettering.curveId);
  if (lettering.spacing.evenOut > 0 && curve?.ok && decides(lettering, piece)) {
    const result = filled(
      lettering,
      piece,
      ground.value,
      lettering.fit.baseRadiusMm ?? meanRadius(curve.value),
      correctionOn,
      false,
    );
    if (result && Math.abs(result.lengthMm - curve.value.path.lengthMm) > FINISHED_MM)
      return { correction: result.correction, shape: result.shape };
  }
  return { correction: correctionOn(track), shape: null };
}
