import { PROFILE_BYTES } from '#core/ink/icc/readProfile';
import { readBytes } from '../../body';
import { keepProfile } from '../../data/profiles';
import { problem } from '../../problem';
import { database } from '../../store';

/** Keeps a CMYK profile of a printer. The body is the file. */
export default defineEventHandler(async (event) => {
  const kept = await keepProfile(await database(), await readBytes(event, PROFILE_BYTES));
  if (!kept.ok) throw problem(422, { ...kept.problem });
  setResponseStatus(event, 201);
  return kept.value;
});
