import type { Trace } from '../geometry/outlines/outlineSink';
import { sendDrawing, type Drawing } from '../drawing/drawPiece';
import type { DrawnInk, Paint, PaintedPicture, PictureFrame, Sink } from '../drawing/sink';
import { fromHex } from '../ink/colour';
import { LUMA } from '../ink/separate';
import { isLettering, type Piece } from '../piece/types';
import { pictureUri, plateUri, printedUri } from './pictures';
import { TextBuffer } from './textBuffer';

const [M, L, Q, C, Z, SPACE] = [77, 76, 81, 67, 90, 32];

/** Writes outlines as SVG path data. */
class PathDataSink implements Sink {
  protected readonly text = new TextBuffer();

  /** @param decimals places after the point, 0 to 6, in mm */
  constructor(private readonly decimals: number) {}

  clear(): void {
    this.text.clear();
  }

  private pair(code: number, x: number, y: number): void {
    this.text.byte(code);
    this.text.number(x, this.decimals);
    this.text.byte(SPACE);
    this.text.number(y, this.decimals);
  }

  moveTo(x: number, y: number): void {
    this.pair(M, x, y);
  }
  lineTo(x: number, y: number): void {
    this.pair(L, x, y);
  }
  quadTo(x1: number, y1: number, x: number, y: number): void {
    this.pair(Q, x1, y1);
    this.pair(SPACE, x, y);
  }
  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.pair(C, x1, y1);
    this.pair(SPACE, x2, y2);
    this.pair(SPACE, x, y);
  }
  closePath(): void {
    this.text.byte(Z);
  }
  /** Painting is left to whoever asked for the data. */
  paint(_paint: Paint, _id: string): void {}

  toString(): string {
    return this.text.toString();
  }
}

/** An outline as SVG path data. @param decimals places after the point, in mm */
export function pathData(trace: Trace, decimals: number): string {
  const sink = new PathDataSink(decimals);
  trace(sink);
  return sink.toString();
}

/** Name of the elements that list inks. */
const INKS = 'https://under-arc.invalid/inks';

