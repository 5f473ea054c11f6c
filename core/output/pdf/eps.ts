import { strToU8, zlibSync } from 'fflate';
import type { Drawing } from '../../drawing/drawPiece';
import type { DrawnInk, PaintedPicture } from '../../drawing/sink';
import { onWhite, planesOf } from '../pictures';
import { printedInks } from '../plates';
import { contentOf, type PageMarks, type PdfPage } from './page';
import { ALL } from './pdfMarks';
import type { InkNames } from './pdfContent';

export interface EpsOptions extends PageMarks {
  /** Whether the box about it is that of the bleed; of the trim else. Marks lie about the bleed. */
  readonly bleed: boolean;
}

/**
 * The operators of a PDF page as procedures of PostScript (PLRM 3, 8.2): paths and states are the same; colours of
 * fills and of strokes, which PostScript does not keep apart, are remembered until something is painted.
 */
const PROLOG = `/UnderArc 60 dict def UnderArc begin
/B {bind def} bind def
/m {moveto} B /l {lineto} B /c {curveto} B /h {closepath} B
/q {gsave} B /Q {grestore} B /cm {6 array astore concat} B
/w {setlinewidth} B /j {setlinejoin} B /J {setlinecap} B /M {setmiterlimit} B /d {setdash} B
/re {4 2 roll moveto 1 index 0 rlineto 0 exch rlineto neg 0 rlineto closepath} B
/W {clip} B /n {newpath} B
/OV false def
/Over true def /Knock false def
/gs {load /OV exch def} B
/FS /DeviceCMYK def /FV [0 0 0 1] def /SS /DeviceCMYK def /SV [0 0 0 1] def
/k {4 array astore /FV exch def /FS /DeviceCMYK def} B
/K {4 array astore /SV exch def /SS /DeviceCMYK def} B
/cs {load /FS exch def} B /CS {load /SS exch def} B
/parts {1 get dup type /arraytype eq {length} {pop 1} ifelse} B
/scn {FS parts array astore /FV exch def} B
/SCN {SS parts array astore /SV exch def} B
/f {FS setcolorspace FV aload pop setcolor OV setoverprint fill} B
/S {SS setcolorspace SV aload pop setcolor OV setoverprint stroke} B
/s {closepath S} B
/Do {load exec} B
`;

/** A text as a PostScript string of its UTF-8, nothing in it but plain signs (PLRM 3, 3.2.2). */
const string = (text: string): string =>
  `(${[...strToU8(text)]
    .map((byte) =>
      byte > 32 && byte < 127 && !'()\\'.includes(String.fromCharCode(byte))
        ? String.fromCharCode(byte)
        : `\\${byte.toString(8).padStart(3, '0')}`,
    )
    .join('')})`;

const share = (value: number): string => String(Math.round(value * 1e4) / 1e4);

/** A colour space of one plate, with the mix that stands in for it where there is no such plate (PLRM 3, 4.8.4). */
const separation = (name: string, cmyk: readonly number[]): string =>
  `[/Separation ${string(name)} cvn /DeviceCMYK {${cmyk
    .slice(0, 3)
    .map((percent) => `dup ${share(percent / 100)} mul exch`)
    .join(' ')} ${share(cmyk[3]! / 100)} mul}]`;

const PROCESS = ['Cyan', 'Magenta', 'Yellow', 'Black'] as const;

/** The process inks of a mix, by their places. */
const partsOf = ({ cmyk }: DrawnInk): number[] => [0, 1, 2, 3].filter((i) => cmyk[i]! > 0);

/**
 * A colour space of some of the process inks: PostScript overprints a mix in all four, so that one that is to print on
 * top names only those that it has.
 */
function someInks(parts: readonly number[]): string {
  // What comes from the top of the stack is the last of them; the others are none.
  const order = [0, 1, 2, 3].map((i) => {
    const at = parts.indexOf(i);
    return at < 0 ? '0' : `${parts.length - 1 - at + i} index`;
  });
  return `[/DeviceN [${parts.map((i) => `/${PROCESS[i]}`).join(' ')}] /DeviceCMYK {${order.join(' ')} ${parts.length + 4} 4 roll ${'pop '.repeat(parts.length)}}]`;
}

/** Bytes as text in base 85 (PLRM 3, 3.13.3), in lines. */
function base85(bytes: Uint8Array): string {
  const lines: string[] = [];
  let line = '';
  for (let i = 0; i < bytes.length; i += 4) {
    const count = Math.min(4, bytes.length - i);
    let value = 0;
    for (let n = 0; n < 4; n++) value = value * 256 + (n < count ? bytes[i + n]! : 0);
    let five = '';
    for (let n = 0; n < 5; n++) {
      five = String.fromCharCode(33 + (value % 85)) + five;
      value = Math.floor(value / 85);
    }
    line += count === 4 && five === '!!!!!' ? 'z' : five.slice(0, count + 1);
    if (line.length > 72) {
      lines.push(line);
      line = '';
    }
  }
  return [...lines, `${line}~>`].join('\n');
}

/** The colour spaces of a file, by what they stand for, and the images. */
class EpsNames implements InkNames {
  readonly defined: string[] = [];
  private readonly spaces = new Map<string, string>();
  private readonly images = new Map<string, string>();

  constructor(private readonly drawing: Drawing) {}

  private space(key: string, text: () => string): string {
    let name = this.spaces.get(key);
    if (!name) {
      this.spaces.set(key, (name = `Space${this.spaces.size + 1}`));
      this.defined.push(`/${name} ${text()} def`);
    }
    return name;
  }

