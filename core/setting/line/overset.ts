import type { MeasuredPath } from '../../geometry/measuredPath';
import { stretchedFromDistance } from '../../geometry/walk';
import type { Lettering } from '../../piece/types';
import type { InkReach } from './inkEnds';
import type { MeasuredRun } from './measure';

/** How a lettering lies between its bookends. Lengths in mm at the height at which advances are measured. */
export interface Overset {
  /** The ends of the ink, in the reading direction: mm along the curve, unwrapped. Equal without ink. */
  readonly inkStart: number;
  readonly inkEnd: number;
  /** The bookends, likewise, on the same turn as the ink. */
  readonly bookendStart: number;
  readonly bookendEnd: number;
  /** Length of the ink, and of the room between the bookends. */
  readonly inkMm: number;
  readonly roomMm: number;
  /** How far the ink runs past each bookend; 0 where it does not. */
  readonly beforeMm: number;
  readonly afterMm: number;
  /** Indices of the letters that stand past a bookend, wholly or partly. */
  readonly letters: readonly number[];
}

interface Given {
  lettering: Lettering;
  path: MeasuredPath;
  measured: MeasuredRun;
  heightMm: number;
  /** Both ends of a letter's ink in the reading direction, mm along the curve, unwrapped. */
  inkOf: (index: number, end?: keyof InkReach) => InkReach;
  direction: 1 | -1;
  letterDistances: Float64Array;
  /** Length of the whole ring at the measured height; Infinity on an open curve. */
  ringMm: number;
}

/** Ink that ends within this much of a bookend ends at it. */
const TOUCH_MM = 1e-6;

/** Bookends in the reading direction, mm along the curve, the end not before the start. */
export function bookendsInReading({
  lettering,
  path,
  direction,
}: Pick<Given, 'path' | 'direction'> & { lettering: Pick<Lettering, 'bookends'> }): {
  start: number;
  end: number;
  whole: boolean;
} {
  const { startU, endU } = lettering.bookends;
  const length = path.lengthMm;
  const start = direction * startU * length;
  let end = direction * endU * length;
  if (!path.path.closed) return { start: Math.min(start, end), end: Math.max(start, end), whole: false };
  const whole = startU === endU || Math.abs(startU - endU) === 1;
  if (whole) end = start + length;
  while (end < start) end += length;
  while (end > start + length + 1e-12) end -= length;
  return { start, end, whole };
}

/** Measures the ink of a set lettering against its bookends. Nothing is dropped or moved, only measured. */
export function measureOverset(given: Given): Overset {
  const { path, measured, direction, letterDistances, ringMm } = given;
  const { start, end, whole } = bookendsInReading(given);
  const k = direction * given.heightMm;
  const between = (from: number, to: number): number =>
    direction * (stretchedFromDistance(path, direction * to, k) - stretchedFromDistance(path, direction * from, k));
  const roomMm = whole ? ringMm : between(start, end);
  if (measured.firstInk < 0) {
    return {
      inkStart: start,
      inkEnd: start,
      bookendStart: start,
      bookendEnd: end,
      inkMm: 0,
      roomMm,
      beforeMm: 0,
      afterMm: 0,
      letters: [],
    };
  }
  const inkStart = given.inkOf(measured.firstInk, 'back').back;
  const inkEnd = given.inkOf(measured.lastInk, 'ahead').ahead;
  const inkMm = between(inkStart, inkEnd);
  // On a closed curve the bookends stand on every turn: those around the middle of the ink are meant.
  const turns = path.path.closed ? Math.round(((inkStart + inkEnd) / 2 - (start + end) / 2) / path.lengthMm) : 0;
  const bookendStart = start + turns * path.lengthMm;
  const bookendEnd = end + turns * path.lengthMm;
  const over = (mm: number): number => (mm > TOUCH_MM ? mm : 0);
  const beforeMm = whole ? 0 : over(between(inkStart, bookendStart));
  const afterMm = whole ? over(inkMm - ringMm) : over(between(bookendEnd, inkEnd));
  const past = (): number[] => {
    const found: number[] = [];
    const last = whole ? inkStart + path.lengthMm : bookendEnd;
    for (let i = 0; i < letterDistances.length; i++) {
      const { back, ahead } = given.inkOf(i);
      const blank = measured.run.letters[i]!.glyphs.every((glyph) => measured.run.face.bounds(glyph.id) === null);
      if (!blank && ((beforeMm > 0 && back < bookendStart - TOUCH_MM) || (afterMm > 0 && ahead > last + TOUCH_MM)))
        found.push(i);
    }
    return found;
  };
  let letters: number[] | null = null;
  return {
    inkStart,
    inkEnd,
    bookendStart,
    bookendEnd,
    inkMm,
    roomMm,
    beforeMm,
    afterMm,
    // Every letter is measured for it, and filling a room asks for lengths alone: found when it is looked at.
    get letters() {
      return (letters ??= beforeMm > 0 || afterMm > 0 ? past() : []);
    },
  };
}
