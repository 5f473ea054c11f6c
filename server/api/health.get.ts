import { statfs } from 'node:fs/promises';
import { MIGRATIONS } from '../migrations';
import { DATA, DATABASE_URL } from '../home';
import { database } from '../store';

/** Whether the server is ready, what it is, and how much room it has: for those who watch over it. */
export default defineEventHandler(async (event) => {
  const ready = await Promise.race([
    database().then((db) => db.query('SELECT 1').then(() => true)),
    new Promise<boolean>((resolve) => setTimeout(resolve, 1000, false)),
  ]).catch(() => false);
  // Of the folder of the database; a server of its own is watched there.
  const room = DATABASE_URL ? null : await statfs(DATA);
  if (!ready) setResponseStatus(event, 503);
  setResponseHeader(event, 'cache-control', 'no-store');
  return {
    ready,
    version: useRuntimeConfig(event)['version'] as string,
    schema: MIGRATIONS.length,
    freeBytes: room && room.bavail * room.bsize,
  };
});
