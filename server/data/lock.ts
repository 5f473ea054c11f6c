import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

interface Holder {
  pid: number;
  started: string;
}

/** When a process started, in clock ticks since boot; tells a process from a later one with the same number. */
function startOf(pid: number): string {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? '';
  } catch {
    return '';
  }
}

function isAlive({ pid, started }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  return started === '' || startOf(pid) === started;
}

const isTaken = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'EEXIST';

/**
 * Takes the data folder for this process. PGlite opens one folder in two processes without a word and then
 * overwrites commits, so nothing may be opened before this.
 *
 * @returns what gives the folder back, or the number of the process that has it. A lock left behind by a
 *   process that is gone is taken over.
 */
export function takeLock(folder: string): { readonly release: () => void } | { readonly heldBy: number } {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'in-use.json');
  const mine = JSON.stringify({ pid: process.pid, started: startOf(process.pid) } satisfies Holder);
  for (let attempt = 0; attempt < 2; attempt++) {
    try {
      writeFileSync(file, mine, { flag: 'wx' });
      return { release: () => rmSync(file, { force: true }) };
    } catch (error) {
      if (!isTaken(error)) throw error;
    }
    let holder: Holder | null = null;
    try {
      holder = JSON.parse(readFileSync(file, 'utf8')) as Holder;
    } catch {
      /* half written by a process that died */
    }
    if (holder && isAlive(holder)) return { heldBy: holder.pid };
    rmSync(file, { force: true });
  }
  return { heldBy: 0 };
}
