import { receive } from '#core/editing/transact';
import { pieceProblems, touchedBy } from '#core/piece/check/index';
import type { Change } from '#core/piece/history';
import { applySteps, type Step } from '#core/piece/steps/index';
import { holdersOf, parentsOf, type Item, type Piece } from '#core/piece/types';
import { fail, ok, type Problem, type Result } from '#core/result';
import { changesSince, loggedIds, type LoggedChange } from './changes';
import { Committer } from './committer';
import type { Database } from './database';
import { findPiece, headOf, type StoredPiece } from './pieces';
import { fold } from './snapshots';

export interface SentChange {
  readonly changeId: string;
  readonly change: Change;
}

/** What became of changes: the revision after them, and what others had made before them that the sender has not seen. */
export interface Committed {
  readonly revision: number;
  readonly before: readonly LoggedChange[];
  readonly lines: readonly LoggedChange[];
}

/** A piece in memory, as of its last change, and the last lines of its log. */
interface Live {
  piece: Piece;
  revision: number;
  recent: LoggedChange[];
  /** The revision of its newest snapshot. */
  folded: number;
  /** Settled when all that was taken so far is committed, or has failed. */
  last: Promise<void>;
}

export interface DeskLimits {
  /** Pieces in memory. */
  readonly pieces: number;
  /** Lines of each that are at hand. */
  readonly recent: number;
  /** After so many changes the document is written anew. */
  readonly foldEvery: number;
  /** So many changes stay in the log. */
  readonly staying: number;
}
const LIMITS: DeskLimits = { pieces: 300, recent: 400, foldEvery: 300, staying: 2000 };

const GONE: Problem = {
  code: 'not-found',
  message: 'This piece is gone. It may have been deleted in another tab; undo the deletion on the shelf.',
};
const STALE = { code: 'stale', message: 'This piece was changed elsewhere meanwhile.' } as const;
/** The page must load the piece anew: it is ahead of what is here, or the changes between are no longer known. */
const RELOAD = { code: 'reload', message: 'The changes between are not known any more. Load the piece anew.' } as const;

/** The curves that an item depends on. */
function curvesUnder(item: Item): readonly string[] {
  if (item.type === 'curve') return parentsOf(item.shape).map(([, id]) => id);
  if (item.type === 'lettering') return [item.curveId, ...holdersOf(item.seat)];
  if (item.type === 'ornaments') return [item.curveId];
  return [];
}

/** Whether two edits made side by side have nothing to do with each other, so that both hold in either order. */
function apart(piece: Piece, one: readonly Step[], other: readonly Step[]): boolean {
  const [a, b] = [touchedBy(one), touchedBy(other)];
  if ([...a.fields].some((name) => b.fields.has(name)) || (a.reorders && b.reorders)) return false;
  const under = ({ items }: typeof a): Set<string> =>
    new Set(piece.items.flatMap((item) => (items.has(item.id) ? [item.id, ...curvesUnder(item)] : [])));
  const [belowA, belowB] = [under(a), under(b)];
  return ![...a.items].some((id) => b.items.has(id) || belowB.has(id)) && ![...b.items].some((id) => belowA.has(id));
}

/**
 * The pieces that are being worked on. A change is checked against what it touches, appended to the log and answered
 * once it is committed; the whole document is written now and then, aside.
 */
export class Desk {
  private readonly live = new Map<string, Promise<Live | null>>();
  private readonly committer: Committer;
  /** What is written aside, to be waited for at the end. */
  private readonly folding = new Set<Promise<void>>();

  constructor(
    private readonly db: Database,
    private readonly limits = LIMITS,
  ) {
    this.committer = new Committer(db);
  }

  /** A piece with all that is committed, by whichever server, or null. */
  async find(id: string): Promise<StoredPiece | null> {
    const head = await headOf(this.db, id);
    if (head === null) {
      this.drop(id);
      return null;
    }
    const live = await this.open(id);
    if (!live) return null;
    await live.last;
    await this.catchUp(id, head);
    const { piece, revision } = (await this.open(id)) ?? live;
    return { id, piece, revision };
  }

  /** Forgets a piece: it was deleted, or changed by another. */
  drop(id: string): void {
    this.live.delete(id);
  }

  /** The pieces in memory. */
  ids(): string[] {
    return [...this.live.keys()];
  }

  /** Waits for what is under way. */
  async settle(): Promise<void> {
    await Promise.allSettled([...this.folding]);
  }

  private open(id: string): Promise<Live | null> {
    let found = this.live.get(id);
    if (!found) {
      found = this.load(id);
      found.catch(() => this.drop(id));
    }
    // The last in the map is the one used last.
    this.live.delete(id);
    this.live.set(id, found);
    if (this.live.size > this.limits.pieces) this.live.delete(this.live.keys().next().value!);
    void found.then(
      (live) => {
        if (!live) this.drop(id);
      },
      () => {},
    );
    return found;
  }

  private async load(id: string): Promise<Live | null> {
    const stored = await findPiece(this.db, id);
    if (!stored) return null;
    const [row] = await this.db.query<{ revision: number }>(
      'SELECT max(revision) AS revision FROM snapshots WHERE piece_id = $1',
      [id],
    );
    const { piece, revision } = stored;
    return { piece, revision, recent: [], folded: row!.revision, last: Promise.resolve() };
  }

  /** The lines after a revision, of one piece; null where some are no longer known. */
  private async since(id: string, live: Live, revision: number): Promise<readonly LoggedChange[] | null> {
    if (revision === live.revision) return [];
    const whole = (lines: readonly LoggedChange[]): boolean => lines[0]?.revision === revision + 1;
    const recent = live.recent.filter((line) => line.revision > revision);
    if (whole(recent)) return recent;
    // What is committed is in the log, the rest in memory.
    await live.last;
    const lines = await changesSince(this.db, id, revision);
    return whole(lines) ? lines : null;
  }

