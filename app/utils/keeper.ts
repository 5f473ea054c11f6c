import { EMPTY_HISTORY, recordChange, type Change, type History } from '#core/piece/history';
import { applySteps, mergeSteps, rebaseSteps, type Made, type Step } from '#core/piece/steps/index';
import type { Piece } from '#core/piece/types';
import { ok, type Problem, type Result } from '#core/result';

/** A change under way to the server. */
export interface PendingChange {
  readonly changeId: string;
  readonly change: Change;
}

/** A change as the server has logged it. */
export interface LoggedChange extends PendingChange {
  readonly revision: number;
  readonly clientId: string;
}

/** What the server answers to changes. */
export type Answer =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly lines: readonly LoggedChange[] }
  | { readonly kind: 'refused'; readonly problem: Problem }
  | { readonly kind: 'unreachable' };

export type SavingState = 'saved' | 'saving' | 'not-saved';

/** What the keeper needs from outside. */
export interface KeeperPorts {
  readonly newId: () => string;
  readonly send: (baseRevision: number, changes: readonly PendingChange[]) => Promise<Answer>;
  /** Makes an edit by the rules of the document. */
  readonly transact: (piece: Piece, steps: readonly Step[]) => Result<Made>;
  /** Called after anything that a screen shows has changed. */
  readonly changed: () => void;
  /** Changes that could not be kept: others removed what they were about, or the server refused them. */
  readonly lost: (problem: Problem, changes: readonly PendingChange[]) => void;
  /** Keeps what is not yet acknowledged across a crash of the browser. */
  readonly stash: (pending: readonly PendingChange[]) => void;
  readonly later: (run: () => void, ms: number) => void;
}

const RETRY_MS = 3000;
const BATCH = 200;

/**
 * Holds a piece, its undo list and the changes that the server has not acknowledged yet, and keeps the three
 * true to each other. What is shown is always the acknowledged piece with the pending changes on top; when
 * others change the piece, theirs go below ours.
 */
export class Keeper {
  private confirmed: Piece;
  private confirmedHistory: History;
  private pending: PendingChange[] = [];
  /** What each pending change led to: once it is acknowledged, the very same piece is the acknowledged one. */
  private after = new WeakMap<PendingChange, { readonly piece: Piece; readonly history: History }>();
  /** Ids of changes that the server may have logged, whether or not its answer arrived. */
  private readonly tried = new Set<string>();
  private inFlight = 0;
  private unreachable = false;
  revision: number;
  piece: Piece;
  history: History;

  constructor(
    piece: Piece,
    revision: number,
    lines: readonly LoggedChange[],
    private readonly ports: KeeperPorts,
  ) {
    this.confirmed = this.piece = piece;
    this.revision = revision;
    this.confirmedHistory = this.history = lines.reduce(
      (history, line) => recordChange(history, line.change),
      EMPTY_HISTORY,
    );
  }

  get state(): SavingState {
    if (this.pending.length === 0) return 'saved';
    return this.unreachable ? 'not-saved' : 'saving';
  }

  get waiting(): number {
    return this.pending.length;
  }

  /**
   * Applies a change at once and sends it soon. Gives why not, when its steps do not fit.
   *
   * @param applied the piece with the change's steps applied, where they have been: what was set of it need not be set
   *   again
   */
  make(change: Change, applied?: Piece): Problem | null {
    const next = applied ? ok(applied) : applySteps(this.piece, change.steps);
    if (!next.ok) return next.problem;
    this.piece = next.value;
    this.history = recordChange(this.history, change);
    this.enqueue(change);
    this.ports.stash(this.pending);
    this.ports.changed();
    this.ports.later(() => {
      void this.flush();
    }, 120);
    return null;
  }

  /** A gesture goes out as few changes: what was never sent takes in what follows of the same gesture. */
  private enqueue(change: Change): void {
    const last = this.pending.at(-1);
    if (
      last &&
      !this.tried.has(last.changeId) &&
      change.kind === 'do' &&
      last.change.kind === 'do' &&
      last.change.entryId === change.entryId
    ) {
      const steps = mergeSteps(last.change.steps, change.steps);
      this.pending[this.pending.length - 1] = {
        ...last,
        change: { ...last.change, label: change.label, steps, selectionAfter: change.selectionAfter },
      };
    } else {
      this.pending.push({ changeId: this.ports.newId(), change });
    }
    this.leads(this.pending.at(-1)!);
  }

  private leads(one: PendingChange): void {
    this.after.set(one, { piece: this.piece, history: this.history });
  }

