import { field, flag, id, limited, list, object, orNull, tagged, union, unionOrNull, type TypeOf } from '../fields';
import { LIMITS } from '../fields/limits';

const hold = unionOrNull('kind', {
  touching: object({ kind: tagged('touching'), curveId: id(), gapMm: limited('gapMm') }),
  band: object({ kind: tagged('band'), curveId: id(), otherId: id() }),
});

export const seat = object({
  /** Which way the tops of the letters point. */
  tops: tagged('outward', 'inward'),
  /** Where the band of the letters lies: outside the curve, centred on it, or inside. */
  side: tagged('outside', 'on', 'inside'),
  /**
   * Which stretch of the letters' height is meant when they stand outside, on or inside the curve: from the baseline to
   * the cap line or to the height of the x, from descender to ascender, or what the ink of the wording covers.
   */
  by: field(tagged('caps', 'x-height', 'extents', 'ink'), { standard: 'caps', since: 3 }),
  /** What takes the place of `side`; null for none. */
  hold: field(hold, { standard: null, since: 3 }),
  /** Baseline shift in mm, positive towards the tops of the letters. */
  baselineShiftMm: limited('baselineShiftMm'),
});
/** How a lettering meets its curve. */
export type Seat = TypeOf<typeof seat>;
export type Tops = Seat['tops'];
export type Side = Seat['side'];
export type SeatedBy = Seat['by'];
/**
 * What keeps a lettering at its distance beside its own curve, live: an edge of its band at a gap from another curve,
 * or its middle midway between two.
 */
export type SeatHold = NonNullable<Seat['hold']>;

const place = union('kind', {
  clock: object({ kind: tagged('clock'), deg: limited('clockDeg') }),
  fraction: object({ kind: tagged('fraction'), u: limited('fraction') }),
  distance: object({ kind: tagged('distance'), mm: limited('startOffsetMm') }),
});
/** A place on a curve: a clock point seen from its centre, a fraction of its length, or a distance along it. */
export type CurvePlace = TypeOf<typeof place>;

export const anchor = object({
  at: place,
  /** Distance along the curve from the anchor, mm, positive in the reading direction. */
  startOffsetMm: limited('startOffsetMm'),
  /**
   * Which part of the lettering stands at the anchor. Filled spreads the letters so that the ink runs from bookend to
   * bookend.
   */
  align: tagged('start', 'centre', 'end', 'filled'),
  /** Whether its ends are those of its ink, or of its advances. */
  by: field(tagged('ink', 'advance'), { standard: 'ink', since: 3 }),
});
export type Anchor = TypeOf<typeof anchor>;
export type Alignment = Anchor['align'];

export const bookends = object({ startU: limited('fraction'), endU: limited('fraction') });
/**
 * The stretch within which a lettering may run, as fractions of the curve's length in the curve's own
 * direction, named in reading order. Equal values on a closed curve mean the whole curve, seen from there.
 */
export type Bookends = TypeOf<typeof bookends>;

const shares = <B extends 'width' | 'size' | 'radius'>(by: B) =>
  object({ by: tagged(by), least: limited('fitShare'), most: limited('fitShare') });
const fitRule = union('by', {
  tracking: object({ by: tagged('tracking'), least: limited('fitTracking'), most: limited('fitTracking') }),
  width: shares('width'),
  size: shares('size'),
  radius: shares('radius'),
});
/** What can be changed so that a lettering fills its room. */
export type FitBy = TypeOf<typeof fitRule>['by'];
/**
 * One way to fill the room, with how far it may go: tracking between two values in thousandths of an em; width, size
 * and radius between two shares of what they are.
 */
export interface FitRule {
  readonly by: FitBy;
  readonly least: number;
  readonly most: number;
}

export const fit = object({
  /** Whether it is kept filled, whatever changes. */
  kept: flag(),
  /**
   * Where a kept rule changes the radius: what its shares are counted from, the radius of a circle as long as the curve
   * was when it was last given its size by hand, mm. Null otherwise.
   */
  baseRadiusMm: field(orNull(limited('radiusMm')), { standard: null, since: 5 }),
  rules: list(fitRule, LIMITS.fitRules),
});
/** How a lettering fills the room between its bookends: the first rule as far as it may, then the next. */
export type Fit = Omit<TypeOf<typeof fit>, 'rules'> & { readonly rules: readonly FitRule[] };

/** Filled by nothing; when asked to, first by tracking, then by wider or narrower letters, then by their size. */
export const STANDARD_FIT: Fit = {
  kept: false,
  baseRadiusMm: null,
  rules: [
    { by: 'tracking', least: -20, most: 120 },
    { by: 'width', least: 0.92, most: 1.08 },
    { by: 'size', least: 0.5, most: 2 },
  ],
};
