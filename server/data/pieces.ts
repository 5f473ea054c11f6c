import type { PieceSummary } from '#core/piece/summary';
import type { Piece } from '#core/piece/types';
import type { Database, Transaction } from './database';

export interface StoredPiece {
  readonly id: string;
  readonly piece: Piece;
  readonly revision: number;
}

/** All pieces that are not deleted, the one changed last first. */
export async function listPieces(db: Database): Promise<PieceSummary[]> {
  const rows = await db.query<{
    id: string;
    name: string;
    width: number;
    height: number;
    revision: number;
    changed_at: Date;
  }>(`
    SELECT id, revision, changed_at, document->>'name' AS name,
           (document->'sheet'->>'widthMm')::float8 AS width, (document->'sheet'->>'heightMm')::float8 AS height
    FROM pieces WHERE deleted_at IS NULL ORDER BY changed_at DESC, id`);
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    widthMm: row.width,
    heightMm: row.height,
    revision: row.revision,
    changedAt: row.changed_at.toISOString(),
  }));
}

interface PieceRow {
  id: string;
  document: Piece;
  revision: number;
}
const stored = ({ id, document, revision }: PieceRow): StoredPiece => ({ id, piece: document, revision });

/** A piece that is not deleted, or null. */
export async function findPiece(db: Database, id: string): Promise<StoredPiece | null> {
  const rows = await db.query<PieceRow>(
    'SELECT id, document, revision FROM pieces WHERE id = $1 AND deleted_at IS NULL',
    [id],
  );
  return rows[0] ? stored(rows[0]) : null;
}

/** The same inside a transaction, held until its end. */
export async function lockPiece(tx: Transaction, id: string): Promise<StoredPiece | null> {
  const { rows } = await tx.query<PieceRow>(
    'SELECT id, document, revision FROM pieces WHERE id = $1 AND deleted_at IS NULL FOR UPDATE',
    [id],
  );
  return rows[0] ? stored(rows[0]) : null;
}

export async function insertPiece(db: Database, id: string, piece: Piece): Promise<void> {
  await db.transact((tx) =>
    tx.query('INSERT INTO pieces (id, document, revision) VALUES ($1, $2, 0)', [id, JSON.stringify(piece)]),
  );
}

export async function updatePiece(tx: Transaction, id: string, piece: Piece, revision: number): Promise<void> {
  await tx.query('UPDATE pieces SET document = $2, revision = $3, changed_at = now() WHERE id = $1', [
    id,
    JSON.stringify(piece),
    revision,
  ]);
}

/** Marks a piece as deleted, or takes the mark back. Gives false where there is nothing to mark. */
export async function setDeleted(db: Database, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db.transact(
    async (tx) =>
      (
        await tx.query(
          `UPDATE pieces SET deleted_at = ${deleted ? 'now()' : 'NULL'} WHERE id = $1 AND deleted_at IS ${deleted ? 'NULL' : 'NOT NULL'} RETURNING id`,
          [id],
        )
      ).rows,
  );
  return rows.length > 0;
}

/** Documents of an older format than the given one, deleted pieces too. */
export const olderPieces = (db: Database, version: number): Promise<{ id: string; document: unknown }[]> =>
  db.query("SELECT id, document FROM pieces WHERE (document->>'version')::integer < $1", [version]);

/** Puts the same piece in a newer format. Its log goes: steps of an older format would undo into what no longer is. */
export async function replaceDocument(db: Database, id: string, piece: Piece): Promise<void> {
  await db.transact(async (tx) => {
    await tx.query('UPDATE pieces SET document = $2 WHERE id = $1', [id, JSON.stringify(piece)]);
    await tx.query('DELETE FROM changes WHERE piece_id = $1', [id]);
  });
}
