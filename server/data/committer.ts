import type { LoggedChange } from './changes';
import type { Database, Transaction } from './database';

/** New lines of one piece, with its head after them. */
export interface Append {
  readonly pieceId: string;
  /** The revision that the head must have for the lines to follow it. */
  readonly from: number;
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly lines: readonly LoggedChange[];
}

/** `moved` where the head is no longer the one that the lines follow. */
export type Appended = 'committed' | 'moved';

interface Waiting {
  readonly append: Append;
  readonly done: (how: Appended) => void;
  readonly failed: (error: unknown) => void;
}

/** How many changes go together at most. */
const MOST_LINES = 500;

/**
 * Commits what comes in together while the commit before is under way, in one transaction with one flush of the disk.
 * Each caller hears only of what has been committed. Appends to one piece stay in their order.
 */
export class Committer {
  private waiting: Waiting[] = [];
  private running = false;

  constructor(private readonly db: Database) {}

  append(append: Append): Promise<Appended> {
    return new Promise((done, failed) => {
      this.waiting.push({ append, done, failed });
      if (!this.running) void this.run();
    });
  }

  private async run(): Promise<void> {
    this.running = true;
    // Requests that arrive in the same moment are read first.
    await new Promise((resolve) => {
      setImmediate(resolve);
    });
    while (this.waiting.length > 0) await this.commit(this.nextGroup());
    this.running = false;
  }

  /** What goes together: a piece once at most, since the head of the second would follow the first. */
  private nextGroup(): Waiting[] {
    const group: Waiting[] = [],
      later: Waiting[] = [];
    const pieces = new Set<string>();
    let lines = 0;
    for (const one of this.waiting) {
      const { pieceId } = one.append;
      if (pieces.has(pieceId) || (lines > 0 && lines + one.append.lines.length > MOST_LINES)) later.push(one);
      else {
        group.push(one);
        lines += one.append.lines.length;
      }
      pieces.add(pieceId);
    }
    this.waiting = later;
    return group;
  }

  private async commit(group: readonly Waiting[]): Promise<void> {
    try {
      const moved = await this.db.transact((tx) =>
        appendAll(
          tx,
          group.map(({ append }) => append),
        ),
      );
      for (const { append, done } of group) done(moved.has(append.pieceId) ? 'committed' : 'moved');
    } catch (error) {
      // One that cannot be must not take the others with it.
      if (group.length === 1) group[0]!.failed(error);
      else for (const one of group) await this.commit([one]);
    }
  }
}

/** Moves heads on and logs the lines of those that were where they should be. Gives the pieces that were. */
async function appendAll(tx: Transaction, appends: readonly Append[]): Promise<ReadonlySet<string>> {
  const { rows } = await tx.query<{ id: string }>(
    `UPDATE pieces SET revision = v.revision, name = v.name, width_mm = v.width, height_mm = v.height, changed_at = now()
     FROM unnest($1::text[], $2::integer[], $3::integer[], $4::text[], $5::double precision[], $6::double precision[])
       AS v (id, before, revision, name, width, height)
     WHERE pieces.id = v.id AND pieces.revision = v.before AND pieces.deleted_at IS NULL RETURNING pieces.id`,
    [
      appends.map((one) => one.pieceId),
      appends.map((one) => one.from),
      appends.map((one) => one.from + one.lines.length),
      appends.map((one) => one.name),
      appends.map((one) => one.widthMm),
      appends.map((one) => one.heightMm),
    ],
  );
  const moved = new Set(rows.map(({ id }) => id));
  const lines = appends
    .filter(({ pieceId }) => moved.has(pieceId))
    .flatMap(({ pieceId, lines: own }) => own.map((line) => ({ pieceId, ...line })));
  if (lines.length > 0)
    await tx.query(
      `INSERT INTO changes (piece_id, revision, change_id, client_id, change)
       SELECT * FROM unnest($1::text[], $2::integer[], $3::text[], $4::text[], $5::text[])`,
      [
        lines.map((one) => one.pieceId),
        lines.map((one) => one.revision),
        lines.map((one) => one.changeId),
        lines.map((one) => one.clientId),
        lines.map((one) => JSON.stringify(one.change)),
      ],
    );
  return moved;
}
