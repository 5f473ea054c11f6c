import { curveKind, trackOf, type Track } from '../curves';
import { scaleAbout } from '../curves/similarity';
import type { CurveShape, FitBy, FitRule, Lettering } from '../piece/types';
import type { Problem } from '../result';
import type { Face } from '../type/face';
import { placeAtFraction } from './anchorPlaces';
import { letteringTrack } from './corners';
import type { Evening } from './measure';
import { bookendsInReading } from './overset';
import { readingDirection } from './seat';
import { linesOf, setLettering, type SetLettering } from './setLettering';
import { scaledSize } from './size';

/** Ink that ends this near to a bookend meets it, mm. */
export const MEETS_MM = 1e-4;
const ROUNDS = 60;
/** The first step towards a value, in thousandths of an em for tracking, as shares for the others; the most it grows by; how far past. */
const FIRST_STEP: Readonly<Record<FitBy, number>> = { tracking: 2, width: 0.01, size: 0.01, radius: 0.01 };
const MOST_GROWTH = 100;
const OVER = 1.05;

/** What a lettering is set with while it is filled. */
export interface Filling {
  readonly lettering: Lettering;
  readonly track: Track;
  readonly face: Face;
  readonly held: readonly (Track | null)[];
  readonly evening: Evening | null;
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
  if (whole) return lettering.anchor.align === 'centre' ? lettering : { ...lettering, anchor: { ...lettering.anchor, align: 'centre' } };
  const u = (direction * (start + end)) / 2 / path.lengthMm;
  return {
    ...lettering,
    anchor: { at: placeAtFraction(track, path.path.closed ? u - Math.floor(u) : u), startOffsetMm: 0, align: 'centre', by: 'ink' },
  };
}

/**
 * How much of the room a setting leaves, mm: less than 0 where it is overset. Of several lines the longest counts. On a
 * whole ring the last gap is as wide as tracking makes the others.
 */
export function roomLeft(set: SetLettering): number {
  return Math.min(...linesOf(set).map(({ overset, measured, fitted, scaleX }) => {
    const { startU, endU } = fitted.bookends;
    const whole = set.path.path.closed && (startU === endU || Math.abs(startU - endU) === 1);
    if (measured.firstInk < 0) return overset.roomMm;
    if (!whole) return overset.roomMm - overset.inkMm;
    const last = measured.middles.length - 1;
    const run = measured.middles[last]! + measured.halfAdvances[last]! - measured.middles[0]! + measured.halfAdvances[0]!;
    return overset.roomMm - run - (fitted.spacing.tracking / 1000) * measured.run.face.metrics.upem * scaleX;
  }));
}

/** The value of a rule as things are: tracking itself, the others as 1, shares of what they are. */
export const valueNow = ({ spacing }: Lettering, by: FitBy): number => (by === 'tracking' ? spacing.tracking : 1);

/** Whether a curve can be scaled to fill: one that follows no other, and has a centre to scale about. */
const scaledTrack = (track: Track, shape: CurveShape | null, k: number): Track | null => {
  if (!shape) return null;
  const made = trackOf(curveKind(shape).transform(shape, scaleAbout(track.centre, k)));
  return made.ok ? made.value : null;
};

