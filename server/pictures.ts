import type { PictureFile } from '#core/drawing/pictures';
import { isLettering, isPicture } from '#core/piece/types';
import { findFace } from './data/faces';
import { findImage } from './data/images';
import { findPicture, keepPicture } from './data/pictures';
import type { StoredPiece } from './data/pieces';
import { database } from './store';
import type { DrawJob, Drawn } from './work';
import { drawAside } from './worker';

/** Pictures under way, by piece and revision: asked for again meanwhile, it is the same. */
const underway = new Map<string, Promise<Drawn>>();

/**
 * The picture of a piece: as it is stored, or drawn in a thread of its own and stored. One that is not whole is drawn
 * anew when it is asked for again.
 *
 * @param build another one may draw otherwise
 */
export async function pictureOf(stored: StoredPiece, build: string): Promise<Drawn> {
  const { id, revision } = stored;
  const key = `${id} ${revision}`;
  let drawn = underway.get(key);
  if (!drawn) {
    drawn = foundOrDrawn(stored, build).finally(() => underway.delete(key));
    underway.set(key, drawn);
  }
  return drawn;
}

async function foundOrDrawn(stored: StoredPiece, build: string): Promise<Drawn> {
  const db = await database();
  const known = await findPicture(db, stored.id, stored.revision, build);
  if (known !== null) return { png: known, whole: true };
  const drawn = await drawAside(await jobFor(stored));
  if (drawn.whole) await keepPicture(db, stored.id, stored.revision, build, drawn.png);
  return drawn;
}

/** A piece with what of it does not ship. */
async function jobFor({ piece }: StoredPiece): Promise<DrawJob> {
  const db = await database();
  const images = new Map<string, PictureFile>();
  for (const { imageId, widthPx, heightPx } of piece.items.filter(isPicture)) {
    const image = images.has(imageId) ? null : await findImage(db, imageId);
    if (!image) continue;
    const format = image.mediaType === 'image/png' ? 'png' : 'jpeg';
    images.set(imageId, { format, bytes: image.bytes, widthPx, heightPx, rgba: null });
  }
  const faces = [];
  for (const id of new Set(piece.items.filter(isLettering).map((one) => one.faceId))) {
    const face = await findFace(db, id);
    if (face) faces.push({ id, ...face });
  }
  return { piece, images: [...images], faces };
}
