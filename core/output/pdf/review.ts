import {
  PDFDocument,
  PDFHeader,
  PDFHexString,
  PDFName,
  PDFString,
  StandardFonts,
  concatTransformationMatrix,
  drawObject,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  type PDFContext,
  type PDFFont,
  type PDFPage,
  type PDFRawStream,
  type PDFRef,
} from '@cantoo/pdf-lib';
import { sendDrawing, type Drawing } from '../../drawing/drawPiece';
import type { PaintedPicture } from '../../drawing/sink';
import { fromHex } from '../../ink/colour';
import { asPrinted, opacityOf, tintOf } from '../../ink/separate';
import { conditionOf } from '../../ink/stocks';
import type { Vec } from '../../geometry/vec';
import { MM_PER_POINT } from '../../setting/line/size';
import { pixelsOf } from '../pictures';
import { printedInks } from '../plates';
import { ContentSink, KNOCK_OUT, OVERPRINT } from './pdfContent';

/** What the proof found, as it is told. */
export interface Remark {
  readonly message: string;
  /** Where it is on the sheet, mm. */
  readonly at?: Vec;
}

export interface ReviewOptions {
  readonly remarks: readonly Remark[];
  /** When the file is made; null where it is not to say so. */
  readonly date: Date | null;
}

const POINTS = 1 / MM_PER_POINT;
/** Pictures are no finer than this on their longer side, pixels. */
const PICTURE_PX = 1200;
/** So many remarks are told one by one. */
const MOST_REMARKS = 200;
const A4 = { widthMm: 210, heightMm: 297, marginMm: 18 } as const;
/** Room for the drawing on the page of the proof, mm. */
const ART = { widthMm: 174, heightMm: 120 } as const;
const INK = rgb(0.12, 0.17, 0.2),
  MARK = rgb(0.78, 0.15, 0.15);

/** A picture as it will look in print, in screen colours. */
function imageObject(context: PDFContext, drawing: Drawing, picture: PaintedPicture): PDFRef {
  const { width, height, rgba } = pixelsOf(drawing.pictures.get(picture.imageId)!, PICTURE_PX);
  const colours = new Uint8Array(width * height * 3),
    opacity = opacityOf(rgba);
  if (picture.ink) {
    const full = fromHex(picture.ink.screen);
    tintOf(rgba).forEach((tint, n) => {
      for (let k = 0; k < 3; k++) colours[3 * n + k] = Math.round(255 + ((full[k]! - 255) * tint) / 255);
    });
  } else {
    const seen = asPrinted(rgba, picture.stock, picture.mostInk);
    for (let n = 0; n < width * height; n++) colours.set(seen.subarray(4 * n, 4 * n + 3), 3 * n);
  }
  const raster = (bytes: Uint8Array, space: string): PDFRawStream =>
    context.flateStream(bytes as unknown as string, {
      Type: 'XObject',
      Subtype: 'Image',
      Width: width,
      Height: height,
      BitsPerComponent: 8,
      ColorSpace: space,
    }) as PDFRawStream;
  const image = raster(colours, 'DeviceRGB');
  if (opacity) image.dict.set(PDFName.of('SMask'), context.register(raster(opacity, 'DeviceGray')));
  return context.register(image);
}

/** The drawing in mm, y downwards, for use on several pages. */
function artObject(context: PDFContext, drawing: Drawing): PDFRef {
  const { widthMm, heightMm } = drawing.sheet;
  const images = context.obj({}),
    known = new Map<string, string>();
  const sink = new ContentSink({
    spaceOf: ({ screen }) => ({ name: 'DeviceRGB', shares: fromHex(screen).map((channel) => channel / 255) }),
    imageOf: (picture) => {
      const key = `${picture.imageId} ${picture.ink?.screen ?? ''}`;
      let name = known.get(key);
      if (name === undefined) {
        name = `Picture${known.size + 1}`;
        known.set(key, name);
        images.set(PDFName.of(name), imageObject(context, drawing, picture));
      }
      return name;
    },
  });
  const paper = fromHex(drawing.paper).map((channel) => (channel / 255).toFixed(4));
  sink.text.ascii(`${paper.join(' ')} rg\n`);
  sink.numbers(sink.text, 're f', 0, 0, widthMm, heightMm);
  sendDrawing(drawing, sink);
  const states = context.obj({});
  for (const name of [OVERPRINT, KNOCK_OUT]) states.set(PDFName.of(name), context.obj({ Type: 'ExtGState' }));
  const resources = context.obj({});
  resources.set(PDFName.of('ExtGState'), states);
  resources.set(PDFName.of('XObject'), images);
  const form = context.flateStream(sink.text.toBytes() as unknown as string, {
    Type: 'XObject',
    Subtype: 'Form',
    BBox: [0, 0, widthMm, heightMm],
  }) as PDFRawStream;
  form.dict.set(PDFName.of('Resources'), resources);
  return context.register(form);
}

/** Lays the drawing on a page, its upper left corner at a place, points from the lower left; k is points a mm. */
function place(page: PDFPage, art: PDFRef, x: number, y: number, k: number): void {
  const name = PDFName.of('Art');
  page.node.setXObject(name, art);
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(k, 0, 0, -k, x, y),
    drawObject(name),
    popGraphicsState(),
  );
}

/** Writes lines of text down pages of A4, beginning others as they fill. */
class Text {
  private y: number;

  constructor(
    private readonly document: PDFDocument,
    private readonly font: PDFFont,
    private readonly known: ReadonlySet<number>,
    private page: PDFPage,
    topMm: number,
  ) {
    this.y = (A4.heightMm - topMm) * POINTS;
  }

