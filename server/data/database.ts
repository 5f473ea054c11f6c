import { MIGRATIONS } from '../migrations';

/** What runs within one transaction. */
export interface Transaction {
  readonly query: <T>(sql: string, values?: unknown[]) => Promise<{ rows: T[] }>;
}

/**
 * The open database: PostgreSQL in a folder (folderDatabase.ts) or on a server (serverDatabase.ts), with the same
 * statements. `write` and `transact` resolve only after the commit has been handed to the disk.
 */
export interface Database {
  /** Names this opening, so that what it announces itself is told from what others do. */
  readonly name: string;
  readonly query: <T>(sql: string, values?: unknown[]) => Promise<T[]>;
  /** One statement that changes something: a transaction of its own. */
  readonly write: <T>(sql: string, values?: unknown[]) => Promise<T[]>;
  readonly transact: <T>(work: (tx: Transaction) => Promise<T>) => Promise<T>;
  /**
   * Listens to what other openings of the same database announce with `pg_notify` on `CHANNEL`.
   *
   * @param missed called when some may not have been heard: after the connection was lost and is there again
   */
  readonly hear: (told: (message: string) => void, missed: () => void) => Promise<void>;
  /** All of it, as a compressed archive that `restoreDatabase` takes; while others go on. */
  readonly dump: () => Promise<Buffer>;
  readonly close: () => Promise<void>;
  /** Whether the database was made by this opening. */
  readonly isNew: boolean;
}

/** Where commits are announced. */
export const CHANNEL = 'under_arc';

/** A connection on which tables can be made: one of PGlite or of `pg`. */
export interface Connection {
  /** Runs statements without values, one or many. */
  readonly run: (sql: string) => Promise<unknown>;
  readonly rows: (sql: string) => Promise<readonly unknown[]>;
}

/** The number of the last migration that was run; 0 for a new database. */
export async function schemaOf({ run, rows }: Connection): Promise<number> {
  await run('CREATE TABLE IF NOT EXISTS schema_version (version integer NOT NULL)');
  const [row] = await rows('SELECT version FROM schema_version');
  return (row as { version: number } | undefined)?.version ?? 0;
}

/** Runs the migrations after a number, each in a transaction of its own. */
export async function migrate({ run }: Connection, from: number): Promise<void> {
  for (let i = from; i < MIGRATIONS.length; i++)
    await run(
      `BEGIN; ${MIGRATIONS[i]!}; DELETE FROM schema_version; INSERT INTO schema_version VALUES (${i + 1}); COMMIT`,
    );
}

/** A database that a newer version of Under Arc has made its own. */
export class NewerSchema extends Error {
  constructor(readonly schema: number) {
    super(
      `it is of a newer Under Arc (schema ${schema}; this one knows up to ${MIGRATIONS.length}). Start that version, or restore a back-up of this one`,
    );
  }
}
