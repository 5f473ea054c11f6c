import type { Adjustment } from '../../piece/types';
import type { MeasuredRun } from './measure';

/** Offsets in a letter's row, as in LETTER. */
const [X, Y, AX, AY, UX, UY, LENGTH] = [0, 1, 2, 3, 4, 5, 6];

/**
 * Moves and turns single letters by hand: along the reading direction, towards the tops, and clockwise about the middle
 * of the height of the capitals. Their neighbours stay where they are.
 *
 * @param rows rows of letters, which are changed in place
 */
export function adjust(
  rows: Float64Array,
  { origins }: MeasuredRun,
  adjustments: readonly Adjustment[],
  capMm: number,
): void {
  if (adjustments.length === 0) return;
  const byPlace = new Map(adjustments.map((one) => [one.at, one]));
  origins.forEach((at, i) => {
    const one = byPlace.get(at);
    if (!one || (one.alongMm === 0 && one.offMm === 0 && one.turnDeg === 0)) return;
    const row = rows.subarray(i * LENGTH!, (i + 1) * LENGTH!);
    const [ax, ay, ux, uy] = [row[AX!]!, row[AY!]!, row[UX!]!, row[UY!]!];
    const half = capMm / 2;
    const cx = row[X!]! + ux * half + ax * one.alongMm + ux * one.offMm,
      cy = row[Y!]! + uy * half + ay * one.alongMm + uy * one.offMm;
    const cos = Math.cos((one.turnDeg * Math.PI) / 180),
      sin = Math.sin((one.turnDeg * Math.PI) / 180);
    const turned = (x: number, y: number): [number, number] => [x * cos - y * sin, x * sin + y * cos];
    const [tax, tay] = turned(ax, ay),
      [tux, tuy] = turned(ux, uy);
    row.set([cx - tux * half, cy - tuy * half, tax, tay, tux, tuy]);
  });
}
