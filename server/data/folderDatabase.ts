import { cp, readFile, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { nanoid } from 'nanoid';
import { HOME } from '../home';
import { MIGRATIONS } from '../migrations';
import { migrate, NewerSchema, schemaOf, type Connection, type Database } from './database';
import { freeBytesOf, needSpace } from './freeSpace';
import { Prepared } from './prepared';
import { WriteAheadLog } from './writeAheadLog';

const connection = (db: PGlite): Connection => ({
  run: (sql) => db.exec(sql),
  rows: async (sql) => (await db.query(sql)).rows,
});

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
 * An empty database as the build left it, see bin/write-empty-database.mjs: copied in a quarter of the time that making
 * one takes. Null where there is none of this version of PGlite.
 */
async function emptyArchive(): Promise<Blob | null> {
  try {
    const about = await readFile(join(HOME, 'node_modules/@electric-sql/pglite/package.json'), 'utf8');
    const { version } = JSON.parse(about) as { version: string };
    return new Blob([new Uint8Array(await readFile(join(HOME, `dist/empty-database-${version}.tar.gz`)))]);
  } catch {
    return null;
  }
}

/** Puts a copy of the empty database where none is yet, whole or not at all: a start may be broken off. */
async function placeEmpty(folder: string): Promise<void> {
  const archive = await emptyArchive(),
    draft = `${folder}.part`;
  if (!archive || (await stat(folder).catch(() => null))) return;
  await rm(draft, { recursive: true, force: true });
  await (await PGlite.create({ dataDir: draft, loadDataDir: archive })).close();
  await rename(draft, folder);
}

async function createOrOpen(folder: string): Promise<PGlite> {
  if (folder) {
    await placeEmpty(folder);
    return PGlite.create(folder);
  }
  const archive = await emptyArchive();
  return archive ? PGlite.create({ loadDataDir: archive }) : PGlite.create();
}

/**
 * Opens the database in a folder, making and migrating it as needed. Take the lock before: see lock.ts.
 *
 * Before an older one is migrated it is copied beside itself.
 *
 * @param folder an existing folder of the data folder; '' keeps everything in memory, for tests
 * @param freeBytes tells what is free on the disk of a folder
 * @throws NewerSchema, leaving everything as it is; with the code ENOSPC where the disk is nearly full, here and at
 *   every write
 */
export async function openDatabase(folder: string, freeBytes = freeBytesOf): Promise<Database> {
  const needRoom = (): void => {
    if (folder) needSpace(dirname(folder), freeBytes);
  };
  needRoom();
  let db = await createOrOpen(folder);
  const schema = await schemaOf(connection(db));
  if (schema > MIGRATIONS.length) {
    await db.close();
    throw new NewerSchema(schema);
  }
  if (folder && schema > 0 && schema < MIGRATIONS.length) {
    await db.close();
    await copyBefore(folder, schema);
    db = await PGlite.create(folder);
  }
  await migrate(connection(db), schema);
  const prepared = new Prepared(db);
  const log = folder ? new WriteAheadLog(join(folder, 'pg_wal')) : null;
  return {
    name: nanoid(),
    isNew: schema === 0,
    // A folder has one opening alone: see lock.ts.
    hear: () => Promise.resolve(),
    dump: async () => Buffer.from(await (await db.dumpDataDir('gzip')).arrayBuffer()),
    query: async <T>(sql: string, values: unknown[] = []) => (await db.query<T>(sql, values)).rows,
    async write<T>(sql: string, values: unknown[] = []) {
      needRoom();
      const rows = await prepared.run(sql, values);
      await log?.flush();
      return rows as T[];
    },
    async transact(work) {
      needRoom();
      const result = await db.transaction(work);
      await log?.flush();
      return result as Awaited<ReturnType<typeof work>>;
    },
    close: async () => {
      await db.close();
      await log?.close();
    },
  };
}

/** Makes a database of an archive, in a folder that is not there yet or in memory (''). */
export async function restoreDatabase(archive: Uint8Array, folder: string): Promise<void> {
  const db = await PGlite.create({
    ...(folder && { dataDir: folder }),
    loadDataDir: new Blob([new Uint8Array(archive)]),
  });
  const schema = await schemaOf(connection(db));
  await db.close();
  if (schema === 0) throw new Error('it is no database of Under Arc');
  if (schema > MIGRATIONS.length) throw new NewerSchema(schema);
}
