import { open, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { MIGRATIONS } from '../migrations';

/** What runs within one transaction. */
export interface Transaction {
  readonly query: <T>(sql: string, values?: unknown[]) => Promise<{ rows: T[] }>;
}

/** The open database. `write` and `transact` resolve only after the commit has been handed to the disk. */
export interface Database {
  readonly query: <T>(sql: string, values?: unknown[]) => Promise<T[]>;
  /** One statement that changes something: a transaction of its own. */
  readonly write: <T>(sql: string, values?: unknown[]) => Promise<T[]>;
  readonly transact: <T>(work: (tx: Transaction) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
  /** Whether the database was made by this opening. */
  readonly isNew: boolean;
}

async function flush(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/**
 * Hands the write-ahead log to the disk. PGlite runs PostgreSQL with fsync off; a killed process loses nothing
 * by that, a power cut could, and the log is what PostgreSQL recovers from.
 */
async function flushLog(folder: string): Promise<void> {
  const log = join(folder, 'pg_wal');
  const segments = (await readdir(log)).filter((name) => /^[0-9A-F]{24}$/.test(name));
  await Promise.all(segments.map((name) => flush(join(log, name))));
  await flush(log);
}

async function migrate(db: PGlite): Promise<boolean> {
  await db.exec('CREATE TABLE IF NOT EXISTS schema_version (version integer NOT NULL)');
  const { rows } = await db.query<{ version: number }>('SELECT version FROM schema_version');
  const version = rows[0]?.version ?? 0;
  for (let i = version; i < MIGRATIONS.length; i++) {
    await db.transaction(async (tx) => {
      await tx.exec(MIGRATIONS[i]!);
      await tx.exec('DELETE FROM schema_version');
      await tx.query('INSERT INTO schema_version VALUES ($1)', [i + 1]);
    });
  }
  return version === 0;
}

/**
 * Opens the database in a folder, making and migrating it as needed. Take the lock before: see lock.ts.
 *
 * @param folder an existing folder of the data folder; '' keeps everything in memory, for tests
 */
export async function openDatabase(folder: string): Promise<Database> {
  const db = folder ? await PGlite.create(folder) : await PGlite.create();
  const isNew = await migrate(db);
  return {
    isNew,
    query: async <T>(sql: string, values: unknown[] = []) => (await db.query<T>(sql, values)).rows,
    async write<T>(sql: string, values: unknown[] = []) {
      const { rows } = await db.query<T>(sql, values);
      if (folder) await flushLog(folder);
      return rows;
    },
    async transact(work) {
      const result = await db.transaction(work);
      if (folder) await flushLog(folder);
      return result as Awaited<ReturnType<typeof work>>;
    },
    close: () => db.close(),
  };
}
