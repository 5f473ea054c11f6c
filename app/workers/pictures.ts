import { imageIdsOf } from '#core/drawing/items/index';
import type { PictureFile, Pictures } from '#core/drawing/pictures';
import { decodePicture } from '#core/output/pictures';
import type { CarriedImage, ImageFormat } from '#core/import/pieceFile';
import { isPicture, type Piece } from '#core/piece/types';
import { renderPixels } from './rasteriser';

const known = new Map<string, Promise<PictureFile | null>>();

async function fetched(imageId: string): Promise<{ readonly bytes: Uint8Array; readonly type: string } | null> {
  const response = await fetch(`/api/images/${imageId}`);
  return response.ok
    ? { bytes: new Uint8Array(await response.arrayBuffer()), type: response.headers.get('content-type') ?? '' }
    : null;
}

/** The images of the pictures that a piece prints, with their pixels, as far as they can be had. */
export async function picturesFor(piece: Piece): Promise<Pictures> {
  const wanted = new Map(
    piece.items
      .filter(isPicture)
      .filter((one) => !one.hidden)
      .map((one) => [one.imageId, one]),
  );
  const found = await Promise.all(
    [...wanted].map(async ([imageId, { widthPx, heightPx }]) => {
      if (!known.has(imageId)) {
        known.set(
          imageId,
          (async () => {
            const image = await fetched(imageId);
            return (
              image &&
              decodePicture(
                {
                  format: image.type === 'image/png' ? 'png' : 'jpeg',
                  bytes: image.bytes,
                  widthPx,
                  heightPx,
                  rgba: null,
                },
                renderPixels,
              )
            );
          })(),
        );
      }
      const file = await known.get(imageId)!.catch(() => null);
      // What could not be had just now may be there later.
      if (!file) known.delete(imageId);
      return file && ([imageId, file] as const);
    }),
  );
  return new Map(found.filter((one) => one !== null));
}

const present = new Set<string>();
/** Images of a piece that the server does not have. */
export async function absentImages(piece: Piece): Promise<Set<string>> {
  const asked = [...imageIdsOf(piece, 'printed')].filter((id) => !present.has(id));
  const absent = await Promise.all(
    asked.map(async (id) => {
      // The bench has shown it already, so it comes out of the browser's own store.
      const { status, body } = await fetch(`/api/images/${id}`);
      await body?.cancel();
      if (status !== 404) present.add(id);
      return status === 404 ? id : null;
    }),
  );
  return new Set(absent.filter((one) => one !== null));
}

/** Every image that a piece shows, those to trace too, as it goes along with the piece. */
export async function imagesOf(piece: Piece): Promise<CarriedImage[]> {
  const ids = [...imageIdsOf(piece, 'all')].sort();
  const images = await Promise.all(
    ids.map(async (id): Promise<CarriedImage | null> => {
      const image = await fetched(id);
      return image && { id, format: image.type.replace('image/', '') as ImageFormat, bytes: image.bytes };
    }),
  );
  return images.filter((one) => one !== null);
}
