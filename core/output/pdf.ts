import { PDFDocument, PDFHexString, PDFName, PDFRawStream, PDFString } from '@cantoo/pdf-lib';
import { sendDrawing, type Drawing } from '../drawing/drawPiece';
import type { Paint, Sink } from '../drawing/sink';
import { MM_PER_POINT } from '../setting/size';
import { TextBuffer } from './textBuffer';

/** Places after the point in mm: 0.0001 mm. */
const DECIMALS = 4;

/** Writes outlines as a PDF content stream in mm (ISO 32000-1, 8.5: path construction and painting). */
class ContentSink implements Sink {
  /** Finished operators. */
  readonly text = new TextBuffer();
  /** The outline under construction: PDF allows no colour operator inside one, so it waits for its paint. */
  private readonly waiting = new TextBuffer();
  private x = 0;
  private y = 0;

  private numbers(into: TextBuffer, operator: string, ...values: number[]): void {
    for (const value of values) {
      into.number(value, DECIMALS);
      into.byte(32);
    }
    into.ascii(operator);
    into.byte(10);
  }

  private to(x: number, y: number): void { this.x = x; this.y = y; }

  moveTo(x: number, y: number): void { this.numbers(this.waiting, 'm', x, y); this.to(x, y); }
  lineTo(x: number, y: number): void { this.numbers(this.waiting, 'l', x, y); this.to(x, y); }
  quadTo(x1: number, y1: number, x: number, y: number): void {
    // PDF has cubics only; raising the degree is exact.
    this.curveTo(
      this.x + (2 / 3) * (x1 - this.x), this.y + (2 / 3) * (y1 - this.y),
      x + (2 / 3) * (x1 - x), y + (2 / 3) * (y1 - y), x, y,
    );
  }
  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.numbers(this.waiting, 'c', x1, y1, x2, y2, x, y);
    this.to(x, y);
  }
  closePath(): void { this.waiting.ascii('h\n'); }

  private colour(hex: string, operator: string): void {
    this.numbers(this.text, operator, ...[1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255));
  }

  paint(paint: Paint, _id: string): void {
    if (paint.fill) this.colour(paint.fill, 'rg');
    if (paint.stroke) {
      this.colour(paint.stroke.colour, 'RG');
      this.numbers(this.text, 'w', paint.stroke.widthMm);
    }
    this.text.append(this.waiting);
    this.waiting.clear();
    this.text.ascii(`${paintOperator(paint)}\n`);
  }
}

const paintOperator = ({ fill, stroke }: Paint): string => (fill && stroke ? 'B' : fill ? 'f' : stroke ? 'S' : 'n');

/** A 64-bit hash of text as hex, twice over for a file identifier (FNV-1a, RFC draft-eastlake-fnv). */
function fingerprint(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 0x01000193);
    b = Math.imul(b ^ text.charCodeAt(i), 0x85ebca6b);
  }
  const hex = (n: number): string => (n >>> 0).toString(16).padStart(8, '0');
  return hex(a) + hex(b) + hex(a ^ b) + hex(Math.imul(a, 31) + b);
}

/**
 * Writes a drawing as a one-page PDF of outlines at true size: no fonts, no pictures, no dates, so that the
 * same drawing gives the same bytes. Media, trim and crop box are the sheet, exact to a ten-thousandth of a
 * point; colours are DeviceRGB as on the screen.
 */
export async function writePdf(drawing: Drawing): Promise<Uint8Array> {
  const { widthMm, heightMm } = drawing.sheet;
  const width = widthMm / MM_PER_POINT;
  const height = heightMm / MM_PER_POINT;
  const sink = new ContentSink();
  const toPoints = 1 / MM_PER_POINT;
  // Millimetres with y downwards become points with y upwards, once, for the whole page.
  sink.text.ascii(`${toPoints.toFixed(10)} 0 0 ${(-toPoints).toFixed(10)} 0 ${height.toFixed(6)} cm\n`);
  sendDrawing(drawing, sink);
  const document = await PDFDocument.create({ updateMetadata: false });
  const { context } = document;
  const page = document.addPage([width, height]);
  page.setTrimBox(0, 0, width, height);
  const content = context.flateStream(sink.text.toBytes() as unknown as string) as PDFRawStream;
  page.node.set(PDFName.of('Contents'), context.register(content));
  const info = context.obj({});
  info.set(PDFName.of('Title'), PDFHexString.fromText(drawing.name));
  info.set(PDFName.of('Producer'), PDFString.of('Under Arc'));
  context.trailerInfo.Info = context.register(info);
  const id = PDFHexString.of(fingerprint(`${drawing.name}\n${sink.text.toString()}`));
  context.trailerInfo.ID = context.obj([id, id]);
  return document.save({ useObjectStreams: false, updateFieldAppearances: false });
}
