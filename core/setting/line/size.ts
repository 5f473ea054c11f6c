import type { LetterSize } from '../../piece/types';
import type { FaceMetrics } from '../../type/face';

/** Millimetres in a typographic point: 1 pt = 1/72 inch, 1 inch = 25.4 mm. */
export const MM_PER_POINT = 25.4 / 72;

/**
 * Millimetres in one font unit at a letter size: the one place where font units become mm.
 *
 * @param inkUnits height of the wording's ink in font units, for sizes by ink; without ink the capitals count
 */
export function mmPerUnit(size: LetterSize, metrics: FaceMetrics, inkUnits = metrics.capHeight): number {
  switch (size.by) {
    case 'cap':
      return size.mm / metrics.capHeight;
    case 'x':
      return size.mm / metrics.xHeight;
    case 'ink':
      return size.mm / inkUnits;
    case 'em':
      return (size.pt * MM_PER_POINT) / metrics.upem;
  }
}

/** Em size in points, of mm in a font unit. */
export const emPt = (mmInUnit: number, metrics: FaceMetrics): number => (mmInUnit * metrics.upem) / MM_PER_POINT;
