import { changesSince } from '../../../data/changes';
import { problem } from '../../../problem';
import { requestedPiece } from '../../../reading';
import { database } from '../../../store';

/** Changes made after the revision `since`, oldest first. */
export default defineEventHandler(async (event) => {
  const since = Number(getQuery(event)['since'] ?? 0);
  if (!Number.isInteger(since) || since < 0) {
    throw problem(400, { code: 'wrong-field', field: 'since', message: 'since must be a revision number, 0 or more.' });
  }
  const { id } = await requestedPiece(event);
  return { lines: await changesSince(await database(), id, since) };
});
