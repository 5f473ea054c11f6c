import { drawPiece } from '#core/drawing/drawPiece';
import type { PictureFile } from '#core/drawing/pictures';
import { isLettering, isPicture, type Piece } from '#core/piece/types';
import { writeSvg } from '#core/output/svg';
import { pictureAt, type Drawn } from '../../../pictures';
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
  if (
    getRequestHeader(event, 'if-none-match')
      ?.split(',')
      .some((one) => one.trim().replace(/^W\//, '') === etag)
  ) {
    setResponseHeader(event, 'etag', etag);
    setResponseStatus(event, 304);
    return null;
  }
  const { svg, whole } = await pictureAt(pieceId(event), revision, () => drawn(piece));
  // What lacks something is asked for again: a typeface or an image may have been brought since.
  if (whole) setResponseHeader(event, 'etag', etag);
  return svg;
});

/** Draws a piece with its pictures. */
async function drawn(piece: Piece): Promise<Drawn> {
  const pictures = new Map<string, PictureFile>();
  const wanted = new Map(piece.items.filter(isPicture).map((one) => [one.imageId, one]));
  for (const [imageId, { widthPx, heightPx }] of wanted) {
    const image = await findImage(await database(), imageId);
    if (image)
      pictures.set(imageId, {
        format: image.mediaType === 'image/png' ? 'png' : 'jpeg',
        bytes: image.bytes,
        widthPx,
        heightPx,
        rgba: null,
      });
  }
  const ids = [...new Set(piece.items.filter(isLettering).map((one) => one.faceId))];
  const faces = await facesFor(ids);
  return {
    svg: writeSvg(drawPiece(piece, faces, pictures), { decimals: 2 }),
    whole: pictures.size === wanted.size && ids.every((id) => faces.has(id)),
  };
}
