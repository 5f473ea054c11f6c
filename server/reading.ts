import { getRouterParam, type H3Event } from 'h3';
import type { StoredPiece } from './data/pieces';
import { notFound } from './problem';
import { desk } from './store';

/** The id in the address of a request. */
export const pieceId = (event: H3Event): string => getRouterParam(event, 'id') ?? '';

/** The piece that a request is about; 404 when there is none. */
export async function requestedPiece(event: H3Event): Promise<StoredPiece> {
  const found = await (await desk()).find(pieceId(event));
  if (!found) throw notFound('piece');
  return found;
}
