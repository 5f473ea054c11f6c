import type { Drawing } from '../drawing/drawPiece';
import type { Sheet } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import { writeSvg } from './svg';

/** Pixels in an inch that a picture may have. */
export const PNG_DPI = { min: 18, max: 1200 } as const;
/** Beyond this many pixels a picture is refused before it can take the machine with it. */
const PNG_MOST_PIXELS = 120_000_000;
const MM_IN_INCH = 25.4;

export interface PngOptions {
  readonly dpi: number;
  /** Without paper behind the drawing. */
  readonly transparent: boolean;
}

/**
 * Turns an SVG of a size in pixels into the bytes of a PNG. It is given nothing that could make it read or fetch a
 * file.
 */
export type Rasterise = (svg: string, widthPx: number) => Promise<Uint8Array>;

/** The size of a picture in pixels, or why there is none: `wrong-dpi`, `too-many-pixels`. */
export function pngSize(
  { widthMm, heightMm }: Sheet,
  dpi: number,
): Result<{ readonly widthPx: number; readonly heightPx: number }> {
  if (!(dpi >= PNG_DPI.min && dpi <= PNG_DPI.max)) {
    return fail({
      code: 'wrong-dpi',
      value: dpi,
      message: `A picture has ${PNG_DPI.min} to ${PNG_DPI.max} pixels an inch, not ${dpi}.`,
    });
  }
  const [widthPx, heightPx] = [widthMm, heightMm].map((mm) => Math.max(1, Math.round((mm / MM_IN_INCH) * dpi))) as [
    number,
    number,
  ];
  if (widthPx * heightPx > PNG_MOST_PIXELS) {
    const most = Math.floor(dpi * Math.sqrt(PNG_MOST_PIXELS / (widthPx * heightPx)));
    const problem: Problem = {
      code: 'too-many-pixels',
      value: widthPx * heightPx,
      limit: PNG_MOST_PIXELS,
      message: `At ${dpi} dpi this sheet has ${Math.round((widthPx * heightPx) / 1e6)} million pixels; ${PNG_MOST_PIXELS / 1e6} million are the most. Take ${most} dpi or less.`,
    };
    return fail(problem);
  }
  return ok({ widthPx, heightPx });
}

const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});
function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = CRC[(c ^ byte) & 0xff]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

const SIGNATURE = [137, 80, 78, 71, 13, 10, 26, 10];
/** Signature, then the header: length, name, 13 bytes, checksum. */
const AFTER_HEADER = 8 + 4 + 4 + 13 + 4;

/**
 * A PNG with its resolution written in: a pHYs chunk right behind the header (PNG 1.2, 11.3.5.3), pixels a metre.
 *
 * @throws RangeError when the bytes are no PNG
 */
export function withDpi(png: Uint8Array, dpi: number): Uint8Array {
  if (!SIGNATURE.every((byte, i) => png[i] === byte) || png.length < AFTER_HEADER)
    throw new RangeError('These bytes are not a PNG.');
  const chunk = new Uint8Array(4 + 4 + 9 + 4);
  const view = new DataView(chunk.buffer);
  const perMetre = Math.round((dpi / MM_IN_INCH) * 1000);
  view.setUint32(0, 9);
  chunk.set([112, 72, 89, 115], 4);
  view.setUint32(8, perMetre);
  view.setUint32(12, perMetre);
  chunk[16] = 1;
  view.setUint32(17, crc32(chunk.subarray(4, 17)));
  const out = new Uint8Array(png.length + chunk.length);
  out.set(png.subarray(0, AFTER_HEADER));
  out.set(chunk, AFTER_HEADER);
  out.set(png.subarray(AFTER_HEADER), AFTER_HEADER + chunk.length);
  return out;
}

/**
 * Writes a drawing as a PNG of a resolution, on white paper or on nothing. It is made of the same SVG that leaves for
 * print.
 *
 * @returns its bytes, or why there are none, see `pngSize`
 */
export async function writePng(
  drawing: Drawing,
  { dpi, transparent }: PngOptions,
  rasterise: Rasterise,
): Promise<Result<Uint8Array>> {
  const size = pngSize(drawing.sheet, dpi);
  if (!size.ok) return size;
  const { widthMm, heightMm } = drawing.sheet;
  const svg = writeSvg(drawing);
  const start = svg.indexOf('<title>');
  const paper = transparent ? '' : `<rect width="${widthMm}" height="${heightMm}" fill="#ffffff"/>`;
  return ok(withDpi(await rasterise(svg.slice(0, start) + paper + svg.slice(start), size.value.widthPx), dpi));
}