  /** Takes up changes that an earlier page could not get acknowledged. Those already logged are left out. */
  resume(stashed: readonly PendingChange[], known: readonly LoggedChange[]): void {
    const logged = new Set(known.map((line) => line.changeId));
    this.pending = stashed.filter((one) => !logged.has(one.changeId));
    if (this.pending.length === 0) return;
    this.rebuild();
    void this.flush();
  }

  /** Sends what is pending; one request at a time. */
  async flush(): Promise<void> {
    if (this.inFlight > 0 || this.pending.length === 0) return;
    const batch = this.pending.slice(0, BATCH);
    this.inFlight = batch.length;
    for (const { changeId } of batch) this.tried.add(changeId);
    const answer = await this.ports.send(this.revision, batch);
    this.inFlight = 0;
    const wasUnreachable = this.unreachable;
    this.unreachable = answer.kind === 'unreachable';
    if (answer.kind === 'saved') this.acknowledge(batch, answer.revision);
    else if (answer.kind === 'stale') this.takeLines(answer.lines);
    else if (answer.kind === 'refused') this.giveUp(answer.problem, batch);
    else
      this.ports.later(() => {
        void this.flush();
      }, RETRY_MS);
    this.ports.stash(this.pending);
    if (answer.kind !== 'unreachable' || !wasUnreachable) this.ports.changed();
    if (answer.kind !== 'unreachable') await this.flush();
  }

  private acknowledge(batch: readonly PendingChange[], revision: number): void {
    // A listener may have brought these lines already, before the answer itself.
    if (revision <= this.revision) return;
    for (const one of batch) this.confirm(one);
    this.revision = revision;
    if (this.pending.length === 0) this.settle();
  }

  /**
   * One more change is logged. Of the first pending one it is known what it led to, until others' changes come between.
   */
  private confirm({ changeId, change }: PendingChange): void {
    const first = this.pending[0]?.changeId === changeId ? this.pending[0] : null;
    const led = first && this.after.get(first);
    if (led) {
      this.confirmed = led.piece;
      this.confirmedHistory = led.history;
    } else {
      this.after = new WeakMap();
      const next = applySteps(this.confirmed, change.steps);
      if (next.ok) this.confirmed = next.value;
      this.confirmedHistory = recordChange(this.confirmedHistory, change);
    }
    this.tried.delete(changeId);
    this.pending = this.pending.filter((one) => one.changeId !== changeId);
  }

  private settle(): void {
    this.piece = this.confirmed;
    this.history = this.confirmedHistory;
  }

  /**
   * Changes of others, or of ours that were logged without our hearing of it, in order of revision.
   * Gives false when lines between are missing: the caller then asks for them.
   */
  takeLines(lines: readonly LoggedChange[]): boolean {
    const fresh = lines.filter((line) => line.revision > this.revision);
    if (fresh.length === 0) return true;
    if (fresh[0]!.revision !== this.revision + 1) return false;
    const onlyOurs = fresh.every((line, i) => this.pending[i]?.changeId === line.changeId);
    for (const line of fresh) {
      this.confirm(line);
      this.revision = line.revision;
    }
    if (onlyOurs && this.pending.length > 0) {
      this.ports.stash(this.pending);
    } else {
      this.rebuild();
    }
    this.ports.changed();
    return true;
  }

  /** Puts the pending changes on top of the acknowledged piece again. */
  private rebuild(): void {
    this.settle();
    const kept: PendingChange[] = [];
    const lost: PendingChange[] = [];
    let why: Problem | null = null;
    for (const one of this.pending) {
      const next = this.remade(one.change);
      if (!next.ok) {
        lost.push(one);
        why = next.problem;
        continue;
      }
      const change = { ...one.change, steps: next.value.steps };
      this.piece = next.value.piece;
      this.history = recordChange(this.history, change);
      kept.push({ ...one, change });
      this.leads(kept.at(-1)!);
    }
    this.pending = kept;
    this.ports.stash(this.pending);
    if (why) this.ports.lost(why, lost);
  }

  /**
   * A change made anew over those of others: an edit by the rules, as it was made first; what was undone just as it
   * was.
   */
  private remade({ kind, steps }: Change): Result<Made> {
    const rebased = rebaseSteps(this.piece, steps);
    return rebased.ok && kind === 'do' ? this.ports.transact(this.piece, rebased.value.steps) : rebased;
  }

  private giveUp(problem: Problem, batch: readonly PendingChange[]): void {
    const sent = new Set(batch.map((one) => one.changeId));
    this.pending = this.pending.filter((one) => !sent.has(one.changeId));
    this.rebuild();
    this.ports.lost(problem, batch);
  }
}
