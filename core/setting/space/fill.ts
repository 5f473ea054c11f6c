import { findZero } from './findZero';
import { curveKind, trackOf, type Track } from '../../curves';
import { sharesClock } from '../../curves/clock';
import { scaleAbout } from '../../shapes/similarity';
import type { CurveShape, FitBy, FitRule, Lettering } from '../../piece/types';
import type { Face } from '../../type/face';
import { placeAtFraction } from '../line/anchorPlaces';
import { letteringTrack } from '../line/corners';
import type { SpacingCorrection } from '../line/measure';
import { bookendsInReading } from '../line/overset';
import { readingDirection } from '../line/seat';
import { setLettering } from '../line/setLettering';
import { linesOf, type SetLettering } from '../line/set';
import { scaledSize } from '../../piece/items/lettering';

/** Ink that ends this near to a bookend meets it, mm. */
export const MEETS_MM = 1e-4;
/** How near it is brought, mm. */
const EXACT_MM = MEETS_MM / 100;
/** The first step towards a value, in thousandths of an em for tracking, as shares for the others. */
const FIRST_STEP: Readonly<Record<FitBy, number>> = { tracking: 2, width: 0.01, size: 0.01, radius: 0.01 };

/** What a lettering is set with while it is filled. */
export interface Filling {
  readonly lettering: Lettering;
  readonly track: Track;
  readonly face: Face;
  readonly held: readonly (Track | null)[];
  readonly correction: SpacingCorrection | null;
}

/** Whether a lettering has its place from its bookends alone: filled or kept filled, and not round a whole ring. */
export const placedByBookends = ({ anchor, fit, bookends }: Lettering, closed: boolean): boolean =>
  (anchor.align === 'filled' || fit.kept) && !(closed && bookends.startU === bookends.endU);

/** A lettering that stands in the middle between its bookends, so that both ends of its ink can meet them. */
export function betweenBookends(lettering: Lettering, curveTrack: Track): Lettering {
  const track = letteringTrack(curveTrack, lettering.corners);
  const { path } = track;
  const direction = readingDirection(track, lettering.seat.tops);
  const { start, end, whole } = bookendsInReading({ lettering, path, direction });
  if (whole)
    return lettering.anchor.align === 'centre'
      ? lettering
      : { ...lettering, anchor: { ...lettering.anchor, align: 'centre' } };
  const u = (direction * (start + end)) / 2 / path.lengthMm;
  return {
    ...lettering,
    anchor: {
      at: placeAtFraction(track, path.path.closed ? u - Math.floor(u) : u),
      startOffsetMm: 0,
      align: 'centre',
      by: 'ink',
    },
  };
}

/** The room of a setting's line that leaves least of it, and what that line fills, mm. */
interface Room {
  readonly roomMm: number;
  /** What is left over; less than 0 where it is overset. */
  readonly leftMm: number;
  /** The room along its own curve, which grows with the curve; what its height adds stays as it is. */
  readonly curveMm: number;
  /** By how much of an em's thousandths what is filled grows, mm. */
  readonly perTracking: number;
}

/** Of several lines the longest counts. On a whole ring the last gap is as wide as tracking makes the others. */
function roomOf(set: SetLettering): Room {
  return linesOf(set)
    .map(({ overset, measured, fitted, scaleX }): Room => {
      const { startU, endU } = fitted.bookends;
      const whole = set.path.path.closed && (startU === endU || Math.abs(startU - endU) === 1);
      const { roomMm } = overset;
      const curveMm = overset.bookendEnd - overset.bookendStart;
      const last = measured.middles.length - 1;
      const each = (measured.run.face.metrics.upem * scaleX) / 1000;
      if (measured.firstInk < 0) return { roomMm, curveMm, leftMm: roomMm, perTracking: 0 };
      if (!whole)
        return {
          roomMm,
          curveMm,
          leftMm: roomMm - overset.inkMm,
          perTracking: each * (measured.lastInk - measured.firstInk),
        };
      const run =
        measured.middles[last]! + measured.halfAdvances[last]! - measured.middles[0]! + measured.halfAdvances[0]!;
      return { roomMm, curveMm, leftMm: roomMm - run - fitted.spacing.tracking * each, perTracking: each * (last + 1) };
    })
    .reduce((least, one) => (one.leftMm < least.leftMm ? one : least));
}

