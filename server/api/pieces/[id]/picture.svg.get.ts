import { drawPiece } from '#core/drawing/drawPiece';
import { isLettering } from '#core/piece/types';
import { writeSvg } from '#core/output/svg';
import { requestedPiece } from '../../../reading';
import { facesFor } from '../../../store';

/** The piece as a small picture: the same outlines as every file, at 0.01 mm. */
export default defineEventHandler(async (event) => {
  const { piece, revision } = await requestedPiece(event);
  setResponseHeader(event, 'content-type', 'image/svg+xml; charset=utf-8');
  setResponseHeader(event, 'cache-control', 'private, no-cache');
  setResponseHeader(event, 'etag', `"${revision}"`);
  return writeSvg(drawPiece(piece, await facesFor(piece.items.filter(isLettering).map((one) => one.faceId))), { decimals: 2 });
});