  /** A letter that the font lacks leaves a box; the number of a remark tells which item is meant. */
  private plain(text: string): string {
    return [...text.replace(/\s+/g, ' ')].map((sign) => (this.known.has(sign.codePointAt(0)!) ? sign : '?')).join('');
  }

  /** Breaks a text at spaces so that its lines are no wider than there is room. */
  private broken(text: string, size: number, width: number): string[] {
    const lines: string[] = [];
    let line = '';
    for (const word of this.plain(text).split(' ')) {
      const next = line ? `${line} ${word}` : word;
      if (line && this.font.widthOfTextAtSize(next, size) > width) {
        lines.push(line);
        line = word;
      } else line = next;
    }
    return [...lines, line];
  }

  write(text: string, { size = 9, label = '', gap = 1.5 }: { size?: number; label?: string; gap?: number } = {}): void {
    const indent = label ? 8 * POINTS : 0,
      left = A4.marginMm * POINTS;
    for (const [n, line] of this.broken(text, size, (A4.widthMm - 2 * A4.marginMm) * POINTS - indent).entries()) {
      if (this.y < A4.marginMm * POINTS + size) {
        this.page = this.document.addPage([A4.widthMm * POINTS, A4.heightMm * POINTS]);
        this.y = (A4.heightMm - A4.marginMm) * POINTS;
      }
      this.y -= size * 1.3;
      if (n === 0 && label) this.page.drawText(label, { x: left, y: this.y, size, font: this.font, color: MARK });
      this.page.drawText(line, { x: left + indent, y: this.y, size, font: this.font, color: INK });
    }
    this.y -= gap * POINTS;
  }
}

/** What a person should know of a piece before looking at its remarks. */
function factsOf(drawing: Drawing, date: Date | null): string[] {
  const { widthMm, heightMm, bleedMm } = drawing.sheet,
    inks = printedInks(drawing).map(({ name, kind, cmyk, purpose }) =>
      purpose !== 'print'
        ? `${name} (for ${purpose})`
        : kind === 'spot'
          ? `${name} (spot)`
          : `${name} ${cmyk.join('/')}`,
    );
  return [
    `${widthMm} × ${heightMm} mm, ${bleedMm > 0 ? `bleed ${bleedMm} mm` : 'no bleed'}. ${conditionOf(drawing.stock).about}.`,
    `Inks: ${inks.join(', ')}.`,
    ...(date ? [`Made on ${date.toISOString().slice(0, 10)}.`] : []),
  ];
}

/** The page of the proof: the drawing small, with the number of each remark at its place, and what the remarks say. */
function proofPage(document: PDFDocument, drawing: Drawing, art: PDFRef, font: PDFFont, options: ReviewOptions): void {
  const page = document.addPage([A4.widthMm * POINTS, A4.heightMm * POINTS]);
  const { widthMm, heightMm } = drawing.sheet,
    k = Math.min(ART.widthMm / widthMm, ART.heightMm / heightMm, 1.5),
    [left, top] = [(A4.widthMm - k * widthMm) / 2, A4.marginMm];
  place(page, art, left * POINTS, (A4.heightMm - top) * POINTS, k * POINTS);
  page.drawRectangle({
    x: left * POINTS,
    y: (A4.heightMm - top - k * heightMm) * POINTS,
    width: k * widthMm * POINTS,
    height: k * heightMm * POINTS,
    borderColor: INK,
    borderWidth: 0.3,
  });
  const remarks = options.remarks.slice(0, MOST_REMARKS);
  for (const [n, { at }] of remarks.entries()) {
    if (!at) continue;
    const [x, y] = [(left + k * at.x) * POINTS, (A4.heightMm - top - k * at.y) * POINTS],
      label = `${n + 1}`;
    page.drawCircle({ x, y, size: 5, color: rgb(1, 1, 1), borderColor: MARK, borderWidth: 0.8 });
    page.drawText(label, { x: x - font.widthOfTextAtSize(label, 6) / 2, y: y - 2.1, size: 6, font, color: MARK });
  }
  const text = new Text(document, font, new Set(font.getCharacterSet()), page, top + k * heightMm + 8);
  text.write(drawing.name, { size: 14, gap: 2 });
  for (const fact of factsOf(drawing, options.date)) text.write(fact);
  text.write('');
  if (remarks.length === 0) text.write('The proof has found no problems.');
  for (const [n, { message }] of remarks.entries()) text.write(message, { label: `${n + 1}` });
  const more = options.remarks.length - remarks.length;
  if (more > 0) text.write(`And ${more} more: see the proof itself.`);
}

/**
 * Writes a drawing as a PDF to be looked at and talked about: at true size in screen colours, pictures no finer than a
 * screen needs, and a page with what the proof has found. Not for print: its colours are none of inks. The same drawing
 * and remarks give the same bytes where no date is given.
 */
export async function writeReview(drawing: Drawing, options: ReviewOptions): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false });
  const { context } = document;
  context.header = PDFHeader.forVersion(1, 6);
  const art = artObject(context, drawing),
    { widthMm, heightMm } = drawing.sheet;
  place(document.addPage([widthMm * POINTS, heightMm * POINTS]), art, 0, heightMm * POINTS, POINTS);
  const font = await document.embedFont(StandardFonts.Helvetica);
  proofPage(document, drawing, art, font, options);
  const info = context.obj({});
  info.set(PDFName.of('Title'), PDFHexString.fromText(drawing.name));
  info.set(PDFName.of('Producer'), PDFString.of('Under Arc'));
  if (options.date) info.set(PDFName.of('CreationDate'), PDFString.fromDate(options.date));
  context.trailerInfo.Info = context.register(info);
  return document.save({ useObjectStreams: true, updateFieldAppearances: false });
}
