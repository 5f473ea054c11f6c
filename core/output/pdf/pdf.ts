import {
  PDFArray,
  PDFDocument,
  PDFHeader,
  PDFHexString,
  PDFName,
  PDFNumber,
  PDFString,
  type PDFContext,
  type PDFDict,
  type PDFObject,
  type PDFRawStream,
  type PDFRef,
} from '@cantoo/pdf-lib';
import type { Drawing } from '../../drawing/drawPiece';
import type { Pictures } from '../../drawing/pictures';
import type { PaintedPicture } from '../../drawing/sink';
import { conditionOf, type StockName } from '../../ink/stocks';
import { KNOCK_OUT, OVERPRINT, type InkNames } from './pdfContent';
import { ALL } from './pdfMarks';
import { contentOf, type PageMarks, type PdfPage } from './page';
import { onWhite, planesOf } from '../pictures';
import { printedInks } from '../plates';
import { writeXmp, type XmpFacts } from './xmp';

export interface PdfOptions extends PageMarks {
  /** When the file was made; left out, all files bear one date, so that the same piece gives the same bytes. */
  readonly date?: Date | null;
  /** Whether inks are spread into each other already, see `trapped`: the file says so. */
  readonly trapped?: boolean;
  /** PDF/X-4, or PDF/X-1a:2003, which knows no transparency; the first where it is left out. */
  readonly standard?: 'x4' | 'x1a';
  /**
   * The CMYK profile of the paper, which becomes the output intent, compressed as PDF files hold it (zlib, RFC 1950).
   * Null for PDF/X-1a that names the printing condition by its registered name alone, as its standard allows.
   */
  readonly profile: Uint8Array | null;
}

/** The date of files that do not say when they were made. */
const NO_DATE = new Date('2000-01-01T00:00:00Z');
/** A date as XMP has it, to the second; and as PDF has it (ISO 32000-1, 7.9.4). */
const xmpDate = (date: Date): string => `${date.toISOString().slice(0, 19)}Z`;
const pdfDate = (date: Date): string => `D:${date.toISOString().slice(0, 19).replace(/\D/g, '')}Z`;

/**
 * 32 hex digits that stand for a text, for a file identifier: two rows of xor and multiply as FNV-1a has them, the
 * second with another start and another multiplier, and two mixtures of both. It is no FNV-1a, and no safe hash: it
 * tells files apart.
 */
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

/** Bytes of a text in UTF-8. */
function utf8(text: string): number[] {
  return [...text].flatMap((sign) => {
    const code = sign.codePointAt(0)!;
    if (code < 0x80) return [code];
    if (code < 0x800) return [0xc0 | (code >> 6), 0x80 | (code & 63)];
    if (code < 0x10000) return [0xe0 | (code >> 12), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63)];
    return [0xf0 | (code >> 18), 0x80 | ((code >> 12) & 63), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63)];
  });
}

/**
 * A name of any script as a PDF name: every byte of its UTF-8 written out, so that brackets, spaces and the like
 * survive.
 */
const nameOf = (text: string): PDFName =>
  PDFName.of(
    utf8(text)
      .map((byte) => `#${byte.toString(16).toUpperCase().padStart(2, '0')}`)
      .join(''),
  );

/** A spot ink's colour space: its plate's name, and the mix that stands in for it (ISO 32000-1, 8.6.6.4). */
function separation(context: PDFContext, name: PDFName, cmyk: readonly number[]): PDFArray {
  const tint = context.obj({
    FunctionType: 2,
    Domain: [0, 1],
    C0: [0, 0, 0, 0],
    C1: cmyk.map((share) => share / 100),
    N: 1,
  });
  const space = PDFArray.withContext(context);
  for (const part of [PDFName.of('Separation'), name, PDFName.of('DeviceCMYK'), context.register(tint)])
    space.push(part);
  return space;
}

const rounded = (value: number): number => Math.round(value * 1e6) / 1e6;

