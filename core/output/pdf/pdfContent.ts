import type { Trace } from '../../geometry/outlines/outlineSink';
import {
  MITRE_LIMIT,
  type DrawnInk,
  type DrawnStroke,
  type Paint,
  type PaintedPicture,
  type PictureFrame,
  type Sink,
} from '../../drawing/sink';
import { TextBuffer } from '../textBuffer';

/** Places after the point in mm: 0.0001 mm. */
const DECIMALS = 4;
const JOINS = { mitre: 0, round: 1, bevel: 2 } as const;

/** How inks are named in a content stream: by their mix, or as colour spaces. */
export interface InkNames {
  /** Name of an ink's own colour space and its shares there, 0 to 1; null for a mix of process inks. */
  readonly spaceOf: (ink: DrawnInk) => { readonly name: string; readonly shares: readonly number[] } | null;
  /** Name of a picture's image. */
  readonly imageOf: (picture: PaintedPicture) => string;
}

const rounded = (share: number): number => Math.round(share * 1e4) / 1e4;

/** Names of the graphics states for inks that overprint, and for those that do not. */
export const OVERPRINT = 'Over';
export const KNOCK_OUT = 'Knock';

/**
 * Writes outlines as a PDF content stream in mm (ISO 32000-1, 8.5: path construction and painting), their inks in
 * DeviceCMYK and Separation spaces (8.6).
 */
export class ContentSink implements Sink {
  /** Finished operators. */
  readonly text = new TextBuffer();
  /** The outline under construction: PDF allows no colour operator inside one, so it waits for its paint. */
  private readonly waiting = new TextBuffer();
  private x = 0;
  private y = 0;
  private overprints = false;

  constructor(private readonly names: InkNames) {}

  numbers(into: TextBuffer, operator: string, ...values: number[]): void {
    for (const value of values) {
      into.number(value, DECIMALS);
      into.byte(32);
    }
    into.ascii(operator);
    into.byte(10);
  }

  private to(x: number, y: number): void {
    this.x = x;
    this.y = y;
  }

  moveTo(x: number, y: number): void {
    this.numbers(this.waiting, 'm', x, y);
    this.to(x, y);
  }
  lineTo(x: number, y: number): void {
    this.numbers(this.waiting, 'l', x, y);
    this.to(x, y);
  }
  quadTo(x1: number, y1: number, x: number, y: number): void {
    // PDF has cubics only; raising the degree is exact.
    this.curveTo(
      this.x + (2 / 3) * (x1 - this.x),
      this.y + (2 / 3) * (y1 - this.y),
      x + (2 / 3) * (x1 - x),
      y + (2 / 3) * (y1 - y),
      x,
      y,
    );
  }
  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.numbers(this.waiting, 'c', x1, y1, x2, y2, x, y);
    this.to(x, y);
  }
  closePath(): void {
    this.waiting.ascii('h\n');
  }

  private colour(ink: DrawnInk, strokes: boolean): void {
    const space = this.names.spaceOf(ink);
    if (space)
      this.text.ascii(
        `/${space.name} ${strokes ? 'CS' : 'cs'} ${space.shares.map(rounded).join(' ')} ${strokes ? 'SCN' : 'scn'}\n`,
      );
    else this.numbers(this.text, strokes ? 'K' : 'k', ...ink.cmyk.map((share) => share / 100));
  }

  /** Whether what follows is printed on top of what lies beneath. */
  private setOver(on: boolean): void {
    if (on === this.overprints) return;
    this.overprints = on;
    this.text.ascii(`/${on ? OVERPRINT : KNOCK_OUT} gs\n`);
  }

  private stroke({ ink, widthMm, join, dashMm }: DrawnStroke): void {
    this.setOver(ink.overprint);
    this.colour(ink, true);
    this.numbers(this.text, 'w', widthMm);
    this.text.ascii(`${JOINS[join]} j ${MITRE_LIMIT} M\n`);
    if (dashMm) {
      this.text.ascii('[');
      this.numbers(this.text, '] 0 d', ...dashMm);
    }
    this.text.append(this.waiting);
    this.text.ascii(dashMm ? 'S\n[] 0 d\n' : 'S\n');
  }

  private fill(ink: DrawnInk): void {
    this.setOver(ink.overprint);
    this.colour(ink, false);
    this.text.append(this.waiting);
    this.text.ascii('f\n');
  }

  /**
   * An image fills the unit square, its first row at the top (8.9.5.1); what it is cut to is a clipping path about it
   * (8.5.4).
   */
  picture(picture: PaintedPicture, { x, y, acrossX, acrossY, downX, downY }: PictureFrame, within: Trace | null): void {
    this.setOver(picture.ink?.overprint ?? false);
    this.text.ascii('q\n');
    if (within) {
      within(this);
      this.text.append(this.waiting);
      this.waiting.clear();
      this.text.ascii('W n\n');
    }
    this.numbers(this.text, 'cm', acrossX, acrossY, -downX, -downY, x + downX, y + downY);
    this.text.ascii(`/${this.names.imageOf(picture)} Do\nQ\n`);
  }

  paint({ fill, stroke, under }: Paint, _id: string): void {
    if (under && stroke) this.stroke(stroke);
    if (fill) this.fill(fill);
    if (!under && stroke) this.stroke(stroke);
    this.waiting.clear();
  }
}
