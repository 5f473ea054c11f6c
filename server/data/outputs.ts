import type { Piece } from '#core/piece/types';
import type { Database } from './database';

/** A file that was made of a piece. */
export interface OutputLine {
  readonly id: string;
  readonly format: string;
  readonly name: string;
  readonly options: unknown;
  readonly bytes: number;
  readonly madeAt: string;
}

/** Older ones of a piece are forgotten. */
const KEPT = 40;

interface Row {
  id: string;
  format: string;
  name: string;
  options: unknown;
  bytes: number;
  made_at: Date;
}
const line = ({ id, format, name, options, bytes, made_at: madeAt }: Row): OutputLine => ({
  id,
  format,
  name,
  options,
  bytes,
  madeAt: madeAt.toISOString(),
});

/** The files made of a piece, the latest first; without the other pieces that lay on their sheets. */
export async function listOutputs(db: Database, pieceId: string): Promise<OutputLine[]> {
  return (
    await db.query<Row>(
      `SELECT id, format, name, options #- '{imposition,others}' #- '{imposition,back}' AS options, bytes, made_at
       FROM outputs WHERE piece_id = $1 ORDER BY made_at DESC, id LIMIT $2`,
      [pieceId, KEPT],
    )
  ).map(line);
}

/** Keeps what a file was made of and with. */
export async function keepOutput(
  db: Database,
  pieceId: string,
  { id, format, name, options, bytes }: Omit<OutputLine, 'madeAt'>,
  piece: Piece,
): Promise<void> {
  await db.transact(async (tx) => {
    await tx.query(
      'INSERT INTO outputs (id, piece_id, format, name, options, document, bytes) VALUES ($1, $2, $3, $4, $5, $6, $7)',
      [id, pieceId, format, name, JSON.stringify(options), JSON.stringify(piece), bytes],
    );
    await tx.query(
      'DELETE FROM outputs WHERE piece_id = $1 AND id NOT IN (SELECT id FROM outputs WHERE piece_id = $1 ORDER BY made_at DESC, id LIMIT $2)',
      [pieceId, KEPT],
    );
  });
}

/** One of them with the piece as it was, in the format of then; null when it is not known. */
export async function findOutput(
  db: Database,
  pieceId: string,
  id: string,
): Promise<(OutputLine & { readonly document: unknown }) | null> {
  const [row] = await db.query<Row & { document: unknown }>(
    'SELECT id, format, name, options, bytes, made_at, document FROM outputs WHERE piece_id = $1 AND id = $2',
    [pieceId, id],
  );
  return row ? { ...line(row), document: row.document } : null;
}
