import { findProfile } from '../../data/profiles';
import { notFound } from '../../problem';
import { database } from '../../store';

/** The bytes of a CMYK profile that was added. It is named by its content, so it never changes. */
export default defineEventHandler(async (event) => {
  const bytes = await findProfile(await database(), String(getRouterParam(event, 'id')));
  if (!bytes) throw notFound('profile');
  setResponseHeader(event, 'content-type', 'application/vnd.iccprofile');
  setResponseHeader(event, 'x-content-type-options', 'nosniff');
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable');
  return Buffer.from(bytes);
});