/** What is too large to be set at all is overset without bounds, mm. */
const NOT_SET_MM = -1e6;
const leftOf = (room: Room | null): number => room?.leftMm ?? NOT_SET_MM;

/** How much of the room a setting leaves, mm: less than 0 where it is overset. */
export const roomLeft = (set: SetLettering): number => roomOf(set).leftMm;

/** The value of a rule as things are: tracking itself, the others as 1, shares of what they are. */
const valueNow = ({ spacing }: Lettering, by: FitBy): number => (by === 'tracking' ? spacing.tracking : 1);

/** A curve at another size: the shape, and the track that it gives. */
export interface Scaled {
  readonly shape: CurveShape;
  readonly track: Track | null;
}
/** A curve at other sizes, as shares of its own: the same share gives the same shape, so that it is measured once. */
export type Scaling = (share: number) => Scaled;
export function scalingOf(shape: CurveShape, track: Track): Scaling {
  const made = new Map<number, Scaled>([[1, { shape, track }]]);
  return (share) => {
    const known = made.get(share);
    if (known) return known;
    const scaled = curveKind(shape).transform(shape, scaleAbout(track.centre, share));
    const on = trackOf(scaled);
    if (on.ok) sharesClock(track, on.value);
    const one = { shape: scaled, track: on.ok ? on.value : null };
    made.set(share, one);
    return one;
  };
}

/** A lettering with one rule at a value. A radius changes the curve instead. */
function withValue(lettering: Lettering, by: FitBy, value: number): Lettering {
  switch (by) {
    case 'tracking':
      return { ...lettering, spacing: { ...lettering.spacing, tracking: value } };
    case 'width':
      return { ...lettering, width: lettering.width * value };
    case 'size':
      return { ...lettering, size: scaledSize(lettering.size, value) };
    case 'radius':
      return lettering;
  }
}

/** What one rule comes to. */
export interface Filled {
  readonly by: FitBy;
  /** The tracking, or the share of what it was. */
  readonly value: number;
  /** Room left at that value, mm; within MEETS_MM of 0 where it fills. */
  readonly leftMm: number;
}

/**
 * What a value of a rule comes to if the curve does not bend the answer: exact on a line and on a circle for most.
 * Leaves a slack, mm.
 */
function straightGuess(
  by: FitBy,
  value: number,
  { roomMm, curveMm, leftMm, perTracking }: Room,
  slackMm: number,
): number {
  const [filledMm, openMm] = [roomMm - leftMm, leftMm - slackMm];
  switch (by) {
    case 'tracking':
      return value + openMm / perTracking;
    case 'width':
    case 'size':
      return (value * (roomMm - slackMm)) / filledMm;
    case 'radius':
      return value * (1 - openMm / curveMm);
  }
}

/** A lettering set with one rule at a value; null where it cannot be. The last one is cached. */
function settingsBy(
  { lettering, track, face, held, correction }: Filling,
  { by }: FitRule,
  scaled: Scaling | null,
): (value: number) => SetLettering | null {
  let last = Number.NaN,
    latest: SetLettering | null = null;
  return (value) => {
    if (value === last) return latest;
    const on = by !== 'radius' ? track : scaled && scaled(value).track;
    const set = on && setLettering(withValue(lettering, by, value), on, face, held, correction, true);
    last = value;
    return (latest = set?.ok ? set.value : null);
  };
}

/**
 * The value of one rule, within its limits, at which a lettering fills its room; the limit that comes nearest where
 * none does. From a guess along straight lines by secants; where these do not come to it, regula falsi held in a
 * bracket (Illinois), and halving where a value cannot be set at all.
 *
 * @param scaled the curve at other sizes, for the radius; null where it must stay
 */
export const fillBy = (filling: Filling, rule: FitRule, scaled: Scaling | null): Filled =>
  solve(rule, valueNow(filling.lettering, rule.by), settingsBy(filling, rule, scaled), 0);

