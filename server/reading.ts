import { getRouterParam, type H3Event } from 'h3';
import { headOf, type StoredPiece } from './data/pieces';
import { notFound } from './problem';
import { database, desk } from './store';

/** The id in the address of a request. */
export const pieceId = (event: H3Event): string => getRouterParam(event, 'id') ?? '';

/** The revision of the piece that a request is about, without reading it; 404 when there is none. */
export async function requestedHead(event: H3Event): Promise<{ readonly id: string; readonly revision: number }> {
  const id = pieceId(event);
  const revision = await headOf(await database(), id);
  if (revision === null) throw notFound('piece');
  return { id, revision };
}

/** The piece that a request is about; 404 when there is none. */
export async function requestedPiece(event: H3Event): Promise<StoredPiece> {
  const found = await (await desk()).find(pieceId(event));
  if (!found) throw notFound('piece');
  return found;
}
