import { Zlib, zlibSync } from 'fflate';
import type { Drawing } from '../../drawing/drawPiece';
import { crc32 } from '../../crc32';
import { ok, type Result } from '../../result';
import type { RenderPixels } from '../pictures';
import { svgElements } from '../svg';
import { joined } from './bytes';
import { MM_IN_INCH, rasterSize } from './size';
import { srgbProfile } from './srgbProfile';
import { stripsOf } from './strips';

export interface PngOptions {
  readonly dpi: number;
  /** Without paper behind the drawing. */
  readonly transparent: boolean;
}

/** A chunk: length, name, bytes, checksum (PNG 1.2, 3.2). */
function chunk(name: string, bytes: Uint8Array): Uint8Array {
  const out = new Uint8Array(bytes.length + 12),
    view = new DataView(out.buffer);
  view.setUint32(0, bytes.length);
  for (let i = 0; i < 4; i++) out[4 + i] = name.charCodeAt(i);
  out.set(bytes, 8);
  view.setUint32(bytes.length + 8, crc32(out.subarray(4, bytes.length + 8)));
  return out;
}

/** Numbers as four bytes each, the highest first. */
const longs = (...values: number[]): number[] =>
  values.flatMap((value) => [24, 16, 8, 0].map((shift) => (value >>> shift) & 255));

/**
 * What the colours mean: the profile of sRGB, and for programs that read none its gamma and its white, red, green and
 * blue, as the standard asks (PNG 3, 11.3.2).
 */
function colourChunks(): Uint8Array[] {
  const name = [...'sRGB'].map((letter) => letter.charCodeAt(0));
  return [
    chunk('gAMA', Uint8Array.from(longs(45455))),
    chunk('cHRM', Uint8Array.from(longs(31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000))),
    // Its name, a zero, how it is packed, and the profile.
    chunk('iCCP', Uint8Array.from([...name, 0, 0, ...zlibSync(srgbProfile(), { level: 9 })])),
  ];
}

/** Each row is written as its difference from the one above: of flat colours next to nothing is left. */
const UP = 2;

/** Pixels without the share of nothing in them: what is drawn comes multiplied by its opacity. */
function unmultiplied(rgba: Uint8Array): void {
  for (let i = 0; i < rgba.length; i += 4) {
    const opacity = rgba[i + 3]!;
    if (opacity > 0 && opacity < 255)
      for (let n = i; n < i + 3; n++) rgba[n] = Math.min(255, Math.round((rgba[n]! * 255) / opacity));
  }
}

/**
 * Writes a drawing as a PNG of a resolution, on white paper or on nothing, its resolution and the profile of its
 * colours written in. It is drawn strip by strip, so that a large one takes no more memory than its file.
 *
 * @returns its bytes, or why there are none, see `rasterSize`
 */
export async function writePng(
  drawing: Drawing,
  { dpi, transparent }: PngOptions,
  render: RenderPixels,
): Promise<Result<Uint8Array>> {
  const size = rasterSize(drawing.sheet, dpi);
  if (!size.ok) return size;
  const { widthPx, heightPx } = size.value,
    channels = transparent ? 4 : 3;
  const parts: Uint8Array[] = [];
  const zlib = new Zlib({ level: 6 }, (part) => parts.push(part));
  let above = new Uint8Array(widthPx * channels);
  const raster = { widthPx, heightPx, dpi };
  for await (const { rows, rgba } of stripsOf(svgElements(drawing), transparent ? null : '#ffffff', raster, render)) {
    if (transparent) unmultiplied(rgba);
    const lines = new Uint8Array(rows * (widthPx * channels + 1));
    for (let y = 0; y < rows; y++) {
      const row = new Uint8Array(widthPx * channels);
      for (let x = 0; x < widthPx; x++)
        for (let n = 0; n < channels; n++) row[x * channels + n] = rgba[4 * (y * widthPx + x) + n]!;
      const at = y * (row.length + 1);
      lines[at] = UP;
      for (let i = 0; i < row.length; i++) lines[at + 1 + i] = row[i]! - above[i]!;
      above = row;
    }
    zlib.push(lines);
  }
  zlib.push(new Uint8Array(0), true);
  const perMetre = Math.round((dpi / MM_IN_INCH) * 1000);
  return ok(
    joined([
      Uint8Array.from([137, 80, 78, 71, 13, 10, 26, 10]),
      // Eight bits a channel, red, green and blue, with opacity or without; no interlacing.
      chunk('IHDR', Uint8Array.from([...longs(widthPx, heightPx), 8, transparent ? 6 : 2, 0, 0, 0])),
      ...colourChunks(),
      // Pixels a metre (11.3.5.3).
      chunk('pHYs', Uint8Array.from([...longs(perMetre, perMetre), 1])),
      chunk('IDAT', joined(parts)),
      chunk('IEND', new Uint8Array(0)),
    ]),
  );
}
