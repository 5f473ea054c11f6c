import { keepImage, MAX_IMAGE, readImage } from '../../data/images';
import { readBytes } from '../../body';
import { problem } from '../../problem';
import { database } from '../../store';

/** Keeps a picture to trace. The body is the bytes of a PNG, JPEG or WebP file. */
export default defineEventHandler(async (event) => {
  const image = readImage(await readBytes(event, MAX_IMAGE));
  if (!image.ok) throw problem(422, { ...image.problem });
  await keepImage(await database(), image.value);
  setResponseStatus(event, 201);
  const { id, widthPx, heightPx } = image.value;
  return { id, widthPx, heightPx };
});
