import { problem } from '../problem';
import { database, isAdmin } from '../store';

/** The whole database as an archive, for `bin/backup`, which shows the key that lies in the data folder. */
export default defineEventHandler(async (event) => {
  if (!isAdmin(getRequestHeader(event, 'x-under-arc-key')))
    throw problem(403, {
      code: 'not-allowed',
      message: 'Back-ups are made by bin/backup on the machine of the server.',
    });
  setResponseHeader(event, 'content-type', 'application/gzip');
  return (await database()).dump();
});