function resources(context: PDFContext, colours: PDFDict): PDFDict {
  colours.set(PDFName.of(ALL), context.register(separation(context, PDFName.of('All'), [100, 100, 100, 100])));
  const states = context.obj({});
  for (const [name, on] of [
    [OVERPRINT, true],
    [KNOCK_OUT, false],
  ] as const)
    states.set(PDFName.of(name), context.obj({ Type: 'ExtGState', OP: on, op: on, OPM: on ? 1 : 0 }));
  const made = context.obj({});
  made.set(PDFName.of('ColorSpace'), colours);
  made.set(PDFName.of('ExtGState'), states);
  return made;
}

/**
 * A picture as an image of shares of ink, with a soft mask where it is not opaque (ISO 32000-1, 8.9.5 and 11.6.5.3).
 */
function imageObject(
  context: PDFContext,
  picture: PaintedPicture,
  pictures: Pictures,
  space: PDFObject,
  flat: boolean,
): PDFRef {
  const { widthPx, heightPx } = picture;
  const { inks, opacity } = planesOf(pictures.get(picture.imageId)!, picture);
  const raster = (bytes: Uint8Array, colours: PDFObject): PDFRawStream => {
    const stream = context.flateStream(bytes as unknown as string, {
      Type: 'XObject',
      Subtype: 'Image',
      Width: widthPx,
      Height: heightPx,
      BitsPerComponent: 8,
    }) as PDFRawStream;
    stream.dict.set(PDFName.of('ColorSpace'), colours);
    return stream;
  };
  const image = raster(flat && opacity ? onWhite(inks, opacity) : inks, space);
  if (opacity && !flat)
    image.dict.set(PDFName.of('SMask'), context.register(raster(opacity, PDFName.of('DeviceGray'))));
  return context.register(image);
}

/** Where the names of printing conditions are registered (ISO 15930-4, 6.4). */
const REGISTRY = 'http://www.color.org';

/** A text as PDF has it, in plain letters where it has no others. */
const textString = (text: string): PDFString | PDFHexString =>
  /^[\x20-\x7e]*$/.test(text) && !/[()\\]/.test(text) ? PDFString.of(text) : PDFHexString.fromText(text);

function outputIntent(context: PDFContext, profile: Uint8Array | null, stock: StockName): PDFArray {
  const { id, about, source, registered } = conditionOf(stock);
  const intent = context.obj({});
  intent.set(PDFName.of('Type'), PDFName.of('OutputIntent'));
  intent.set(PDFName.of('S'), PDFName.of('GTS_PDFX'));
  intent.set(PDFName.of('OutputConditionIdentifier'), PDFString.of(profile ? id : registered));
  intent.set(PDFName.of('OutputCondition'), textString(about));
  intent.set(PDFName.of('Info'), textString(source));
  if (profile) {
    const stream = context.stream(profile as unknown as string, { N: 4, Filter: 'FlateDecode' });
    intent.set(PDFName.of('DestOutputProfile'), context.register(stream));
  } else intent.set(PDFName.of('RegistryName'), PDFString.of(REGISTRY));
  const list = PDFArray.withContext(context);
  list.push(context.register(intent));
  return list;
}

function metadata(context: PDFContext, facts: XmpFacts): PDFRef {
  const bytes = Uint8Array.from(utf8(writeXmp(facts)));
  const stream = context.stream(bytes as unknown as string, { Type: 'Metadata', Subtype: 'XML' });
  return context.register(stream);
}

/** The information dictionary, of which the metadata say the same. */
function infoOf(context: PDFContext, name: string, { date, standard, trapped }: PdfOptions): PDFDict {
  const info = context.obj({});
  info.set(PDFName.of('Title'), PDFHexString.fromText(name));
  for (const part of ['Producer', 'Creator']) info.set(PDFName.of(part), PDFString.of('Under Arc'));
  for (const part of ['CreationDate', 'ModDate']) info.set(PDFName.of(part), PDFString.of(pdfDate(date ?? NO_DATE)));
  info.set(PDFName.of('Trapped'), PDFName.of(trapped ? 'True' : 'False'));
  // Before PDF/X-4 the version stands here (ISO 15930-4, 6.13).
  if (standard === 'x1a') info.set(PDFName.of('GTS_PDFXVersion'), PDFString.of('PDF/X-1a:2003'));
  return info;
}

