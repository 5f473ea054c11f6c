import { cutTo } from '#core/fields/wellFormed';
import { keepFace } from '../../data/faces';
import { MAX_FONT, readFontFile } from '../../data/fontFile';
import { readBytes } from '../../body';
import { problem } from '../../problem';
import { database } from '../../store';

/** Keeps a font that a person brings. The body is the file; its name is asked for in `name`. */
export default defineEventHandler(async (event) => {
  const font = await readFontFile(
    await readBytes(event, MAX_FONT),
    cutTo(String(getQuery(event)['name'] ?? 'Unnamed'), 200),
  );
  if (!font.ok) throw problem(422, { ...font.problem });
  await keepFace(await database(), font.value);
  setResponseStatus(event, 201);
  const { id, name, embedding } = font.value;
  return { id, name, embedding };
});
