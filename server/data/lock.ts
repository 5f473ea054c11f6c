import { closeSync, ftruncateSync, mkdirSync, openSync, readFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
// @ts-expect-error -- the package brings no types
import * as native from 'fs-native-extensions';

/** Locks an open file for its handle alone; false where another one holds it. */
const { tryLock, unlock } = native as {
  readonly tryLock: (handle: number) => boolean;
  readonly unlock: (handle: number) => void;
};

/**
 * Takes the data folder for this process. PGlite opens one folder in two processes without a word and then
 * overwrites commits, so nothing may be opened before this.
 *
 * The operating system holds the lock, on an open file: it ends with the process, however that ends, so that nothing is left
 * behind that would have to be judged, and two that start at once cannot both have it.
 *
 * @returns what gives the folder back, or the number of the process that has it (null where it has not said so yet)
 */
export function takeLock(folder: string): { readonly release: () => void } | { readonly heldBy: number | null } {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'in-use.lock');
  const handle = openSync(file, 'a+');
  if (!tryLock(handle)) {
    closeSync(handle);
    return { heldBy: Number.parseInt(readFileSync(file, 'utf8'), 10) || null };
  }
  // For the message of whoever comes next; the lock itself is not in the text.
  ftruncateSync(handle);
  writeSync(handle, `${process.pid}\n`);
  return {
    release: () => {
      unlock(handle);
      closeSync(handle);
    },
  };
}