/** @param slackMm what may be left of the room, mm; 0 for ink that meets the bookends */
function solve(rule: FitRule, start: number, setAt: (value: number) => SetLettering | null, slackMm: number): Filled {
  const aimMm = slackMm / 2;
  const roomAt = (value: number): Room | null => {
    const set = setAt(value);
    return set && roomOf(set);
  };
  const now = Math.min(Math.max(start, rule.least), rule.most);
  const room = roomAt(now);
  const found = findZero({
    left: (value) => leftOf(roomAt(value)) - aimMm,
    from: { value: now, left: leftOf(room) - aimMm },
    guess: room ? straightGuess(rule.by, now, room, aimMm) : Number.NaN,
    least: rule.least,
    most: rule.most,
    // More of anything but the radius takes more room.
    takesRoom: rule.by !== 'radius',
    firstStep: FIRST_STEP[rule.by],
    meetsMm: aimMm || EXACT_MM,
  });
  return { by: rule.by, value: found.value, leftMm: found.left + aimMm };
}

/**
 * A lettering anchored where its setting in the middle of its room came to stand, so that set plainly it stands there
 * too.
 */
function anchoredAs(lettering: Lettering, { track, path, anchorDistance, fitted }: SetLettering): Lettering {
  if (!placedByBookends({ ...lettering, fit: { ...lettering.fit, kept: true } }, path.path.closed)) return lettering;
  const u = anchorDistance / path.lengthMm;
  return {
    ...lettering,
    anchor: { ...fitted.anchor, at: placeAtFraction(track, path.path.closed ? u - Math.floor(u) : u) },
  };
}

/** What all rules come to, in their order. */
export interface FillResult {
  /** The lettering filled, standing between its bookends. */
  readonly lettering: Lettering;
  /** The curve scaled, where a rule by radius had to; else null. */
  readonly shape: CurveShape | null;
  readonly steps: readonly Filled[];
  readonly leftMm: number;
  /** The lettering as it is set then; null where it cannot be. */
  readonly set: SetLettering | null;
}

/** Limits so wide that only what the piece format allows counts. */
const WIDE: Readonly<Record<FitBy, { readonly least: number; readonly most: number }>> = {
  tracking: { least: -300, most: 2000 },
  width: { least: 0.3, most: 3 },
  size: { least: 0.05, most: 8 },
  radius: { least: 0.2, most: 5 },
};
export const wideRule = (by: FitBy): FitRule => ({ by, ...WIDE[by] });

/**
 * Fills the room between the bookends: by the first rule as far as it may go, by the next for what is left.
 * Empty wordings, single letters and filled alignment come back as they are, but for what can still be changed.
 *
 * @param slackMm what may be left of the room, mm; 0 for ink that meets the bookends
 */
export function fillRoom(
  filling: Filling,
  rules: readonly FitRule[],
  shape: CurveShape | null,
  slackMm = 0,
): FillResult {
  let { lettering, track } = filling;
  lettering = betweenBookends(lettering, track);
  let grown: CurveShape | null = null;
  const steps: Filled[] = [];
  let set: SetLettering | null = null;
  for (const rule of rules) {
    if (rule.by === 'radius' && !shape) continue;
    const scaled: Scaling | null = shape && scalingOf(grown ?? shape, track);
    const setAt = settingsBy({ ...filling, lettering, track }, rule, scaled);
    const made = solve(rule, valueNow(lettering, rule.by), setAt, slackMm);
    steps.push(made);
    set = setAt(made.value);
    if (rule.by === 'radius') {
      const at = scaled!(made.value);
      grown = at.shape;
      if (at.track) track = at.track;
    } else lettering = withValue(lettering, rule.by, made.value);
    if (Math.abs(made.leftMm) < Math.max(slackMm, MEETS_MM)) break;
  }
  if (steps.length > 0)
    return {
      lettering: set ? anchoredAs(lettering, set) : lettering,
      shape: grown,
      steps,
      leftMm: steps.at(-1)!.leftMm,
      set,
    };
  const plain = setLettering(lettering, track, filling.face, filling.held, filling.correction, true);
  return plain.ok
    ? {
        lettering: anchoredAs(lettering, plain.value),
        shape: null,
        steps,
        leftMm: roomLeft(plain.value),
        set: plain.value,
      }
    : { lettering, shape: null, steps, leftMm: Number.NaN, set: null };
}
