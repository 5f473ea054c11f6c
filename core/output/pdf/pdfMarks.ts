import { roundCubics } from '../../geometry/outlines/roundCubics';
import type { Marks } from '../marks/printMarks';
import { tracePatch, type Slug } from '../marks/slug';
import type { ContentSink } from './pdfContent';

/** Width of the strokes of the line beside the sheet, mm. */
const SLUG_MM = 0.2;
/** Name of the colour space that prints on every plate. */
export const ALL = 'AllPlates';

/** Draws marks in the colour that prints on every plate. */
export function sendMarks({ lines, circles }: Marks, widthMm: number, sink: ContentSink): void {
  sink.text.ascii(`q\n/${ALL} CS 1 SCN ${widthMm} w\n`);
  for (const [x0, y0, x1, y1] of lines) {
    sink.numbers(sink.text, 'm', x0, y0);
    sink.numbers(sink.text, 'l', x1, y1);
    sink.text.ascii('S\n');
  }
  for (const [x, y, radius] of circles) {
    sink.numbers(sink.text, 'm', x + radius, y);
    for (const cubic of roundCubics(x, y, radius, 0, 2 * Math.PI)) sink.numbers(sink.text, 'c', ...cubic);
    sink.text.ascii('s\n');
  }
  sink.text.ascii('Q\n');
}
/** Draws the line on every plate, and each patch of the bar in its ink. */
export function sendSlug({ strokes, patches }: Slug, sink: ContentSink): void {
  sink.text.ascii(`q\n/${ALL} CS 1 SCN ${SLUG_MM} w 1 J 1 j\n`);
  for (const stroke of strokes) {
    for (const [i, { x, y }] of stroke.entries()) sink.numbers(sink.text, i === 0 ? 'm' : 'l', x, y);
    sink.text.ascii('S\n');
  }
  sink.text.ascii('Q\n');
  for (const patch of patches) {
    tracePatch(patch)(sink);
    sink.paint({ fill: patch.ink, stroke: null, under: false }, 'bar');
  }
}
