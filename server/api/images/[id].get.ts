import { findImage } from '../../data/images';
import { notFound } from '../../problem';
import { database } from '../../store';

/** The bytes of a stored picture. It is named by its content, so it never changes. */
export default defineEventHandler(async (event) => {
  const image = await findImage(await database(), String(getRouterParam(event, 'id')));
  if (!image) throw notFound('picture');
  setResponseHeader(event, 'content-type', image.mediaType);
  setResponseHeader(event, 'x-content-type-options', 'nosniff');
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable');
  return Buffer.from(image.bytes);
});
