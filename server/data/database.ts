import { cp, open, readdir, rename, rm, stat } from 'node:fs/promises';
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
  /** All of it, as a compressed archive that `restoreDatabase` takes; while others go on. */
  readonly dump: () => Promise<Buffer>;
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

/** The number of the last migration that was run; 0 for a new database. */
async function schemaOf(db: PGlite): Promise<number> {
  await db.exec('CREATE TABLE IF NOT EXISTS schema_version (version integer NOT NULL)');
  const { rows } = await db.query<{ version: number }>('SELECT version FROM schema_version');
  return rows[0]?.version ?? 0;
}

async function migrate(db: PGlite, from: number): Promise<void> {
  for (let i = from; i < MIGRATIONS.length; i++) {
    await db.transaction(async (tx) => {
      await tx.exec(MIGRATIONS[i]!);
      await tx.exec('DELETE FROM schema_version');
      await tx.query('INSERT INTO schema_version VALUES ($1)', [i + 1]);
    });
  }
}

/** A database that a newer version of Under Arc has made its own. */
class NewerSchema extends Error {
  constructor(readonly schema: number) {
    super(
      `it is of a newer Under Arc (schema ${schema}; this one knows up to ${MIGRATIONS.length}). Start that version, or restore a back-up of this one`,
    );
  }
}

/** Copies a closed database beside itself, once, before it is changed for good. */
async function copyBefore(folder: string, schema: number): Promise<void> {
  const copy = `${folder}-schema-${schema}`;
  const draft = `${copy}.part`;
  if (await stat(copy).catch(() => null)) return;
  await rm(draft, { recursive: true, force: true });
  await cp(folder, draft, { recursive: true });
  await rename(draft, copy);
}

/**
 * Opens the database in a folder, making and migrating it as needed. Take the lock before: see lock.ts.
 *
 * Before an older one is migrated it is copied beside itself.
 *
 * @param folder an existing folder of the data folder; '' keeps everything in memory, for tests
 * @throws NewerSchema, leaving everything as it is
 */
export async function openDatabase(folder: string): Promise<Database> {
  let db = folder ? await PGlite.create(folder) : await PGlite.create();
  const schema = await schemaOf(db);
  if (schema > MIGRATIONS.length) {
    await db.close();
    throw new NewerSchema(schema);
  }
  if (folder && schema > 0 && schema < MIGRATIONS.length) {
    await db.close();
    await copyBefore(folder, schema);
    db = await PGlite.create(folder);
  }
  await migrate(db, schema);
  return {
    isNew: schema === 0,
    dump: async () => Buffer.from(await (await db.dumpDataDir('gzip')).arrayBuffer()),
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

/** Makes a database of an archive, in a folder that is not there yet or in memory (''). */
export async function restoreDatabase(archive: Uint8Array, folder: string): Promise<void> {
  const db = await PGlite.create({
    ...(folder && { dataDir: folder }),
    loadDataDir: new Blob([new Uint8Array(archive)]),
  });
  const schema = await schemaOf(db);
  await db.close();
  if (schema === 0) throw new Error('it is no database of Under Arc');
  if (schema > MIGRATIONS.length) throw new NewerSchema(schema);
}
