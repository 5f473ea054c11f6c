import type { Sheet } from '../../piece/types';
import { fail, ok, type Problem, type Result } from '../../result';

/** Pixels in an inch that a picture may have. */
export const RASTER_DPI = { min: 18, max: 1200 } as const;
/** Beyond this many pixels a picture is refused before it can take the machine with it. */
const MOST_PIXELS = 120_000_000;
export const MM_IN_INCH = 25.4;

/** The size of a picture in pixels, or why there is none: `wrong-dpi`, `too-many-pixels`. */
export function rasterSize(
  { widthMm, heightMm }: Sheet,
  dpi: number,
): Result<{ readonly widthPx: number; readonly heightPx: number }> {
  if (!(dpi >= RASTER_DPI.min && dpi <= RASTER_DPI.max)) {
    return fail({
      code: 'wrong-dpi',
      value: dpi,
      message: `A picture has ${RASTER_DPI.min} to ${RASTER_DPI.max} pixels an inch, not ${dpi}.`,
    });
  }
  const [widthPx, heightPx] = [widthMm, heightMm].map((mm) => Math.max(1, Math.round((mm / MM_IN_INCH) * dpi))) as [
    number,
    number,
  ];
  if (widthPx * heightPx > MOST_PIXELS) {
    const most = Math.floor(dpi * Math.sqrt(MOST_PIXELS / (widthPx * heightPx)));
    const problem: Problem = {
      code: 'too-many-pixels',
      value: widthPx * heightPx,
      limit: MOST_PIXELS,
      message: `At ${dpi} dpi this sheet has ${Math.round((widthPx * heightPx) / 1e6)} million pixels; ${MOST_PIXELS / 1e6} million are the most. Take ${most} dpi or less.`,
    };
    return fail(problem);
  }
  return ok({ widthPx, heightPx });
}
