import { MIGRATIONS } from '../migrations';
import { DATA, DATABASE_URL } from '../home';
import { freeBytesOf } from '../data/freeSpace';
import { withoutPicture } from '../data/pictures';
import { database } from '../store';

/** Whether the server is ready, what it is, and how much room it has: for those who watch over it. */
export default defineEventHandler(async (event) => {
  const build = String(useRuntimeConfig(event).app.buildId);
  const due = await Promise.race([
    database().then((db) => withoutPicture(db, build, { restMs: 0, except: [], most: 10_000 })),
    new Promise<null>((resolve) => setTimeout(resolve, 1000, null)),
  ]).catch(() => null);
  const ready = due !== null;
  // Of the folder of the database; a server of its own is watched there.
  const freeBytes = DATABASE_URL ? null : freeBytesOf(DATA);
  if (!ready) setResponseStatus(event, 503);
  setResponseHeader(event, 'cache-control', 'no-store');
  return {
    ready,
    version: useRuntimeConfig(event)['version'] as string,
    schema: MIGRATIONS.length,
    freeBytes,
    picturesDue: due && due.length,
  };
});
