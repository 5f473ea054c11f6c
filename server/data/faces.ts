import type { Database } from './database';
import type { FontFile } from './fontFile';

export interface OwnFace {
  readonly id: string;
  readonly name: string;
  readonly embedding: string;
}

/** Keeps a face that a person brought; the same one is stored once. */
export async function keepFace(db: Database, { id, name, embedding, bytes }: FontFile): Promise<void> {
  await db.transact((tx) =>
    tx.query('INSERT INTO faces (id, name, embedding, bytes) VALUES ($1, $2, $3, $4) ON CONFLICT (id) DO NOTHING', [
      id,
      name,
      embedding,
      bytes,
    ]),
  );
}

/** The faces that were brought, by name. */
export const listFaces = (db: Database): Promise<OwnFace[]> =>
  db.query('SELECT id, name, embedding FROM faces ORDER BY lower(name), id');

/** The bytes of a brought face, with its name, or null. */
export async function findFace(db: Database, id: string): Promise<{ name: string; bytes: Uint8Array } | null> {
  const rows = await db.query<{ name: string; bytes: Uint8Array }>('SELECT name, bytes FROM faces WHERE id = $1', [id]);
  return rows[0] ?? null;
}