/** A lettering with one rule at a value. A radius changes the curve instead. */
export function withValue(lettering: Lettering, by: FitBy, value: number): Lettering {
  switch (by) {
    case 'tracking': return { ...lettering, spacing: { ...lettering.spacing, tracking: value } };
    case 'width': return { ...lettering, width: lettering.width * value };
    case 'size': return { ...lettering, size: scaledSize(lettering.size, value) };
    case 'radius': return lettering;
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
 * The value of one rule, within its limits, at which a lettering fills its room; the limit that comes nearest where none
 * does. Regula falsi held in a bracket (Illinois), and halving where a value cannot be set at all.
 *
 * @param shape of the curve, for the radius; null where it must stay
 */
export function fillBy({ lettering, track, face, held, evening }: Filling, rule: FitRule, shape: CurveShape | null): Filled {
  const left = (value: number): number => {
    const on = rule.by === 'radius' ? scaledTrack(track, shape, value) : track;
    const set = on && setLettering(withValue(lettering, rule.by, value), on, face, held, evening);
    // What is too large to be set at all is overset without bounds.
    return set?.ok ? roomLeft(set.value) : -1e6;
  };
  const now = Math.min(Math.max(valueNow(lettering, rule.by), rule.least), rule.most);
  let a = now, fa = left(now);
  if (Math.abs(fa) < MEETS_MM / 100) return { by: rule.by, value: now, leftMm: fa };
  // More of anything but the radius takes more room: where there is room, go up, else down. Most values lie near, so
  // steps grow from a small one, by what is left, until one goes past.
  const up = rule.by === 'radius' ? fa < 0 : fa > 0;
  const [from, leftFrom, limit] = [a, fa, up ? rule.most : rule.least];
  const within = (value: number): number => (up ? Math.min(value, limit) : Math.max(value, limit));
  let b = within(from + (up ? 1 : -1) * FIRST_STEP[rule.by]), fb = left(b);
  while (Math.sign(fb) === Math.sign(fa) && b !== limit) {
    const past = (OVER * fb) / (fa - fb);
    const next = within(b + (b - a) * (past > 1 && past < MOST_GROWTH ? past : past > 0 && past <= 1 ? 1 : MOST_GROWTH));
    [a, fa, b, fb] = [b, fb, next, left(next)];
  }
  if (b === a || Math.sign(fb) === Math.sign(fa)) return Math.abs(fb) <= Math.abs(leftFrom) ? { by: rule.by, value: b, leftMm: fb } : { by: rule.by, value: from, leftMm: leftFrom };
  let side = 0;
  let [wa, wb] = [fa, fb];
  for (let i = 0; i < ROUNDS; i++) {
    const straight = Math.min(Math.abs(fa), Math.abs(fb)) > 1e5 || i > 30 ? (a + b) / 2 : (a * wb - b * wa) / (wb - wa);
    const c = Number.isFinite(straight) && Math.abs(Math.max(fa, fb)) < 1e5 && Math.min(fa, fb) > -1e5 ? straight : (a + b) / 2;
    const fc = left(c);
    if (Math.abs(fc) < MEETS_MM / 100 || Math.abs(a - b) < 1e-13) return { by: rule.by, value: c, leftMm: fc };
    if (Math.sign(fc) === Math.sign(fa)) {
      a = c; fa = wa = fc;
      if (side === -1) wb /= 2;
      side = -1;
    } else {
      b = c; fb = wb = fc;
      if (side === 1) wa /= 2;
      side = 1;
    }
  }
  return Math.abs(fa) < Math.abs(fb) ? { by: rule.by, value: a, leftMm: fa } : { by: rule.by, value: b, leftMm: fb };
}

/** What all rules come to, in their order. */
export interface FillResult {
  /** The lettering filled, standing between its bookends. */
  readonly lettering: Lettering;
  /** The curve scaled, where a rule by radius had to; else null. */
  readonly shape: CurveShape | null;
  readonly steps: readonly Filled[];
  readonly leftMm: number;
}

/** Limits so wide that only what the piece format allows counts. */
const WIDE: Readonly<Record<FitBy, { readonly least: number; readonly most: number }>> = {
  tracking: { least: -300, most: 2000 }, width: { least: 0.3, most: 3 }, size: { least: 0.05, most: 8 }, radius: { least: 0.2, most: 5 },
};
export const wideRule = (by: FitBy): FitRule => ({ by, ...WIDE[by] });

/**
 * Fills the room between the bookends: by the first rule as far as it may go, by the next for what is left.
 * Empty wordings, single letters and filled alignment come back as they are, but for what can still be changed.
 */
export function fillRoom(filling: Filling, rules: readonly FitRule[], shape: CurveShape | null): FillResult {
  let { lettering, track } = filling;
  lettering = betweenBookends(lettering, track);
  let grown: CurveShape | null = null;
  const steps: Filled[] = [];
  let leftMm = Number.NaN;
  for (const rule of rules) {
    if (rule.by === 'radius' && !shape) continue;
    const made = fillBy({ ...filling, lettering, track }, rule, grown ?? shape);
    steps.push(made);
    leftMm = made.leftMm;
    if (rule.by === 'radius') {
      grown = curveKind(shape!).transform(grown ?? shape!, scaleAbout(track.centre, made.value));
      const on = trackOf(grown);
      if (on.ok) track = on.value;
    } else lettering = withValue(lettering, rule.by, made.value);
    if (Math.abs(leftMm) < MEETS_MM) break;
  }
  if (steps.length === 0) {
    const set = setLettering(lettering, track, filling.face, filling.held, filling.evening);
    if (set.ok) leftMm = roomLeft(set.value);
  }
  return { lettering, shape: grown, steps, leftMm };
}

const NAMES: Readonly<Record<FitBy, string>> = { tracking: 'tracking', width: 'the width', size: 'the size', radius: 'the radius' };

/** A value of a rule as a person reads it. */
export const saidValue = (by: FitBy, value: number): string => (by === 'tracking' ? `${value.toFixed(1)}` : `${(value * 100).toFixed(1)} %`);

/** What to say of a room that the rules could not fill: by how much, and what would. Null where they could. */
export function fillProblem(filling: Filling, rules: readonly FitRule[], { leftMm }: FillResult, shape: CurveShape | null): Problem | null {
  if (!(Math.abs(leftMm) >= MEETS_MM)) return null;
  const what = leftMm > 0 ? `${leftMm.toFixed(2)} mm are left over` : `${(-leftMm).toFixed(2)} mm are lacking`;
  const lettering = betweenBookends(filling.lettering, filling.track);
  const would = [...new Set<FitBy>([...rules.map((one) => one.by), 'size', 'tracking'])].flatMap((by) => {
    if (by === 'radius' && !shape) return [];
    // All the other rules at their ends, this one as far as it must.
    const others = rules.filter((one) => one.by !== by);
    const opened = fillRoom({ ...filling, lettering }, [...others, wideRule(by)], shape);
    const last = opened.steps.at(-1);
    return Math.abs(opened.leftMm) < MEETS_MM && last?.by === by ? [`${NAMES[by]} at ${saidValue(by, last.value)}`] : [];
  });
  return {
    code: 'fit-not-met', value: leftMm,
    message: `“${filling.lettering.wording.slice(0, 24)}” does not fill its room: ${what}. ${would.length > 0 ? `It would with ${would.slice(0, 3).join(', or ')}.` : 'Say less, or move the bookends apart.'}`,
  };
}
