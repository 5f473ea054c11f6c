import { createHash } from 'node:crypto';
import { readProfile } from '#core/ink/icc/readProfile';
import { ok, type Result } from '#core/result';
import type { Database } from './database';

/** A profile of a printer as it is listed. */
interface ListedProfile {
  readonly id: string;
  readonly name: string;
}

/** Keeps a CMYK profile, named by its content; or says why it is none. */
export async function keepProfile(db: Database, bytes: Uint8Array): Promise<Result<ListedProfile>> {
  const read = readProfile(bytes);
  if (!read.ok) return read;
  const id = createHash('sha256').update(bytes).digest('hex').slice(0, 32),
    { name } = read.value;
  await db.transact((tx) =>
    tx.query(
      'INSERT INTO profiles (id, name, bytes) VALUES ($1, $2, $3) ON CONFLICT (id) DO UPDATE SET kept_at = now()',
      [id, name, bytes],
    ),
  );
  return ok({ id, name });
}

/** The profiles that were added, by name. */
export const listProfiles = (db: Database): Promise<ListedProfile[]> =>
  db.query('SELECT id, name FROM profiles ORDER BY lower(name), id');

/** The bytes of a profile, or null. */
export async function findProfile(db: Database, id: string): Promise<Uint8Array | null> {
  const [row] = await db.query<{ bytes: Uint8Array }>('SELECT bytes FROM profiles WHERE id = $1', [id]);
  return row?.bytes ?? null;
}
