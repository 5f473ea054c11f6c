import { statfs } from 'node:fs/promises';

/**
 * Space that must be free before anything is written, bytes: three segments of PostgreSQL's log. Where it cannot make a
 * new segment, PGlite never answers again.
 */
export const LEAST_FREE_BYTES = 48 * 2 ** 20;

/** What is free on the disk of a folder for this user, bytes. */
export async function freeBytesOf(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

/**
 * Waits for nothing where there is room to write.
 *
 * @throws an error with the code ENOSPC, as the file system does
 */
export async function needSpace(folder: string, freeBytes = freeBytesOf): Promise<void> {
  if ((await freeBytes(folder)) < LEAST_FREE_BYTES)
    throw Object.assign(new Error(`less than ${LEAST_FREE_BYTES / 2 ** 20} MB are free`), { code: 'ENOSPC' });
}
