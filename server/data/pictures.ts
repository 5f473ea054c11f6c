import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import type { Database } from './database';

/** The picture of a piece at a revision, as a build draws it; null where there is none. */
export async function findPicture(
  db: Database,
  pieceId: string,
  revision: number,
  build: string,
): Promise<string | null> {
  const [row] = await db.query<{ svg: Uint8Array }>(
    'SELECT svg FROM pictures WHERE piece_id = $1 AND revision = $2 AND build = $3',
    [pieceId, revision, build],
  );
  return row ? ((await promisify(gunzip)(row.svg)) as Buffer).toString('utf8') : null;
}

export async function keepPicture(
  db: Database,
  pieceId: string,
  revision: number,
  build: string,
  svg: string,
): Promise<void> {
  const packed = (await promisify(gzip)(svg)) as Buffer;
  await db.write(
    `INSERT INTO pictures (piece_id, revision, build, svg) VALUES ($1, $2, $3, $4)
     ON CONFLICT (piece_id) DO UPDATE SET revision = excluded.revision, build = excluded.build, svg = excluded.svg`,
    [pieceId, revision, build, packed],
  );
}
