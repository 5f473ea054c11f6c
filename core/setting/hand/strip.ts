import { fractionAtClock } from '../../curves/clock';
import { ROW, stretchedFromDistance, walkTo } from '../../geometry/walk';
import { isClosed } from '../line/anchorPlaces';
import { type SetLettering } from '../line/set';
import { letterRow, STANCES, type Standing } from '../../stances';

export interface StripTick {
  /** Place on the strip. */
  readonly x: number;
  readonly name: string;
}

/**
 * A letter on the strip as it stands on the curve: the middle of its baseline, x in the reading direction, y up from
 * there.
 */
export type StripLetter = Standing;

/**
 * A line of a lettering with its curve unrolled to a straight line. All places are mm from the anchor in the reading
 * direction, along the parallel in the middle of the letters: there the gaps between the letters are as wide as they
 * are seen, whatever the height at which advances are measured.
 */
export interface Strip {
  readonly from: number;
  readonly to: number;
  readonly bookendStart: number;
  readonly bookendEnd: number;
  readonly letters: readonly StripLetter[];
  readonly ticks: readonly StripTick[];
  /** Fraction of the curve's length, unwrapped, at a place on the strip. */
  readonly fractionAt: (x: number) => number;
  /** Place on the strip of a place on the curve in the reading direction, mm. */
  readonly placeOf: (reading: number) => number;
  /** Curvature of the curve in the reading direction at a place on the strip, 1/mm, positive where the tops fan out. */
  readonly curvatureAt: (x: number) => number;
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
  const { path, direction, anchorDistance, overset, capMm, baselineMm, stance, rows, letterDistances } = set;
  const k = direction * (STANCES[stance.kind].stacked ? baselineMm : baselineMm + capMm / 2);
  const anchorF = stretchedFromDistance(path, anchorDistance, k);
  const placeOf = (s: number): number => direction * (stretchedFromDistance(path, s, k) - anchorF);
  const start = placeOf(direction * overset.bookendStart);
  const end = placeOf(direction * overset.bookendEnd);
  const inkStart = overset.inkMm > 0 ? placeOf(direction * overset.inkStart) : start;
  const inkEnd = overset.inkMm > 0 ? placeOf(direction * overset.inkEnd) : end;
  const margin = Math.max(capMm, 0.04 * (end - start));
  const from = Math.min(start, inkStart) - margin;
  const to = Math.max(end, inkEnd) + margin;
  const walk = (x: number): Float64Array => {
    walkTo(path, anchorF + direction * x, k, row, 0);
    return row;
  };
  return {
    from,
    to,
    bookendStart: start,
    bookendEnd: end,
    letters: Array.from(letterDistances, (s, i): StripLetter => {
      walkTo(path, s, 0, row, 0);
      const tx = row[ROW.tangentX]! * direction,
        ty = row[ROW.tangentY]! * direction;
      const [x0, y0, ax, ay, ux, uy] = letterRow(rows, i);
      const dx = x0 - row[ROW.x]!,
        dy = y0 - row[ROW.y]!;
      return {
        x: placeOf(s) + dx * tx + dy * ty,
        y: dx * ty - dy * tx - baselineMm,
        xx: ax * tx + ay * ty,
        xy: ax * ty - ay * tx,
        yx: ux * tx + uy * ty,
        yy: ux * ty - uy * tx,
      };
    }),
    ticks: ticksOf(set, placeOf, from, to),
    placeOf: (reading) => placeOf(direction * reading),
    fractionAt: (x) => walk(x)[ROW.distance]! / path.lengthMm,
    curvatureAt: (x) => walk(x)[ROW.curvature]! * direction,
  };
}

/** Marks every so many mm from the anchor, named. */
export function millimetres({ from, to }: Strip, every: number): StripTick[] {
  const ticks: StripTick[] = [];
  for (let n = Math.ceil(from / every); n * every <= to; n++)
    ticks.push({ x: n * every, name: `${Number((n * every).toFixed(3))}` });
  return ticks;
}
