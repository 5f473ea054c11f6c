import { closeSync, fsyncSync, openSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { MIGRATIONS } from '../migrations';

/** What runs within one transaction. */
export interface Transaction {
  readonly query: <T>(sql: string, values?: unknown[]) => Promise<{ rows: T[] }>;
}

/** The open database. `transact` resolves only after the commit has been handed to the disk. */
export interface Database {
  readonly query: <T>(sql: string, values?: unknown[]) => Promise<T[]>;
  readonly transact: <T>(work: (tx: Transaction) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
  /** Whether the database was made by this opening. */
  readonly isNew: boolean;
}

function flush(path: string): void {
  const handle = openSync(path, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/**
 * Hands the write-ahead log to the disk. PGlite runs PostgreSQL with fsync off; a killed process loses nothing
 * by that, a power cut could, and the log is what PostgreSQL recovers from.
 */
function flushLog(folder: string): void {
  const log = join(folder, 'pg_wal');
  for (const name of readdirSync(log)) {
    if (/^[0-9A-F]{24}$/.test(name)) flush(join(log, name));
  }
  flush(log);
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
    async transact(work) {
      const result = await db.transaction(work);
      if (folder) flushLog(folder);
      return result as Awaited<ReturnType<typeof work>>;
    },
    close: () => db.close(),
  };
}
