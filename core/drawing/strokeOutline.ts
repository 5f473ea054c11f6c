import { regionOf, type Region } from '../geometry/outlines/edges';
import { dashesOf, lineLength, linesOf, traceLines, type DrawnLine } from '../geometry/outlines/lines';
import type { Trace } from '../geometry/outlines/outlineSink';
import { combine, traceRegion } from './booleans';
import { cleanPath } from './clean';
import { bandAlong, withMargin } from './margins';
import type { PaintedPath } from './painted';
import type { DrawnStroke } from './sink';

/** Strokes no wider than this are drawn by a tool in one go: they are given by their middle, mm. */
const WIDE_STROKE_MM = 0.5;

/** Dashes of a stroke that are told apart; a stroke of more is taken as one without gaps, which nobody could see. */
const MOST_DASHES = 20_000;

/** The lines along which a stroke is drawn: those of an outline, or the dashes of them. */
function drawnLines(trace: Trace, { dashMm }: DrawnStroke): readonly DrawnLine[] {
  const lines = linesOf(trace);
  if (!dashMm) return lines;
  const [onMm, offMm] = dashMm;
  const fine = lineLength(lines) / (onMm + offMm) > MOST_DASHES;
  return fine ? lines : dashesOf(lines, dashMm);
}

/** What a stroke on an outline covers, to be read by the non-zero rule. */
export const strokeRegion = (trace: Trace, stroke: DrawnStroke): Region =>
  bandAlong(drawnLines(trace, stroke), stroke.widthMm, stroke.join);

/**
 * What a tool follows so that the edges of a painted outline come out as they are seen: the edge of its fill, and the
 * edges of a stroke that is wider than a tool. A margin in the ink of the fill, as a halo has it, gives one edge, at its
 * outside. Narrow strokes are given by their middle, dash by dash where they are dashed.
 */
export function toolOutlines(path: PaintedPath): readonly Trace[] {
  const { trace } = cleanPath(path);
  const { fill, stroke, under } = path.paint;
  if (!stroke) return [trace];
  const sent =
    (region: Region): Trace =>
    (sink) => {
      traceRegion(region, sink);
    };
  const own = (): Region => combine('union', regionOf(trace), []);
  const lines = drawnLines(trace, stroke);
  const plain = lines.every(({ closed }) => closed);
  const band = (): Region => bandAlong(lines, stroke.widthMm, stroke.join);
  const withBand = (): Region =>
    plain ? withMargin(own(), stroke.widthMm / 2, stroke.join) : combine('union', own(), band());
  if (fill?.id === stroke.ink.id) return [sent(withBand())];
  if (stroke.widthMm <= WIDE_STROKE_MM) {
    if (!stroke.dashMm) return [trace];
    const dashes: Trace = (sink) => {
      traceLines(lines, sink);
    };
    return fill ? [trace, dashes] : [dashes];
  }
  // Beneath the fill only the outer half of the stroke shows.
  if (fill && under) return [trace, sent(withBand())];
  return fill ? [trace, sent(band())] : [sent(band())];
}
