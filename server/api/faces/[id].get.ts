import { findFace } from '../../data/faces';
import { notFound } from '../../problem';
import { database } from '../../store';

/** The bytes of a face that was brought. It is named by its content, so it never changes. */
export default defineEventHandler(async (event) => {
  const face = await findFace(await database(), String(getRouterParam(event, 'id')));
  if (!face) throw notFound('typeface');
  setResponseHeader(event, 'content-type', 'font/sfnt');
  setResponseHeader(event, 'x-content-type-options', 'nosniff');
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable');
  return Buffer.from(face.bytes);
});