  private plate({ plate }: DrawnInk): string {
    return this.space(`spot ${plate.name}`, () => separation(plate.name, plate.cmyk));
  }

  readonly spaceOf: InkNames['spaceOf'] = (ink) => {
    if (ink.kind === 'spot') return { name: this.plate(ink), shares: [ink.share] };
    const parts = partsOf(ink);
    if (!ink.overprint || parts.length === 0 || parts.length === 4) return null;
    return {
      name: this.space(`some ${parts.join(' ')}`, () => someInks(parts)),
      shares: parts.map((i) => ink.cmyk[i]! / 100),
    };
  };

  readonly imageOf: InkNames['imageOf'] = (picture) => {
    const { ink, imageId, mostInk } = picture;
    const key = `${imageId} ${ink ? `${ink.id} ${ink.cmyk.join(' ')} ${ink.share}` : mostInk}`;
    let name = this.images.get(key);
    if (!name) {
      this.images.set(key, (name = `Picture${this.images.size + 1}`));
      this.defined.push(this.image(name, picture));
    }
    return name;
  };

  /** An image that can be shown often: its bytes are kept (PLRM 3, ReusableStreamDecode). */
  private image(name: string, picture: PaintedPicture): string {
    const { widthPx, heightPx, ink } = picture;
    const { inks, opacity, components } = planesOf(this.drawing.pictures.get(picture.imageId)!, picture);
    const bytes = zlibSync(opacity ? onWhite(inks, opacity) : inks);
    const space = ink?.kind === 'spot' ? this.plate(ink) : '/DeviceCMYK';
    return [
      `/${name}Bytes currentfile /ASCII85Decode filter << >> /ReusableStreamDecode filter`,
      base85(bytes),
      'def',
      `/${name} {gsave ${space} setcolorspace OV setoverprint ${name}Bytes 0 setfileposition`,
      `<< /ImageType 1 /Width ${widthPx} /Height ${heightPx} /BitsPerComponent 8 /Decode [${'0 1 '.repeat(components)}]`,
      `/ImageMatrix [${widthPx} 0 0 ${-heightPx} 0 ${heightPx}] /DataSource ${name}Bytes /FlateDecode filter >> image grestore} def`,
    ].join('\n');
  }
}

/** What the file says of its inks to those who place it (DSC 3.0, 5.2). */
function colourComments(drawing: Drawing): string[] {
  const inks = printedInks(drawing);
  const process = PROCESS.filter((_, i) => inks.some((ink) => ink.kind === 'process' && ink.cmyk[i]! > 0));
  const spots = new Map(inks.flatMap((ink) => (ink.kind === 'spot' ? [[ink.plate.name, ink.plate] as const] : [])));
  const all = drawing.paths.some(({ picture }) => picture && !picture.ink) ? PROCESS : process;
  return [
    ...(all.length > 0 ? [`%%DocumentProcessColors: ${all.join(' ')}`] : []),
    ...(spots.size > 0 ? [`%%DocumentCustomColors: ${[...spots.keys()].map(string).join(' ')}`] : []),
    ...[...spots.values()].map(
      ({ name, cmyk }) => `%%CMYKCustomColor: ${cmyk.map((percent) => share(percent / 100)).join(' ')} ${string(name)}`,
    ),
  ];
}

/**
 * Writes a drawing as EPS of PostScript level 3: outlines at true size, no fonts; process inks in DeviceCMYK, spot inks
 * as separations, overprint where an ink says so; pictures separated into inks, on white where they are not opaque. The
 * same drawing gives the same bytes.
 */
export function writeEps(page: PdfPage, options: EpsOptions): Uint8Array {
  const { drawing } = page;
  const names = new EpsNames(drawing);
  const { sink, boxes } = contentOf(page, options, names);
  // The page begins at the corner of its medium; without bleed at that of the trim.
  const [x0, y0, x1, y1] = (options.marks || options.bleed ? boxes.media : boxes.trim) as [
    number,
    number,
    number,
    number,
  ];
  const exact = (value: number): string => String(Math.round(value * 1e4) / 1e4);
  const head = [
    '%!PS-Adobe-3.0 EPSF-3.0',
    `%%BoundingBox: 0 0 ${Math.ceil(x1 - x0 - 1e-6)} ${Math.ceil(y1 - y0 - 1e-6)}`,
    `%%HiResBoundingBox: 0 0 ${exact(x1 - x0)} ${exact(y1 - y0)}`,
    `%%Title: ${string(drawing.name)}`,
    '%%Creator: (Under Arc)',
    '%%LanguageLevel: 3',
    '%%Pages: 1',
    ...colourComments(drawing),
    '%%EndComments',
    '%%BeginProlog',
    `${PROLOG}/${ALL} [/Separation /All /DeviceCMYK {dup dup dup}] def`,
    'end',
    '%%EndProlog',
    '%%Page: 1 1',
    'gsave UnderArc begin',
    ...names.defined,
    `0 0 ${exact(x1 - x0)} ${exact(y1 - y0)} re W n`,
    `${exact(-x0)} ${exact(-y0)} translate`,
    '',
  ].join('\n');
  const tail = 'end grestore\nshowpage\n%%EOF\n';
  const [start, middle, end] = [strToU8(head), sink.text.toBytes(), strToU8(tail)];
  const bytes = new Uint8Array(start.length + middle.length + end.length);
  bytes.set(start);
  bytes.set(middle, start.length);
  bytes.set(end, start.length + middle.length);
  return bytes;
}
