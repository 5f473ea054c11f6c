import { sendDrawing, type Drawing } from '../../drawing/drawPiece';
import type { Sheet } from '../../piece/types';
import { MM_PER_POINT } from '../../setting/line/size';
import { MARKS_MM, MARKS_WIDTH, marksFromMm, printMarks } from '../marks/printMarks';
import { dayOf, slugOf } from '../marks/slug';
import { ContentSink, type InkNames } from './pdfContent';
import { sendMarks, sendSlug } from './pdfMarks';

/** The boxes of a page, in points from the lower left corner of its medium. */
interface Boxes {
  readonly media: readonly number[];
  readonly bleed: readonly number[];
  readonly trim: readonly number[];
  /** From the sheet's corner to the medium's, mm. */
  readonly outMm: number;
}

/** Page boxes in points, the lower left corner of the medium being the origin. */
function boxesOf(sheet: Sheet, marks: boolean, awayMm: number | undefined): Boxes {
  const { widthMm, heightMm, bleedMm } = sheet;
  const outMm = marks ? marksFromMm(sheet, awayMm) + MARKS_MM : bleedMm;
  const points = (mm: number): number => mm / MM_PER_POINT;
  const box = (x: number, w: number, h: number): number[] => [x, x, x + w, x + h].map(points);
  return {
    outMm,
    media: box(0, widthMm + 2 * outMm, heightMm + 2 * outMm),
    trim: box(outMm, widthMm, heightMm),
    bleed: box(outMm - bleedMm, widthMm + 2 * bleedMm, heightMm + 2 * bleedMm),
  };
}

/** What is drawn about a drawing. */
export interface PageMarks {
  /** Crop and registration marks outside the bleed. */
  readonly marks: boolean;
  /** From the trim to the marks, and their width, mm; as usual where they are left out. */
  readonly marksAwayMm?: number;
  readonly marksWidthMm?: number;
  /** With marks: a line that names the work below the sheet, and a bar of its inks above it. */
  readonly slug?: boolean;
  /** The date in that line; none where it is left out. */
  readonly date?: Date | null;
}

/** A page of a PDF: a drawing, and what is drawn about it on every plate. */
export interface PdfPage {
  readonly drawing: Drawing;
  /** Lines that stand on every plate, mm of the sheet: crop marks of the copies on it. */
  readonly lines?: readonly (readonly [number, number, number, number])[];
}

/** The content of a page in millimetres, and the boxes about it. */
export function contentOf(
  { drawing, lines = [] }: PdfPage,
  { marks, slug, date, marksAwayMm: awayMm, marksWidthMm: widthMm = MARKS_WIDTH.standard }: PageMarks,
  names: InkNames,
): { readonly sink: ContentSink; readonly boxes: Boxes } {
  const { sheet } = drawing;
  const boxes = boxesOf(sheet, marks, awayMm);
  const sink = new ContentSink(names);
  const toPoints = 1 / MM_PER_POINT;
  // Millimetres of the sheet with y downwards become points of the medium with y upwards, once, for the whole page.
  const [left, top] = [boxes.outMm * toPoints, (sheet.heightMm + boxes.outMm) * toPoints];
  sink.text.ascii(`${toPoints.toFixed(10)} 0 0 ${(-toPoints).toFixed(10)} ${left.toFixed(6)} ${top.toFixed(6)} cm\n`);
  sink.text.ascii('q\n');
  sink.numbers(
    sink.text,
    're W n',
    -sheet.bleedMm,
    -sheet.bleedMm,
    sheet.widthMm + 2 * sheet.bleedMm,
    sheet.heightMm + 2 * sheet.bleedMm,
  );
  sendDrawing(drawing, sink);
  sink.text.ascii('Q\n');
  if (marks) sendMarks(printMarks(sheet, awayMm), widthMm, sink);
  if (marks && slug) sendSlug(slugOf(drawing, dayOf(date ?? null), marksFromMm(sheet, awayMm)), sink);
  if (lines.length > 0) sendMarks({ lines, circles: [] }, widthMm, sink);
  return { sink, boxes };
}
