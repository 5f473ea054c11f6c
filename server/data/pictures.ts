import type { Database } from './database';

/** The picture of a piece at a revision, as a build draws it; null where there is none. */
export async function findPicture(
  db: Database,
  pieceId: string,
  revision: number,
  build: string,
): Promise<Uint8Array | null> {
  const [row] = await db.query<{ png: Uint8Array }>(
    'SELECT png FROM pictures WHERE piece_id = $1 AND revision = $2 AND build = $3',
    [pieceId, revision, build],
  );
  return row?.png ?? null;
}

export async function keepPicture(
  db: Database,
  pieceId: string,
  revision: number,
  build: string,
  png: Uint8Array,
): Promise<void> {
  await db.write(
    `INSERT INTO pictures (piece_id, revision, build, png) VALUES ($1, $2, $3, $4)
     ON CONFLICT (piece_id) DO UPDATE SET revision = excluded.revision, build = excluded.build, png = excluded.png`,
    [pieceId, revision, build, png],
  );
}

/**
 * Pieces whose picture a build has not drawn as they are now, the one changed last first.
 *
 * @param restMs only such as have not been changed for so long
 * @param except pieces at a revision, `id revision`, that are not asked for
 * @param most so many of them
 */
export async function withoutPicture(
  db: Database,
  build: string,
  { restMs, except, most }: { readonly restMs: number; readonly except: Iterable<string>; readonly most: number },
): Promise<string[]> {
  const rows = await db.query<{ id: string }>(
    `SELECT pieces.id FROM pieces
     LEFT JOIN pictures ON pictures.piece_id = pieces.id AND pictures.revision = pieces.revision AND pictures.build = $1
     WHERE pieces.deleted_at IS NULL AND pictures.piece_id IS NULL
       AND pieces.changed_at < now() - $2 * interval '1 millisecond'
       AND NOT (pieces.id || ' ' || pieces.revision) = ANY($3::text[])
     ORDER BY pieces.changed_at DESC, pieces.id LIMIT $4`,
    [build, restMs, [...except], most],
  );
  return rows.map(({ id }) => id);
}
