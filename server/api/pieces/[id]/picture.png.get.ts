import { pictureOf } from '../../../pictures';
import { requestedHead } from '../../../reading';
import { desk } from '../../../store';
import { notFound } from '../../../problem';

/** The piece as a small picture, of the same outlines as every file. */
export default defineEventHandler(async (event) => {
  const { id, revision } = await requestedHead(event);
  setResponseHeader(event, 'content-type', 'image/png');
  setResponseHeader(event, 'cache-control', 'private, no-cache');
  // Another build may draw otherwise.
  const build = String(useRuntimeConfig(event).app.buildId);
  const etag = `"${revision}-${build}"`;
  if (
    getRequestHeader(event, 'if-none-match')
      ?.split(',')
      .some((one) => one.trim().replace(/^W\//, '') === etag)
  ) {
    setResponseHeader(event, 'etag', etag);
    setResponseStatus(event, 304);
    return null;
  }
  const stored = await (await desk()).find(id);
  if (!stored) throw notFound('piece');
  const { png, whole } = await pictureOf(stored, build);
  // What lacks something is asked for again: a typeface or an image may have been brought since.
  if (whole) setResponseHeader(event, 'etag', `"${stored.revision}-${build}"`);
  return Buffer.from(png);
});
