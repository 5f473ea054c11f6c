import type { Change } from '#core/piece/history';
import type { Database } from './database';

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
  change: string;
}
const logged = (row: ChangeRow): LoggedChange => ({
  revision: row.revision,
  changeId: row.change_id,
  clientId: row.client_id,
  change: JSON.parse(row.change) as Change,
});

const COLUMNS = 'revision, change_id, client_id, change';

/** What one page of the log holds at most: so many changes, or so many characters of them. */
const PAGE = { lines: 1000, characters: 2_000_000 } as const;

/** The first rows that fit a page; at least one. */
function page(rows: readonly ChangeRow[]): LoggedChange[] {
  let characters = 0;
  const fitting = rows.findIndex(({ change }, i) => (characters += change.length) > PAGE.characters && i > 0);
  return (fitting < 0 ? rows : rows.slice(0, fitting)).map(logged);
}

/**
 * Changes that made revisions after `since`, oldest first: a page of them. Those that were folded away are not there:
 * then the first is not of the revision that follows.
 */
export async function changesSince(db: Database, pieceId: string, since: number): Promise<LoggedChange[]> {
  return page(
    await db.query<ChangeRow>(
      `SELECT ${COLUMNS} FROM changes WHERE piece_id = $1 AND revision > $2 ORDER BY revision LIMIT $3`,
      [pieceId, since, PAGE.lines],
    ),
  );
}

/** The newest changes of one who edits, oldest first: what an undo list is rebuilt from. */
export async function latestChangesOf(
  db: Database,
  pieceId: string,
  clientId: string,
  count: number,
): Promise<LoggedChange[]> {
  const rows = await db.query<ChangeRow>(
    `SELECT ${COLUMNS} FROM changes WHERE piece_id = $1 AND client_id = $2 ORDER BY revision DESC LIMIT $3`,
    [pieceId, clientId, count],
  );
  return page(rows).reverse();
}

/** Which of some ids are in the log of a piece. */
export async function loggedIds(db: Database, pieceId: string, ids: readonly string[]): Promise<Set<string>> {
  const rows = await db.query<{ change_id: string }>(
    'SELECT change_id FROM changes WHERE piece_id = $1 AND change_id = ANY($2::text[])',
    [pieceId, ids],
  );
  return new Set(rows.map((row) => row.change_id));
}
