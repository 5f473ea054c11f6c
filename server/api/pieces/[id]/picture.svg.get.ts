import { drawPiece } from '#core/drawing/drawPiece';
import type { PictureFile } from '#core/drawing/pictures';
import { isLettering, isPicture, type Piece } from '#core/piece/types';
import { writeSvg } from '#core/output/svg';
import { pictureAt } from '../../../pictures';
import { pieceId, requestedPiece } from '../../../reading';
import { findImage } from '../../../data/images';
import { database, facesFor } from '../../../store';

/** The piece as a small picture: the same outlines as every file, at 0.01 mm. */
export default defineEventHandler(async (event) => {
  const { piece, revision } = await requestedPiece(event);
  setResponseHeader(event, 'content-type', 'image/svg+xml; charset=utf-8');
  setResponseHeader(event, 'cache-control', 'private, no-cache');
  // Another build may draw otherwise.
  const etag = `"${revision}-${useRuntimeConfig(event).app.buildId}"`;
  setResponseHeader(event, 'etag', etag);
  if (getRequestHeader(event, 'if-none-match')?.split(',').some((one) => one.trim().replace(/^W\//, '') === etag)) {
    setResponseStatus(event, 304);
    return null;
  }
  return pictureAt(pieceId(event), revision, () => drawn(piece));
});

/** Draws a piece with its pictures. */
async function drawn(piece: Piece): Promise<string> {
  const pictures = new Map<string, PictureFile>();
  for (const { imageId, widthPx, heightPx } of piece.items.filter(isPicture)) {
    const image = pictures.has(imageId) ? null : await findImage(await database(), imageId);
    if (image) pictures.set(imageId, { format: image.mediaType === 'image/png' ? 'png' : 'jpeg', bytes: image.bytes, widthPx, heightPx, rgba: null });
  }
  return writeSvg(drawPiece(piece, await facesFor(piece.items.filter(isLettering).map((one) => one.faceId)), pictures), { decimals: 2 });
}
