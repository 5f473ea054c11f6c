import type { PieceSummary } from '#core/piece/summary';
import { applySteps } from '#core/piece/steps/index';
import type { Piece } from '#core/piece/types';
import { changesSince } from './changes';
import { CHANNEL, type Database } from './database';
import { newestSnapshot, putSnapshot } from './snapshots';

export interface StoredPiece {
  readonly id: string;
  readonly piece: Piece;
  readonly revision: number;
}

interface HeadRow {
  id: string;
  name: string;
  width_mm: number;
  height_mm: number;
  revision: number;
  changed_at: Date;
}

/** All pieces that are not deleted, the one changed last first. */
export async function listPieces(db: Database): Promise<PieceSummary[]> {
  const rows = await db.query<HeadRow>(
    'SELECT id, name, width_mm, height_mm, revision, changed_at FROM pieces WHERE deleted_at IS NULL ORDER BY changed_at DESC, id',
  );
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    widthMm: row.width_mm,
    heightMm: row.height_mm,
    revision: row.revision,
    changedAt: row.changed_at.toISOString(),
  }));
}

/** The revision of a piece that is not deleted; null where there is none. */
export async function headOf(db: Database, id: string): Promise<number | null> {
  const [row] = await db.query<{ revision: number }>(
    'SELECT revision FROM pieces WHERE id = $1 AND deleted_at IS NULL',
    [id],
  );
  return row?.revision ?? null;
}

/** A document that the log no longer leads to. */
class BrokenLog extends Error {}

/** The document of a piece at a revision: its newest snapshot with the changes since, in the format of both. */
async function folded(db: Database, id: string, head: number): Promise<Piece> {
  const snapshot = await newestSnapshot(db, id);
  if (!snapshot) throw new BrokenLog(`The piece ${id} has no document.`);
  let piece = snapshot.document as Piece,
    { revision } = snapshot;
  while (revision < head) {
    const lines = await changesSince(db, id, revision);
    if (lines[0]?.revision !== revision + 1) throw new BrokenLog(`The log of the piece ${id} ends at ${revision}.`);
    for (const line of lines) {
      const next = applySteps(piece, line.change.steps);
      if (!next.ok) throw new BrokenLog(`Change ${line.revision} of the piece ${id}: ${next.problem.message}`);
      piece = next.value;
      revision = line.revision;
    }
  }
  return piece;
}

/**
 * A piece that is not deleted, or null: its newest document with the changes since.
 *
 * @throws BrokenLog where a change of the log does not fit, or is missing
 */
export async function findPiece(db: Database, id: string): Promise<StoredPiece | null> {
  const revision = await headOf(db, id);
  return revision === null ? null : { id, piece: await folded(db, id, revision), revision };
}

export async function insertPiece(db: Database, id: string, piece: Piece): Promise<void> {
  const { widthMm, heightMm } = piece.sheet;
  await db.transact(async (tx) => {
    await tx.query('INSERT INTO pieces (id, revision, name, width_mm, height_mm) VALUES ($1, 0, $2, $3, $4)', [
      id,
      piece.name,
      widthMm,
      heightMm,
    ]);
    await putSnapshot(tx, id, piece, 0);
  });
}

/** Marks a piece as deleted, or takes the mark back. Gives false where there is nothing to mark. */
export async function setDeleted(db: Database, id: string, deleted: boolean): Promise<boolean> {
  const rows = await db.write(
    `WITH marked AS (
      UPDATE pieces SET deleted_at = ${deleted ? 'now()' : 'NULL'}
      WHERE id = $1 AND deleted_at IS ${deleted ? 'NULL' : 'NOT NULL'} RETURNING id, revision
    )
    SELECT pg_notify($2, json_build_object('by', $3::text, 'id', id, 'revision', ${deleted ? 'NULL' : 'revision'})::text) FROM marked`,
    [id, CHANNEL, db.name],
  );
  return rows.length > 0;
}

const NEWEST = `SELECT DISTINCT ON (piece_id) piece_id AS id, format FROM snapshots ORDER BY piece_id, revision DESC`;

/** Documents of an older format than the given one with the changes since, deleted pieces too. */
export async function olderPieces(db: Database, version: number): Promise<{ id: string; document: unknown }[]> {
  const rows = await db.query<{ id: string; revision: number }>(
    `SELECT pieces.id, pieces.revision FROM (${NEWEST}) AS newest JOIN pieces ON pieces.id = newest.id WHERE format < $1`,
    [version],
  );
  const found: { id: string; document: unknown }[] = [];
  for (const { id, revision } of rows) found.push({ id, document: await folded(db, id, revision) });
  return found;
}

/** Puts the same piece in a newer format. Its log goes: steps of an older format would undo into what no longer is. */
export async function replaceDocument(db: Database, id: string, piece: Piece): Promise<void> {
  await db.transact(async (tx) => {
    const { rows } = await tx.query<{ revision: number }>('SELECT revision FROM pieces WHERE id = $1', [id]);
    await tx.query('DELETE FROM changes WHERE piece_id = $1', [id]);
    await tx.query('DELETE FROM snapshots WHERE piece_id = $1', [id]);
    await putSnapshot(tx, id, piece, rows[0]!.revision);
  });
}
