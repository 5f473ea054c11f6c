import { encode } from 'fast-png';
import type { PictureFile } from '../drawing/pictures';
import type { PaintedPicture } from '../drawing/sink';
import { asPrinted, opacityOf, separate, tintOf } from '../ink/separate';
import { dataUri } from './base64';

const uris = new WeakMap<PictureFile, string>();
/** The image of a picture as it came, as a data URI. */
export function pictureUri(file: PictureFile): string {
  let uri = uris.get(file);
  if (!uri) uris.set(file, (uri = dataUri(`image/${file.format}`, file.bytes)));
  return uri;
}

/** Draws an SVG of a size in pixels: red, green, blue and opacity of each, the colours multiplied by it. */
export type RenderPixels = (svg: string) => Promise<Uint8Array>;

/**
 * A picture with its pixels, decoded by whoever draws SVG; null where the bytes cannot be decoded. Each pixel is drawn
 * onto one pixel, so that nothing is resampled.
 */
export async function decodePicture(file: PictureFile, render: RenderPixels): Promise<PictureFile | null> {
  const { widthPx: w, heightPx: h } = file;
  const size = `width="${w}" height="${h}"`;
  const pixels = await render(
    `<svg xmlns="http://www.w3.org/2000/svg" ${size} viewBox="0 0 ${w} ${h}"><image ${size} image-rendering="optimizeSpeed" preserveAspectRatio="none" href="${pictureUri(file)}"/></svg>`,
  );
  if (pixels.length !== w * h * 4) return null;
  const rgba = new Uint8Array(pixels);
  // What cannot be decoded is left out of a drawing: then nothing is there.
  if (!rgba.some((value) => value !== 0)) return null;
  for (let i = 0; i < rgba.length; i += 4) {
    const opacity = rgba[i + 3]!;
    if (opacity > 0 && opacity < 255)
      for (let channel = 0; channel < 3; channel++)
        rgba[i + channel] = Math.min(255, Math.round((rgba[i + channel]! * 255) / opacity));
  }
  return { ...file, rgba };
}

/** Longest side of a picture of one plate, in pixels: it is for looking at. */
const PLATE_PX = 1400;

/** The pixels of a picture as a PDF takes them. */
export interface Planes {
  /** 4 for process inks, 1 for the share of a spot ink. */
  readonly components: 1 | 4;
  /** Shares of ink, 255 for 100 %. */
  readonly inks: Uint8Array;
  /** Opacity of each pixel; null where all are opaque. */
  readonly opacity: Uint8Array | null;
}

const rgbaOf = ({ rgba }: PictureFile): Uint8Array => {
  if (!rgba) throw new Error('The pixels of a picture were not asked for.');
  return rgba;
};

/** Separates a picture: into process inks, or into the shares of its one ink. */
export function planesOf(file: PictureFile, { ink, stock, mostInk }: PaintedPicture): Planes {
  const rgba = rgbaOf(file),
    opacity = opacityOf(rgba);
  if (!ink) return { components: 4, inks: separate(rgba, stock, mostInk), opacity };
  const tint = tintOf(rgba);
  if (ink.kind === 'spot')
    return { components: 1, inks: ink.share === 1 ? tint : tint.map((one) => Math.round(one * ink.share)), opacity };
  // A mix of process inks keeps its mix in every tint.
  const inks = new Uint8Array(tint.length * 4);
  for (let n = 0; n < tint.length; n++)
    for (let i = 0; i < 4; i++) inks[4 * n + i] = Math.round((tint[n]! * ink.cmyk[i]!) / 100);
  return { components: 4, inks, opacity };
}

/** A picture made smaller by a whole number, each pixel the mean of those it stands for. */
function smaller(
  { widthPx, heightPx }: PictureFile,
  rgba: Uint8Array,
  mostPx: number,
): { readonly width: number; readonly height: number; readonly rgba: Uint8Array } {
  const step = Math.ceil(Math.max(widthPx, heightPx) / mostPx) || 1;
  if (step === 1) return { width: widthPx, height: heightPx, rgba };
  const width = Math.ceil(widthPx / step),
    height = Math.ceil(heightPx / step),
    out = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let channel = 0; channel < 4; channel++) {
        let sum = 0,
          count = 0;
        for (let v = y * step; v < Math.min(heightPx, (y + 1) * step); v++)
          for (let u = x * step; u < Math.min(widthPx, (x + 1) * step); u++) {
            sum += rgba[4 * (v * widthPx + u) + channel]!;
            count++;
          }
        out[4 * (y * width + x) + channel] = Math.round(sum / count);
      }
  return { width, height, rgba: out };
}

/** The pixels of a picture, made smaller where it has more than `mostPx` on its longer side. */
export const pixelsOf = (file: PictureFile, mostPx: number): ReturnType<typeof smaller> =>
  smaller(file, rgbaOf(file), mostPx);

const shown = new WeakMap<PictureFile, Map<string, string>>();

interface Shown {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
  readonly channels: 2 | 4;
}

function remembered(
  file: PictureFile,
  key: string,
  whole: boolean,
  make: (small: ReturnType<typeof smaller>) => Shown,
): string {
  let known = shown.get(file);
  if (!known) shown.set(file, (known = new Map()));
  let uri = known.get(key);
  if (!uri)
    known.set(
      key,
      (uri = dataUri(
        'image/png',
        encode({ ...make(smaller(file, rgbaOf(file), whole ? Infinity : PLATE_PX)), depth: 8 }),
      )),
    );
  return uri;
}

/**
 * One process plate of a picture in its own colours, in shades of grey, as a data URI.
 *
 * @param picture its paper, its total ink limit, and whether at its own resolution, not at that for looking at
 */
export function plateUri(
  file: PictureFile,
  channel: 0 | 1 | 2 | 3,
  { stock, mostInk, whole = false }: Pick<PaintedPicture, 'stock' | 'mostInk' | 'whole'>,
): string {
  const key = `${channel} ${stock} ${mostInk}${whole ? ' whole' : ''}`;
  return remembered(file, key, whole, ({ width, height, rgba }) => {
    const inks = separate(rgba, stock, mostInk),
      data = new Uint8Array(width * height * 2);
    for (let n = 0; n < width * height; n++) {
      data[2 * n] = 255 - inks[4 * n + channel]!;
      data[2 * n + 1] = rgba[4 * n + 3]!;
    }
    return { width, height, data, channels: 2 };
  });
}

/** A picture in its own colours as it will look in print, as a data URI. */
export const printedUri = (file: PictureFile, { stock, mostInk }: Pick<PaintedPicture, 'stock' | 'mostInk'>): string =>
  remembered(file, `printed ${stock} ${mostInk}`, false, ({ width, height, rgba }) => ({
    width,
    height,
    data: asPrinted(rgba, stock, mostInk),
    channels: 4,
  }));

/** Shares of ink as they come out on white paper where a picture is not opaque. */
export function onWhite(inks: Uint8Array, opacity: Uint8Array): Uint8Array {
  const each = inks.length / opacity.length;
  return inks.map((share, i) => Math.round((share * opacity[Math.floor(i / each)]!) / 255));
}
