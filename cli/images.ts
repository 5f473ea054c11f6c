import { imageIdsOf } from '#core/drawing/items/index';
import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { imageSize } from 'image-size';
import type { Pictures } from '#core/drawing/pictures';
import { decodePicture, type RenderPixels } from '#core/output/pictures';
import type { FoundImage } from '#core/output/seriesRow';
import type { CarriedImage, ImageFormat } from '#core/import/pieceFile';
import { isPicture, type Piece } from '#core/piece/types';

const FORMATS: Readonly<Record<string, ImageFormat>> = { png: 'png', jpg: 'jpeg', webp: 'webp' };

/**
 * The images that a piece shows: those that came along with it, and those in a folder called images beside it, known by
 * their content.
 */
export async function imagesFor(
  file: string,
  piece: Piece,
  carried: ReadonlyMap<string, CarriedImage>,
): Promise<CarriedImage[]> {
  const wanted = imageIdsOf(piece, 'all');
  const found = new Map([...carried].filter(([id]) => wanted.has(id)));
  const folder = join(dirname(file), 'images');
  if (found.size < wanted.size)
    for (const name of await readdir(folder).catch(() => [])) {
      const bytes = await readFile(join(folder, name)).catch(() => null);
      const id = bytes && createHash('sha256').update(bytes).digest('hex').slice(0, 32);
      if (!id || !wanted.has(id)) continue;
      const format = FORMATS[imageSize(bytes).type ?? ''];
      if (format) found.set(id, { id, format, bytes });
    }
  return [...found.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** The pictures that a piece prints, decoded, as far as they are at hand. */
export async function picturesOf(
  piece: Piece,
  images: readonly CarriedImage[],
  render: RenderPixels,
): Promise<Pictures> {
  const pictures = new Map();
  for (const { imageId, widthPx, heightPx } of piece.items.filter(isPicture)) {
    const image = images.find((one) => one.id === imageId);
    if (!image || image.format === 'webp' || pictures.has(imageId)) continue;
    const decoded = await decodePicture(
      { format: image.format, bytes: image.bytes, widthPx, heightPx, rgba: null },
      render,
    );
    if (decoded) pictures.set(imageId, decoded);
  }
  return pictures;
}

/** Pixels of a picture beyond which it is not decoded. */
const MOST_PIXELS = 120e6;
/**
 * An image of a file, decoded, under the name that its content gives it; or why it is none. PNG and JPEG are taken as
 * they are.
 */
export async function imageAt(file: string, render: RenderPixels): Promise<FoundImage | string> {
  const said = `“${basename(file)}”`;
  try {
    const bytes = await readFile(file);
    const { width, height, type = '' } = imageSize(bytes);
    if (width * height > MOST_PIXELS)
      return `${said} has ${width} × ${height} pixels, which is too many. Save it smaller.`;
    const format = FORMATS[type];
    if (format === 'png' || format === 'jpeg') {
      const decoded = await decodePicture({ format, bytes, widthPx: width, heightPx: height, rgba: null }, render);
      const imageId = createHash('sha256').update(bytes).digest('hex').slice(0, 32);
      if (decoded) return { imageId, file: decoded };
    }
  } catch {
    // What cannot be read is told of as one that is none.
  }
  return `${said} is neither a PNG nor a JPEG picture, or it is damaged. Save it anew as one of these.`;
}
