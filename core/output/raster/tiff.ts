import { strToU8, zlibSync } from 'fflate';
import type { Drawing } from '../../drawing/drawPiece';
import { ok, type Result } from '../../result';
import type { RenderPixels } from '../pictures';
import { plateDrawing, platesOf, PROCESS_PLATES, type Plate } from '../plates';
import { svgElements } from '../svg';
import { joined } from './bytes';
import { rasterSize } from './size';
import { rowsOfStrip, stripsOf, type Raster } from './strips';

export interface TiffOptions {
  readonly dpi: number;
  /** The CMYK profile of its process inks, as it is. */
  readonly profile: Uint8Array;
}

/** Kinds of values, and how many bytes each has (TIFF 6.0, section 2). */
const ASCII = 2,
  SHORT = 3,
  LONG = 4,
  RATIONAL = 5,
  UNDEFINED = 7;

interface Entry {
  readonly tag: number;
  readonly type: number;
  readonly count: number;
  readonly bytes: Uint8Array;
}

/** Numbers of so many bytes each, the lowest byte first. */
function little(size: 2 | 4, ...values: number[]): Uint8Array {
  const out = new Uint8Array(values.length * size),
    view = new DataView(out.buffer);
  values.forEach((value, i) => {
    if (size === 2) view.setUint16(i * 2, value, true);
    else view.setUint32(i * 4, value, true);
  });
  return out;
}
const shorts = (tag: number, ...values: number[]): Entry => ({
  tag,
  type: SHORT,
  count: values.length,
  bytes: little(2, ...values),
});
const longs = (tag: number, ...values: number[]): Entry => ({
  tag,
  type: LONG,
  count: values.length,
  bytes: little(4, ...values),
});
const bytesOf = (tag: number, type: number, bytes: Uint8Array): Entry => ({ tag, type, count: bytes.length, bytes });
const ascii = (tag: number, text: string): Entry => bytesOf(tag, ASCII, strToU8(`${text}\0`));

/** A directory at a place of the file, and behind it what does not fit into its entries (section 2). */
function directory(entries: readonly Entry[], at: number): Uint8Array {
  const sorted = [...entries].sort((a, b) => a.tag - b.tag);
  const parts = [little(2, sorted.length)],
    behind: Uint8Array[] = [];
  let next = at + 2 + sorted.length * 12 + 4;
  for (const { tag, type, count, bytes } of sorted) {
    const value = new Uint8Array(4);
    if (bytes.length <= 4) value.set(bytes);
    else {
      value.set(little(4, next));
      // Each begins at an even place.
      const even = new Uint8Array(bytes.length + (bytes.length % 2));
      even.set(bytes);
      behind.push(even);
      next += even.length;
    }
    parts.push(little(2, tag, type), little(4, count), value);
  }
  return joined([...parts, little(4, 0), ...behind]);
}

/** A drawing whose pictures are no longer for looking at. */
const atOwnResolution = (drawing: Drawing): Drawing => ({
  ...drawing,
  paths: drawing.paths.map((path) => (path.picture ? { ...path, picture: { ...path.picture, whole: true } } : path)),
});

/** The shares of all plates, pixel by pixel, 255 for full, as packed strips. */
async function packedStrips(
  drawing: Drawing,
  plates: readonly Plate[],
  raster: Raster,
  render: RenderPixels,
): Promise<Uint8Array[]> {
  const each = plates.map((plate) => stripsOf(svgElements(plateDrawing(drawing, plate)), '#ffffff', raster, render));
  const packed: Uint8Array[] = [];
  for (;;) {
    let shares: Uint8Array | null = null;
    for (const [n, strips] of each.entries()) {
      const strip = await strips.next();
      if (strip.done) return packed;
      const { rgba } = strip.value,
        pixels = rgba.length / 4;
      shares ??= new Uint8Array(pixels * plates.length);
      for (let i = 0; i < pixels; i++) shares[i * plates.length + n] = 255 - rgba[4 * i]!;
    }
    packed.push(zlibSync(shares!, { level: 6 }));
  }
}

/**
 * Writes a drawing as a TIFF of its plates: cyan, magenta, yellow and black, then each spot ink as a channel of its own,
 * named in their order (TIFF 6.0, sections 16 and 18; packed as its supplement 2 has it), with resolution and profile.
 * It is drawn and packed strip by strip.
 *
 * @returns its bytes, or why there are none, see `rasterSize`
 */
export async function writeTiff(
  drawing: Drawing,
  { dpi, profile }: TiffOptions,
  render: RenderPixels,
): Promise<Result<Uint8Array>> {
  const size = rasterSize(drawing.sheet, dpi);
  if (!size.ok) return size;
  const raster = { ...size.value, dpi };
  const spots = platesOf(drawing).filter(({ of }) => 'spot' in of);
  const plates = [...PROCESS_PLATES, ...spots];
  const strips = await packedStrips(atOwnResolution(drawing), plates, raster, render);
  const first = 8;
  const offsets = strips.map((_, i) => first + strips.slice(0, i).reduce((sum, one) => sum + one.length, 0));
  const used = first + strips.reduce((sum, one) => sum + one.length, 0);
  const at = used + (used % 2);
  // Hundredths of a pixel, so that any resolution can be told.
  const resolution = (tag: number): Entry => ({
    tag,
    type: RATIONAL,
    count: 1,
    bytes: little(4, Math.round(dpi * 100), 100),
  });
  const entries: Entry[] = [
    longs(256, raster.widthPx),
    longs(257, raster.heightPx),
    shorts(258, ...plates.map(() => 8)),
    // Packed by deflate; separated; the samples of a pixel next to each other.
    shorts(259, 8),
    shorts(262, 5),
    ascii(270, drawing.name),
    longs(273, ...offsets),
    shorts(277, plates.length),
    longs(278, rowsOfStrip(raster)),
    longs(279, ...strips.map((one) => one.length)),
    resolution(282),
    resolution(283),
    shorts(284, 1),
    shorts(296, 2),
    ascii(305, 'Under Arc'),
    // The first four are CMYK; what follows is no opacity.
    shorts(332, 1),
    ...(spots.length > 0
      ? [
          ascii(333, plates.map(({ name }) => name).join('\0')),
          shorts(334, plates.length),
          shorts(338, ...spots.map(() => 0)),
        ]
      : []),
    bytesOf(34675, UNDEFINED, profile),
  ];
  return ok(
    joined([
      Uint8Array.from([73, 73, 42, 0]),
      little(4, at),
      ...strips,
      new Uint8Array(at - used),
      directory(entries, at),
    ]),
  );
}