  /**
   * Takes changes over, all or none.
   *
   * @param base the revision the changes were made on. Changes of others since are no hindrance where they touch
   *   nothing of the same.
   * @returns the new revision, or `not-found`; `stale` with the changes since in `value`; `reload` where these are not
   *   known or the sender is ahead; `same-change` for an id that stands for another change already;
   *   `step-does-not-fit`, `wrong-piece`
   */
  async commit(id: string, clientId: string, base: number, changes: readonly SentChange[]): Promise<Result<Committed>> {
    for (let tries = 0; ; tries++) {
      const done = await this.tryCommit(id, clientId, base, changes);
      // Another server has moved the head on meanwhile: what it made has been read, or is forgotten and read anew.
      if (done !== 'moved') return done;
      if (tries > 4) return fail({ ...STALE, value: [] });
    }
  }

  private async tryCommit(
    id: string,
    clientId: string,
    base: number,
    changes: readonly SentChange[],
  ): Promise<Result<Committed> | 'moved'> {
    const live = await this.open(id);
    if (!live) return fail(GONE);
    if (base > live.revision) return this.ahead(id, base);
    // While the lines are read others may go on: from here to the append nothing is waited for.
    let before: readonly LoggedChange[] | null, at: number;
    do {
      at = live.revision;
      before = await this.since(id, live, base);
    } while (live.revision !== at);
    if (!before) return fail(RELOAD);
    const seen = before;
    const stale = async (): Promise<Result<Committed>> => {
      await live.last;
      return fail({ ...STALE, value: seen });
    };
    const ids = new Set(changes.map(({ changeId }) => changeId));
    if (before.some(({ changeId }) => ids.has(changeId))) return stale();
    if (ids.size < changes.length || live.recent.some(({ changeId }) => ids.has(changeId))) return fail(sameChange());
    const steps = changes.map(({ change }) => change.steps);
    const theirs = before.flatMap(({ change }) => change.steps);
    if (before.length > 0 && !apart(live.piece, theirs, steps.flat())) return stale();
    const received = receive(live.piece, steps);
    if (!received.ok) return before.length > 0 ? stale() : received;
    const from = live.revision;
    const lines = changes.map(({ changeId, change }, i): LoggedChange => ({
      revision: from + i + 1,
      changeId,
      clientId,
      change,
    }));
    const piece = received.value;
    live.piece = piece;
    live.revision = from + lines.length;
    live.recent = [...live.recent, ...lines].slice(-this.limits.recent);
    const { widthMm, heightMm } = piece.sheet;
    const appended = this.committer.append({ pieceId: id, from, name: piece.name, widthMm, heightMm, lines });
    live.last = Promise.allSettled([live.last, appended]).then(() => undefined);
    try {
      if ((await appended) === 'moved') return await this.movedOn(id, live);
    } catch (error) {
      // What is in memory is ahead of what is stored.
      this.drop(id);
      if ((await loggedIds(this.db, id, [...ids])).size > 0) return fail(sameChange());
      throw error;
    }
    const revision = from + lines.length;
    this.foldLater(id, live, piece, revision);
    return ok({ revision, before, lines });
  }

  /** The sender has seen more than this server: another may have made it, of which this one has not heard yet. */
  private async ahead(id: string, base: number): Promise<'moved' | Result<Committed>> {
    const head = await headOf(this.db, id);
    if (head === null || head < base) return fail(head === null ? GONE : RELOAD);
    await this.catchUp(id, head);
    return 'moved';
  }

  private async movedOn(id: string, live: Live): Promise<'moved' | Result<Committed>> {
    if ((await this.live.get(id)) === live) this.drop(id);
    return (await headOf(this.db, id)) === null ? fail(GONE) : 'moved';
  }

  /** Writes the document anew if the log has grown long. What is given is committed. */
  private foldLater(id: string, live: Live, piece: Piece, revision: number): void {
    if (revision - live.folded < this.limits.foldEvery) return;
    live.folded = revision;
    const [problem] = pieceProblems(piece);
    if (problem) {
      // The log leads to it all the same, and is not shortened.
      console.error(`The piece ${id} breaks the rules at revision ${revision}: ${problem.message}`);
      return;
    }
    const work: Promise<void> = fold(this.db, id, piece, revision, this.limits.staying)
      .catch((error: unknown) => {
        console.error(`The document of the piece ${id} could not be written: ${(error as Error).message}`);
      })
      .finally(() => this.folding.delete(work));
    this.folding.add(work);
  }

  /**
   * Changes of a piece that another server made: takes them into memory.
   *
   * @returns the lines that are new here
   */
  async catchUp(id: string, revision: number): Promise<readonly LoggedChange[]> {
    const live = await this.live.get(id);
    // What was being made here meanwhile is settled first, one way or the other.
    let lines: readonly LoggedChange[], at: number;
    do {
      if (!live || live.revision >= revision) return [];
      at = live.revision;
      await live.last;
      lines = await changesSince(this.db, id, at);
    } while (live.revision !== at);
    // Not known any more here, or forgotten since.
    if ((await this.live.get(id)) !== live) return [];
    if (lines[0]?.revision !== at + 1) {
      this.drop(id);
      return [];
    }
    for (const line of lines) {
      const next = applySteps(live.piece, line.change.steps);
      if (!next.ok) {
        this.drop(id);
        return [];
      }
      live.piece = next.value;
      live.revision = line.revision;
      live.recent = [...live.recent, line].slice(-this.limits.recent);
    }
    return lines;
  }
}

const sameChange = (): Problem => ({
  code: 'same-change',
  message: 'A change of this id has been made already. Give every change an id of its own.',
});
