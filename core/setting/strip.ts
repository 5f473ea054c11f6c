import { fractionAtClock } from '../curves/clock';
import { ROW, stretchedFromDistance, walkTo } from '../geometry/walk';
import { isClosed } from './anchorPlaces';
import type { SetLettering } from './setLettering';

export interface StripTick {
  /** Place on the strip, mm from the anchor in the reading direction, at the height at which letters are measured. */
  readonly x: number;
  readonly name: string;
}

/** A lettering's curve unrolled to a straight line. All places are mm from the anchor in the reading direction. */
export interface Strip {
  readonly from: number;
  readonly to: number;
  readonly bookendStart: number;
  readonly bookendEnd: number;
  /** The middle of each letter's advance. */
  readonly letters: Float64Array;
  readonly ticks: readonly StripTick[];
  /** Fraction of the curve's length, unwrapped, at a place on the strip. */
  readonly fractionAt: (x: number) => number;
}

const row = new Float64Array(ROW.length);

/** Hour marks on closed curves, every ten millimetres of the curve on open ones. */
function ticksOf(set: SetLettering, placeOf: (s: number) => number, from: number, to: number): StripTick[] {
  const { path, track } = set;
  const ticks: StripTick[] = [];
  if (isClosed(track)) {
    for (let hour = 1; hour <= 12; hour++) {
      const u = fractionAtClock(track, hour * 30);
      for (let turn = -3; turn <= 3; turn++) {
        const x = placeOf((u + turn) * path.lengthMm);
        if (x >= from && x <= to) ticks.push({ x, name: `${hour} o’clock` });
      }
    }
  } else {
    for (let s = 0; s <= path.lengthMm + 1e-9; s += 10) {
      const x = placeOf(s);
      if (x >= from && x <= to) ticks.push({ x, name: `${s} mm` });
    }
  }
  return ticks.sort((a, b) => a.x - b.x);
}

/**
 * Unrolls the part of the curve that matters to a lettering: from bookend to bookend and whatever runs past
 * them; a curve without bookends as a whole, with the ink in the middle.
 */
export function stripOf(set: SetLettering): Strip {
  const { path, direction, anchorDistance, overset, measured, shiftMm } = set;
  const k = direction * set.measuredHeightMm;
  const anchorF = stretchedFromDistance(path, anchorDistance, k);
  const placeOf = (s: number): number => direction * (stretchedFromDistance(path, s, k) - anchorF);
  const start = placeOf(direction * overset.bookendStart);
  const end = placeOf(direction * overset.bookendEnd);
  const inkStart = overset.inkMm > 0 ? placeOf(direction * overset.inkStart) : start;
  const inkEnd = overset.inkMm > 0 ? placeOf(direction * overset.inkEnd) : end;
  const margin = Math.max(set.capMm, 0.04 * (end - start));
  const from = Math.min(start, inkStart) - margin;
  const to = Math.max(end, inkEnd) + margin;
  return {
    from, to, bookendStart: start, bookendEnd: end,
    letters: measured.middles.map((middle) => middle + shiftMm),
    ticks: ticksOf(set, placeOf, from, to),
    fractionAt(x) {
      walkTo(path, anchorF + direction * x, k, row, 0);
      return row[ROW.distance]! / path.lengthMm;
    },
  };
}