export const escape = (text: string): string =>
  text.replace(/[&<>"\u0000-\u001f]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? ' ');

/** Attributes of a paint: its inks as classes, their screen colours as presentation. */
function paintAttributes({ fill, stroke, under }: Paint): string {
  const classes = [...(fill ? [`fill-${fill.id}`] : []), ...(stroke ? [`stroke-${stroke.ink.id}`] : [])].join(' ');
  const line = stroke
    ? [
        ` stroke="${stroke.ink.screen}" stroke-width="${stroke.widthMm}"`,
        stroke.join === 'mitre' ? '' : ` stroke-linejoin="${stroke.join}"`,
        stroke.dashMm ? ` stroke-dasharray="${stroke.dashMm.map((mm) => Number(mm.toFixed(5))).join(' ')}"` : '',
        under && fill ? ' paint-order="stroke"' : '',
      ].join('')
    : '';
  return `class="${classes}" fill="${fill?.screen ?? 'none'}"${line}`;
}

/** The inks of a drawing for whoever prints it: what SVG has no words for. */
const inkList = ({ inks }: Drawing): string =>
  [
    '<metadata>',
    `<inks xmlns="${INKS}">`,
    ...inks.map(
      ({ id, name, kind, cmyk, overprint }) =>
        `<ink class="${id}" name="${escape(name)}" kind="${kind}" cmyk="${cmyk.join(' ')}"${overprint ? ' overprint="yes"' : ''}/>`,
    ),
    '</inks>',
    '</metadata>',
  ].join('');

/** Light becomes paper, dark the ink: the values of a colour matrix (Filter Effects Module, feColorMatrix). */
export function inkMatrix(ink: DrawnInk, paper: string): string {
  const [light, dark] = [fromHex(paper), fromHex(ink.screen)];
  const rows = [0, 1, 2].map((i) =>
    [
      ...LUMA.map((share) => Number((((light[i]! - dark[i]!) / 255) * share).toFixed(6))),
      0,
      Number((dark[i]! / 255).toFixed(6)),
    ].join(' '),
  );
  return `${rows.join(' ')} 0 0 0 1 0`;
}

/** Writes one path element for each painted outline, and one image element for each picture. */
class ElementSink extends PathDataSink {
  readonly elements: string[] = [];

  /** Images by what they show, and those that are shown more than once. */
  private readonly images = new Map<string, string>();
  private readonly repeated: ReadonlySet<string>;

  constructor(
    private readonly drawing: Drawing,
    decimals: number,
  ) {
    super(decimals);
    const all = drawing.paths.flatMap(({ picture }) => (picture ? [picture.imageId] : []));
    this.repeated = new Set(all.filter((one, i) => all.indexOf(one) !== i));
  }

  picture(
    picture: PaintedPicture,
    { x, y, acrossX, acrossY, downX, downY }: PictureFrame,
    within: Trace | null,
    id: string,
  ): void {
    const { imageId, ink, channel, printed, widthPx, heightPx } = picture;
    const file = this.drawing.pictures.get(imageId)!;
    const name = escape(id);
    const place = [acrossX / widthPx, acrossY / widthPx, downX / heightPx, downY / heightPx, x, y]
      .map((value) => Number(value.toFixed(9)))
      .join(' ');
    const uri =
      channel !== undefined
        ? plateUri(file, channel, picture)
        : printed && !ink
          ? printedUri(file, picture)
          : pictureUri(file);
    const placed = `${ink ? ` class="fill-${escape(ink.id)}" filter="url(#${name}.ink)"` : ''} transform="matrix(${place})"`;
    const shown = `width="${widthPx}" height="${heightPx}" preserveAspectRatio="none" href="${uri}"`;
    const known = this.images.get(uri);
    // On a sheet of copies the bytes stand there once.
    const image = !this.repeated.has(imageId)
      ? `<image id="${name}"${placed} ${shown}/>`
      : `${known ? '' : `<defs><image id="${name}.image" ${shown}/></defs>`}<use id="${name}"${placed} href="#${known ?? `${name}.image`}"/>`;
    if (!known) this.images.set(uri, `${name}.image`);
    const filter = ink
      ? `<filter id="${name}.ink" x="0" y="0" width="1" height="1" color-interpolation-filters="sRGB"><feColorMatrix values="${inkMatrix(ink, this.drawing.paper)}"/></filter>`
      : '';
    if (!within) {
      this.elements.push(filter + image);
      return;
    }
    this.clear();
    within(this);
    this.elements.push(
      `${filter}<clipPath id="${name}.within"><path d="${this.toString()}"/></clipPath><g clip-path="url(#${name}.within)">${image}</g>`,
    );
    this.clear();
  }

  override paint(paint: Paint, id: string): void {
    this.elements.push(`<path id="${escape(id)}" ${paintAttributes(paint)} d="${this.toString()}"/>`);
    this.clear();
  }
}

/** The words that a piece shows, a line each lettering. */
export const wordsShown = ({ items }: Piece): readonly string[] =>
  items
    .filter(isLettering)
    .filter(({ hidden, wording }) => !hidden && wording.trim() !== '')
    .map(({ wording }) => wording.replace(/\s+/g, ' ').trim());

export interface SvgOptions {
  /** Places after the point in mm; 4 by default. */
  readonly decimals?: number;
  /** The words that the outlines show, for those who cannot see them. */
  readonly words?: readonly string[];
}

/** The path elements of a drawing, in painting order. */
export function svgElements(drawing: Drawing, decimals = 4): readonly string[] {
  const sink = new ElementSink(drawing, decimals);
  sendDrawing(drawing, sink);
  return sink.elements;
}

/**
 * Writes a drawing as an SVG of outlines at true size: one path for each painted outline, mm as user units, no text, no
 * fonts, no references, pictures with their own bytes within it, each with the id of its item; the words as
 * description; inks are classes, listed in the metadata with their mixes. SVG 1.1 and 2.
 */
export function writeSvg(drawing: Drawing, { decimals, words = [] }: SvgOptions = {}): string {
  const { widthMm, heightMm } = drawing.sheet;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}" role="img">`,
    `<title>${escape(drawing.name)}</title>`,
    ...(words.length > 0 ? [`<desc>${escape(words.join(' · '))}</desc>`] : []),
    ...(drawing.inks.length > 0 ? [inkList(drawing)] : []),
    ...svgElements(drawing, decimals),
    '</svg>',
    '',
  ].join('\n');
}