/**
 * Writes drawings as a PDF for print, a page each: outlines at true size, no fonts; pictures separated into inks;
 * process inks in DeviceCMYK, spot inks as separations, overprint where an ink says so; media, bleed and trim box; the
 * profile as output intent, XMP metadata, as PDF/X-4 asks for (docs/print-pdf.md). The same drawings give the same
 * bytes.
 *
 */
export async function writePdfPages(
  name: string,
  pages: Iterable<PdfPage> | AsyncIterable<PdfPage>,
  options: PdfOptions,
): Promise<Uint8Array> {
  const { profile, standard = 'x4', trapped = false } = options;
  const made = options.date ?? NO_DATE;
  const document = await PDFDocument.create({ updateMetadata: false });
  const { context, catalog } = document;
  context.header = PDFHeader.forVersion(1, standard === 'x1a' ? 4 : 6);
  // A spot ink is one colour space in the whole file, whatever page it is on.
  const spaces = new Map<string, string>();
  const colours = context.obj({});
  const images = context.obj({});
  const common = resources(context, colours),
    shared = context.register(common);
  const spaceOf: InkNames['spaceOf'] = (ink) => {
    const space = ink.kind === 'spot' ? spaces.get(ink.plate.name) : undefined;
    return space === undefined ? null : { name: space, shares: [ink.share] };
  };
  const names = new Map<string, string>();
  let seen = fingerprint(options.date ? `${name}\n${xmpDate(made)}` : name),
    stock: StockName = 'coated';
  for await (const given of pages) {
    ({ stock } = given.drawing);
    for (const ink of printedInks(given.drawing)) {
      const { name, cmyk } = ink.plate;
      if (ink.kind !== 'spot' || spaces.has(name)) continue;
      spaces.set(name, `Spot${spaces.size + 1}`);
      colours.set(PDFName.of(spaces.get(name)!), context.register(separation(context, nameOf(name), cmyk)));
    }
    // An image stands once in the file, however often it is placed.
    const imageOf = (picture: PaintedPicture): string => {
      const key = `${picture.imageId} ${picture.ink ? `${picture.ink.name} ${picture.ink.kind} ${picture.ink.cmyk.join(' ')}` : picture.mostInk}`;
      let image = names.get(key);
      if (!image) {
        if (names.size === 0) common.set(PDFName.of('XObject'), images);
        names.set(key, (image = `Picture${names.size + 1}`));
        const space =
          picture.ink?.kind === 'spot'
            ? colours.get(PDFName.of(spaces.get(picture.ink.plate.name)!))!
            : PDFName.of('DeviceCMYK');
        images.set(PDFName.of(image), imageObject(context, picture, given.drawing.pictures, space, standard === 'x1a'));
        seen = fingerprint(`${seen}\n${key}`);
      }
      return image;
    };
    const {
      sink,
      boxes: { media, bleed, trim },
    } = contentOf(given, options, { spaceOf, imageOf });
    seen = fingerprint(`${seen}\n${sink.text.toString()}\n${media.join(' ')}`);
    const page = document.addPage([rounded(media[2]!), rounded(media[3]!)]);
    for (const [box, values] of [
      ['MediaBox', media],
      ['BleedBox', bleed],
      ['TrimBox', trim],
    ] as const)
      page.node.set(PDFName.of(box), context.obj(values.map((value) => PDFNumber.of(rounded(value)))));
    page.node.delete(PDFName.of('CropBox'));
    page.node.set(PDFName.of('Resources'), shared);
    page.node.set(
      PDFName.of('Contents'),
      context.register(context.flateStream(sink.text.toBytes() as unknown as string) as PDFRawStream),
    );
  }
  catalog.set(PDFName.of('OutputIntents'), outputIntent(context, profile, stock));
  catalog.set(
    PDFName.of('Metadata'),
    metadata(context, { title: name, date: xmpDate(made), id: seen, standard, trapped }),
  );
  context.trailerInfo.Info = context.register(infoOf(context, name, options));
  const identifier = PDFHexString.of(seen);
  context.trailerInfo.ID = context.obj([identifier, identifier]);
  return document.save({ useObjectStreams: false, updateFieldAppearances: false });
}

/** Writes one drawing as a PDF for print, see `writePdfPages`. */
export const writePdf = (drawing: Drawing, options: PdfOptions): Promise<Uint8Array> =>
  writePdfPages(drawing.name, [{ drawing }], options);
