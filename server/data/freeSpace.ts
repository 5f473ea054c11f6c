import { statfsSync } from 'node:fs';

/**
 * Space that must be free before anything is written, bytes: three segments of PostgreSQL's log. Where it cannot make a
 * new segment, PGlite never answers again.
 */
export const LEAST_FREE_BYTES = 48 * 2 ** 20;

/**
 * What is free on the disk of a folder for this user, bytes. Asked for at once: the answer takes a microsecond, to hand
 * the question to another thread and back takes a hundred.
 */
export function freeBytesOf(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}

/**
 * Does nothing where there is room to write.
 *
 * @throws an error with the code ENOSPC, as the file system does
 */
export function needSpace(folder: string, freeBytes = freeBytesOf): void {
  if (freeBytes(folder) < LEAST_FREE_BYTES)
    throw Object.assign(new Error(`less than ${LEAST_FREE_BYTES / 2 ** 20} MB are free`), { code: 'ENOSPC' });
}
