import { statSync } from 'node:fs';
import { open, readdir, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';

/** Names of the segments of the log (PostgreSQL 17, 68.6). */
const SEGMENT = /^[0-9A-F]{24}$/;

/** A folder whose clock stands still may have changed since: its time is believed only when it is so old, ms. */
const SETTLED_MS = 1000;

/** A file, or null where it was recycled meanwhile: then nothing new is in it. */
const opened = (path: string): Promise<FileHandle | null> =>
  open(path, 'r').catch((error: unknown) => {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  });

/**
 * The write-ahead log of a PGlite folder, handed to the disk after each commit. PGlite runs PostgreSQL with fsync off;
 * a killed process loses nothing by that, a power cut could, and the log is what PostgreSQL recovers from.
 *
 * Its segments stay open: to open and close each of them cost more than all else of a save.
 */
export class WriteAheadLog {
  private readonly segments = new Map<string, FileHandle>();
  private last: Promise<void> = Promise.resolve();
  /** When the folder had changed as it was last read through, ms; 0 where it may have changed since. */
  private readAt = 0;

  constructor(private readonly folder: string) {}

  /** Hands over all that is written by now. One call waits for the one before. */
  flush(): Promise<void> {
    const next = this.last.catch(() => undefined).then(() => this.run());
    this.last = next;
    return next;
  }

  /** Opens what is new among the segments and closes what is gone. */
  private async follow(): Promise<boolean> {
    // At once: it takes a microsecond, by way of another thread a hundred.
    const { mtimeMs } = statSync(this.folder);
    if (mtimeMs === this.readAt) return false;
    this.readAt = Date.now() - mtimeMs > SETTLED_MS ? mtimeMs : 0;
    const names = new Set((await readdir(this.folder)).filter((name) => SEGMENT.test(name)));
    let changed = false;
    // Names are never used again: a segment that is recycled gets a new one.
    for (const [name, handle] of this.segments)
      if (!names.has(name)) {
        this.segments.delete(name);
        changed = true;
        await handle.close();
      }
    for (const name of names) {
      if (this.segments.has(name)) continue;
      const handle = await opened(join(this.folder, name));
      if (!handle) continue;
      this.segments.set(name, handle);
      changed = true;
    }
    return changed;
  }

  private async run(): Promise<void> {
    const changed = await this.follow();
    await Promise.all([...this.segments.values()].map((handle) => handle.datasync()));
    if (!changed) return;
    const folder = await open(this.folder, 'r');
    try {
      await folder.sync();
    } finally {
      await folder.close();
    }
  }

  async close(): Promise<void> {
    await this.last.catch(() => undefined);
    for (const handle of this.segments.values()) await handle.close();
    this.segments.clear();
  }
}
