import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { PNG } from 'pngjs';
import type { PictureFile } from '#core/drawing/pictures';
import type { RenderPixels } from '#core/output/pictures';
import { makePicture } from '#core/piece/make';
import type { Picture } from '#core/piece/types';

/** A PNG whose pixels are given by their place. */
export function pngOf(
  width: number,
  height: number,
  pixel: (x: number, y: number) => readonly [number, number, number, number],
): Buffer {
  const png = new PNG({ width, height });
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) png.data.set(pixel(x, y), (y * width + x) * 4);
  return PNG.sync.write(png);
}

/** Four fields: red and white above, black and a half clear blue below. */
export const fields = (size: number): Buffer =>
  pngOf(size, size, (x, y) =>
    y < size / 2
      ? x < size / 2
        ? [255, 0, 0, 255]
        : [255, 255, 255, 255]
      : x < size / 2
        ? [0, 0, 0, 255]
        : [0, 0, 255, 128],
  );

export const imageIdOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex').slice(0, 32);

let starting: Promise<unknown> | undefined;
export const renderPixels: RenderPixels = async (svg) => {
  await (starting ??= initWasm(readFile(createRequire(import.meta.url).resolve('@resvg/resvg-wasm/index_bg.wasm'))));
  return new Resvg(svg).render().pixels;
};

export const fileOf = (
  bytes: Uint8Array,
  widthPx: number,
  heightPx: number,
  format: PictureFile['format'] = 'png',
): PictureFile => ({ format, bytes, widthPx, heightPx, rgba: null });

/** A picture of an image in the middle of the test sheet. */
export const pictureOf = (bytes: Uint8Array, px: number, changes: Partial<Picture> = {}): Picture => ({
  ...makePicture(
    'picture',
    'Shore',
    { imageId: imageIdOf(bytes), widthPx: px, heightPx: px },
    { widthMm: 84, heightMm: 84, bleedMm: 0 },
  ),
  widthMm: 40,
  ...changes,
});
