import type { LetterSize } from '../piece/types';
import type { FaceMetrics } from '../type/face';

/** Millimetres in a typographic point: 1 pt = 1/72 inch, 1 inch = 25.4 mm. */
export const MM_PER_POINT = 25.4 / 72;

/** Millimetres in one font unit at a letter size: the one place where font units become mm. */
export const mmPerUnit = (size: LetterSize, metrics: FaceMetrics): number =>
  size.by === 'cap' ? size.mm / metrics.capHeight : (size.pt * MM_PER_POINT) / metrics.upem;

/** Cap height in mm. */
export const capHeightMm = (size: LetterSize, metrics: FaceMetrics): number => mmPerUnit(size, metrics) * metrics.capHeight;

/** Em size in points. */
export const emPt = (size: LetterSize, metrics: FaceMetrics): number =>
  (mmPerUnit(size, metrics) * metrics.upem) / MM_PER_POINT;
