import { regionOf, type Region } from '../geometry/outlines/edges';
import type { Trace } from '../geometry/outlines/outlineSink';
import { combine, traceRegion, withMargin } from './booleans';
import { cleanPath } from './clean';
import type { PaintedPath } from './painted';

/** Strokes no wider than this are drawn by a tool in one go: they are given by their middle, mm. */
const WIDE_STROKE_MM = 0.5;

/** Whether an outline comes back to where it began everywhere. */
function isClosed(trace: Trace): boolean {
  let [open, drawing] = [false, false];
  trace({
    moveTo: () => {
      open ||= drawing;
      drawing = false;
    },
    lineTo: () => {
      drawing = true;
    },
    quadTo: () => {
      drawing = true;
    },
    curveTo: () => {
      drawing = true;
    },
    closePath: () => {
      drawing = false;
    },
  });
  return !open && !drawing;
}

/**
 * What a stroke on a closed outline covers, to be read by the non-zero rule; null for one with ends, or dashed.
 *
 * @param path as `cleanPath` gives it
 */
export function strokeRegion({ trace, paint: { stroke } }: PaintedPath): Region | null {
  if (!stroke || stroke.dashMm || !isClosed(trace)) return null;
  const own = combine('union', regionOf(trace), []);
  const half = stroke.widthMm / 2;
  return combine('difference', withMargin(own, half, stroke.join), withMargin(own, -half, stroke.join));
}

/**
 * What a tool follows so that the edges of a painted outline come out as they are seen: the edge of its fill, and both
 * edges of a stroke that is wider than a tool. A margin in the ink of the fill, as a halo has it, gives one edge, at its
 * outside. Strokes on lines with ends, and narrow ones, are given by their middle.
 */
export function toolOutlines(path: PaintedPath): readonly Trace[] {
  const clean = cleanPath(path);
  const { fill, stroke, under } = path.paint;
  if (!stroke || stroke.dashMm || !isClosed(clean.trace)) return [clean.trace];
  const own = combine('union', regionOf(clean.trace), []);
  const half = stroke.widthMm / 2;
  const sent =
    (region: Region): Trace =>
    (sink) => {
      traceRegion(region, sink);
    };
  const outer = (): Region => withMargin(own, half, stroke.join);
  if (fill?.id === stroke.ink.id) return [sent(outer())];
  if (stroke.widthMm <= WIDE_STROKE_MM) return [clean.trace];
  // Beneath the fill only the outer half of the stroke shows.
  if (fill && under) return [clean.trace, sent(outer())];
  const band = strokeRegion(clean)!;
  return fill ? [clean.trace, sent(band)] : [sent(band)];
}
