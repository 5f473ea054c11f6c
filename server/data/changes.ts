import type { Change } from '#core/piece/history';
import type { Database, Transaction } from './database';

/** A change as it stands in the log: the revision that it made, who sent it, and its own id. */
export interface LoggedChange {
  readonly revision: number;
  readonly changeId: string;
  readonly clientId: string;
  readonly change: Change;
}

interface ChangeRow {
  revision: number;
  change_id: string;
  client_id: string;
  change: Change;
}
const logged = (row: ChangeRow): LoggedChange => ({
  revision: row.revision,
  changeId: row.change_id,
  clientId: row.client_id,
  change: row.change,
});

const COLUMNS = 'revision, change_id, client_id, change';

export async function appendChange(tx: Transaction, pieceId: string, line: LoggedChange): Promise<void> {
  await tx.query('INSERT INTO changes (piece_id, revision, change_id, client_id, change) VALUES ($1, $2, $3, $4, $5)', [
    pieceId,
    line.revision,
    line.changeId,
    line.clientId,
    JSON.stringify(line.change),
  ]);
}

/** Changes that made revisions after `since`, oldest first. */
export async function changesSince(db: Database, pieceId: string, since: number): Promise<LoggedChange[]> {
  return (
    await db.query<ChangeRow>(
      `SELECT ${COLUMNS} FROM changes WHERE piece_id = $1 AND revision > $2 ORDER BY revision`,
      [pieceId, since],
    )
  ).map(logged);
}

/** The newest changes, oldest first: enough of the log to rebuild the undo list. */
export async function latestChanges(db: Database, pieceId: string, count: number): Promise<LoggedChange[]> {
  return (
    await db.query<ChangeRow>(
      `SELECT ${COLUMNS} FROM (SELECT ${COLUMNS} FROM changes WHERE piece_id = $1 ORDER BY revision DESC LIMIT $2) AS latest ORDER BY revision`,
      [pieceId, count],
    )
  ).map(logged);
}
