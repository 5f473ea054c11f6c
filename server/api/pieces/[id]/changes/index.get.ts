import { changesSince } from '../../../../data/changes';
import { problem } from '../../../../problem';
import { requestedPiece } from '../../../../reading';
import { database } from '../../../../store';

/**
 * A page of the changes made after the revision `since`, oldest first; `revision` is that of the piece now. Where the
 * first is not the next one, those between are no longer known.
 */
export default defineEventHandler(async (event) => {
  const since = Number(getQuery(event)['since'] ?? 0);
  if (!Number.isInteger(since) || since < 0) {
    throw problem(400, { code: 'wrong-field', field: 'since', message: 'since must be a revision number, 0 or more.' });
  }
  const { id, revision } = await requestedPiece(event);
  return { revision, lines: await changesSince(await database(), id, since) };
});
