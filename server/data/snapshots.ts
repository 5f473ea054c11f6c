import { promisify } from 'node:util';
import { gunzipSync, gzip, gzipSync } from 'node:zlib';
import type { Piece } from '#core/piece/types';
import type { Database, Transaction } from './database';

/** Snapshots of a piece that stay: the last, and the one before for a back-up that is just reading it. */
const STAYING = 2;

/** A document as it is stored: compressed JSON. */
const packed = (piece: unknown): Buffer => gzipSync(JSON.stringify(piece), { level: 4 });
const packedAside = async (piece: unknown): Promise<Buffer> =>
  promisify(gzip)(JSON.stringify(piece), { level: 4 }) as Promise<Buffer>;

/** The document in stored bytes: compressed, or plain as versions before stored it. */
export function unpacked(bytes: Uint8Array): unknown {
  const plain = bytes[0] === 0x1f && bytes[1] === 0x8b ? gunzipSync(bytes) : Buffer.from(bytes);
  return JSON.parse(plain.toString('utf8'));
}

const PUT = `INSERT INTO snapshots (piece_id, revision, format, document) VALUES ($1, $2, $3, $4)
  ON CONFLICT (piece_id, revision) DO UPDATE SET format = excluded.format, document = excluded.document`;

export async function putSnapshot(tx: Transaction, pieceId: string, piece: Piece, revision: number): Promise<void> {
  await tx.query(PUT, [pieceId, revision, piece.version, packed(piece)]);
}

/** Writes the document of a revision beside the log, and drops what the log no longer needs. */
export async function fold(
  db: Database,
  pieceId: string,
  piece: Piece,
  revision: number,
  stayingChanges: number,
): Promise<void> {
  const bytes = await packedAside(piece);
  await db.transact(async (tx) => {
    await tx.query(PUT, [pieceId, revision, piece.version, bytes]);
    await tx.query(
      'DELETE FROM snapshots WHERE piece_id = $1 AND revision NOT IN (SELECT revision FROM snapshots WHERE piece_id = $1 ORDER BY revision DESC LIMIT $2)',
      [pieceId, STAYING],
    );
    await tx.query('DELETE FROM changes WHERE piece_id = $1 AND revision <= $2', [pieceId, revision - stayingChanges]);
  });
}

/** The newest document of a piece with its revision; null where there is none. */
export async function newestSnapshot(
  db: Database,
  pieceId: string,
): Promise<{ readonly revision: number; readonly document: unknown } | null> {
  const [row] = await db.query<{ revision: number; document: Uint8Array }>(
    'SELECT revision, document FROM snapshots WHERE piece_id = $1 ORDER BY revision DESC LIMIT 1',
    [pieceId],
  );
  return row ? { revision: row.revision, document: unpacked(row.document) } : null;
}
