import { list, object, text } from '#core/fields/index';
import { loggedIds } from '../../../../data/changes';
import { readValid } from '../../../../body';
import { requestedHead } from '../../../../reading';
import { database } from '../../../../store';

/** So many can be asked for at once. */
const MOST = { min: 0, max: 20_000 };
const asked = object({ ids: list(text('shortName'), MOST) });

/** Which changes of those asked for are in the log. A page asks that has lost an answer, or was closed before it. */
export default defineEventHandler(async (event) => {
  const { ids } = await readValid(event, asked);
  const { id } = await requestedHead(event);
  return { ids: [...(await loggedIds(await database(), id, ids))] };
});
