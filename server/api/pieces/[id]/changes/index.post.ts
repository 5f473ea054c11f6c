import { readValid } from '../../../../body';
import { announce } from '../../../../events';
import { problem } from '../../../../problem';
import { pieceId } from '../../../../reading';
import { sentChanges } from '../../../../sentChanges';
import { desk } from '../../../../store';

/** What is told with each problem. */
const STATUS: Readonly<Record<string, number>> = { 'not-found': 404, 'stale': 409, 'reload': 409, 'same-change': 409 };

/**
 * Keeps changes. Answers with the new revision once they are committed, and with what others had changed before them;
 * 409 with the changes made since when these concern the same, so that the sender can catch up and send again.
 */
export default defineEventHandler(async (event) => {
  const { clientId, baseRevision, changes } = await readValid(event, sentChanges);
  const id = pieceId(event);
  const done = await (await desk()).commit(id, clientId, baseRevision, changes);
  if (!done.ok) {
    const { code, message, field, value } = done.problem;
    throw problem(STATUS[code] ?? 422, { code, message, field, ...(code === 'stale' && { lines: value }) });
  }
  const { revision, before, lines } = done.value;
  announce(id, { kind: 'changed', revision, lines });
  return { revision, lines: before };
});
