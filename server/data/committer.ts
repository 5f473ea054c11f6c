import type { LoggedChange } from './changes';
import { CHANNEL, type Database } from './database';

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

/** How long others are waited for, ms. */
const GATHER_MS = 3;
/** Where nothing has come in for so long, ms, nobody is waited for: an editor alone has no others. */
const QUIET_MS = 15;
/** How many changes go together at most. */
const MOST_LINES = 500;

/**
 * Commits what comes in together while the commit before is under way, in one transaction with one flush of the disk.
 * Each caller hears only of what has been committed. Appends to one piece stay in their order.
 */
export class Committer {
  private waiting: Waiting[] = [];
  private running = false;
  /** When the last commit was over. */
  private endedAt = -Infinity;

  constructor(private readonly db: Database) {}

  append(append: Append): Promise<Appended> {
    return new Promise((done, failed) => {
      this.waiting.push({ append, done, failed });
      if (!this.running) void this.run();
    });
  }

  private async run(): Promise<void> {
    this.running = true;
    while (this.waiting.length > 0) {
      // What comes in within a moment goes together: a commit costs the same for one as for many.
      if (performance.now() - this.endedAt < QUIET_MS)
        await new Promise((resolve) => {
          setTimeout(resolve, GATHER_MS);
        });
      await this.commit(this.nextGroup());
      this.endedAt = performance.now();
    }
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
      const moved = await appendAll(
        this.db,
        group.map(({ append }) => append),
      );
      for (const { append, done } of group) done(moved.has(append.pieceId) ? 'committed' : 'moved');
    } catch (error) {
      // One that cannot be must not take the others with it.
      if (group.length === 1) group[0]!.failed(error);
      else for (const one of group) await this.commit([one]);
    }
  }
}

/** See server/migrations/008-append.ts. */
const APPEND = 'SELECT piece FROM append_changes($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)';

/** Moves heads on and logs the lines of those that were where they should be. Gives the pieces that were. */
async function appendAll(db: Database, appends: readonly Append[]): Promise<ReadonlySet<string>> {
  const lines = appends.flatMap(({ pieceId, lines: own }) => own.map((line) => ({ pieceId, ...line })));
  const rows = await db.write<{ piece: string }>(APPEND, [
    appends.map((one) => one.pieceId),
    appends.map((one) => one.from),
    appends.map((one) => one.from + one.lines.length),
    appends.map((one) => one.name),
    appends.map((one) => one.widthMm),
    appends.map((one) => one.heightMm),
    lines.map((one) => one.pieceId),
    lines.map((one) => one.revision),
    lines.map((one) => one.changeId),
    lines.map((one) => one.clientId),
    lines.map((one) => JSON.stringify(one.change)),
    CHANNEL,
    db.name,
  ]);
  return new Set(rows.map(({ piece }) => piece));
}
