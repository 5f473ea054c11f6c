import type { Database } from '../../server/data/database';
import { openDatabase } from '../../server/data/folderDatabase';
import { openServerDatabase } from '../../server/data/serverDatabase';
import { Postgres } from './postgres';

export const KINDS = ['PGlite', 'a PostgreSQL server'] as const;

let postgres: Promise<Postgres> | null = null;
/** The PostgreSQL server of this test file. */
export const thePostgres = (): Promise<Postgres> => (postgres ??= Postgres.start());

/** A new database, in memory or on the server. */
export async function newDatabase(kind: (typeof KINDS)[number]): Promise<Database> {
  return kind === 'PGlite' ? openDatabase('') : openServerDatabase(await (await thePostgres()).database());
}

/** Ends the server, if there is one: after all tests of a file. */
export async function endPostgres(): Promise<void> {
  await (await postgres)?.down();
}
