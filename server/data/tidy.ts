import type { Database } from './database';
import { unpacked } from './snapshots';

/** After so many days a deleted piece is gone for good, and so is an image, a typeface or a profile that nothing names. */
const DAYS = 30;

const OLD = `now() - interval '${DAYS} days'`;
/** So many documents are read at a time. */
const PAGE = 50;

/** Pieces that were deleted long ago, with all that belongs to them. Gives how many went. */
async function purgePieces(db: Database): Promise<number> {
  return db.transact(async (tx) => {
    const { rows } = await tx.query<{ id: string }>(`SELECT id FROM pieces WHERE deleted_at < ${OLD}`);
    const ids = rows.map(({ id }) => id);
    if (ids.length === 0) return 0;
    for (const table of ['changes', 'snapshots', 'outputs', 'pictures'])
      await tx.query(`DELETE FROM ${table} WHERE piece_id = ANY($1::text[])`, [ids]);
    await tx.query('DELETE FROM pieces WHERE id = ANY($1::text[])', [ids]);
    return ids.length;
  });
}

/** What may name an image, a typeface or a profile: documents, changes, files that were made; each by what names its rows. */
const TEXTS = [
  ['snapshots', 'document', ['piece_id', 'revision']],
  ['changes', 'change', ['piece_id', 'revision']],
  ['outputs', "document::text || ' ' || options::text", ['id']],
] as const;

/** Calls with the text of everything that may name an image, a typeface or a profile, from row to row by their keys. */
async function eachText(db: Database, see: (text: string) => void): Promise<void> {
  for (const [table, column, keys] of TEXTS) {
    const places = keys.map((_, i) => `$${i + 1}`).join(', '),
      named = keys.join(', ');
    let last: readonly unknown[] | null = null;
    do {
      const rows: (Readonly<Record<string, unknown>> & { readonly text: string | Uint8Array })[] = await db.query(
        `SELECT ${named}, ${column} AS text FROM ${table} ${last ? `WHERE (${named}) > (${places})` : ''}
         ORDER BY ${named} LIMIT ${PAGE}`,
        [...(last ?? [])],
      );
      for (const { text } of rows) see(typeof text === 'string' ? text : JSON.stringify(unpacked(text)));
      last = rows.length < PAGE ? null : keys.map((key) => rows.at(-1)![key]);
    } while (last);
  }
}

/** Images, typefaces and profiles that came long ago and that nothing names any more. Gives how many went. */
async function collect(db: Database): Promise<number> {
  const named = new Set<string>();
  await eachText(db, (text) => {
    for (const [, id] of text.matchAll(/"(?:imageId|faceId|profileId)":\s*"([\w-]+)"/g)) named.add(id!);
  });
  let count = 0;
  for (const table of ['images', 'faces', 'profiles']) {
    const old = await db.query<{ id: string }>(`SELECT id FROM ${table} WHERE kept_at < ${OLD}`);
    const ids = old.map(({ id }) => id).filter((id) => !named.has(id));
    count += ids.length;
    if (ids.length > 0) await db.write(`DELETE FROM ${table} WHERE id = ANY($1::text[])`, [ids]);
  }
  return count;
}

/** Clears what was deleted, or is named by nothing, for longer than `DAYS`. */
export async function tidy(db: Database): Promise<{ readonly pieces: number; readonly files: number }> {
  const pieces = await purgePieces(db);
  return { pieces, files: await collect(db) };
}
