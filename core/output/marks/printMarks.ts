import type { Sheet } from '../../piece/types';

/** How far crop marks keep from the trim, and how thick marks are, mm, where nothing else is asked for. */
export const MARKS_AWAY = { min: 0, max: 20, standard: 3 } as const;
export const MARKS_WIDTH = { min: 0.05, max: 1, standard: 0.1 } as const;
/** How long crop marks and registration marks are, mm. */
const LONG = 5,
  ROUND = 2;
/** Room that marks need outside the bleed, mm. */
export const MARKS_MM = 10;

/** From the trim to where marks begin, mm: never within the bleed. */
export const marksFromMm = ({ bleedMm }: Sheet, awayMm: number = MARKS_AWAY.standard): number =>
  Math.max(bleedMm, awayMm);

/** Marks as lines and circles in mm of the sheet, to be drawn on every plate. */
export interface Marks {
  readonly lines: readonly (readonly [x0: number, y0: number, x1: number, y1: number])[];
  readonly circles: readonly (readonly [x: number, y: number, radius: number])[];
}

/**
 * Crop marks at the corners of the trim, outside the bleed, and a registration mark at the middle of each side.
 *
 * @param awayMm from the trim to the marks, see `MARKS_AWAY`; beyond the bleed in any case
 */
export function printMarks(sheet: Sheet, awayMm: number = MARKS_AWAY.standard): Marks {
  const { widthMm: w, heightMm: h } = sheet;
  const from = marksFromMm(sheet, awayMm),
    to = from + LONG;
  const crop = [0, w].flatMap(
    (x) =>
      [
        [x, -to, x, -from],
        [x, h + from, x, h + to],
      ] as const,
  );
  const side = [0, h].flatMap(
    (y) =>
      [
        [-to, y, -from, y],
        [w + from, y, w + to, y],
      ] as const,
  );
  const middles = [
    [w / 2, -(from + LONG / 2)],
    [w / 2, h + from + LONG / 2],
    [-(from + LONG / 2), h / 2],
    [w + from + LONG / 2, h / 2],
  ] as const;
  const crosses = middles.flatMap(
    ([x, y]) =>
      [
        [x - LONG / 2, y, x + LONG / 2, y],
        [x, y - LONG / 2, x, y + LONG / 2],
      ] as const,
  );
  return { lines: [...crop, ...side, ...crosses], circles: middles.map(([x, y]) => [x, y, ROUND / 2] as const) };
}
