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

/** A change that could not be saved, and why. It waits for the person to decide. */
export interface SetAside extends PendingChange {
  readonly why: string;
}

/** What the server answers to changes. */
export type Answer =
  /** With what others had changed before, oldest first. */
  | { readonly kind: 'saved'; readonly revision: number; readonly lines: readonly LoggedChange[] }
  | { readonly kind: 'stale'; readonly lines: readonly LoggedChange[] }
  /** The server is behind the page, or the changes between are not known any more. */
  | { readonly kind: 'reload' }
  | { readonly kind: 'refused'; readonly problem: Problem }
  /** It went wrong on the server. */
  | { readonly kind: 'failed'; readonly problem: Problem }
  | { readonly kind: 'unreachable' };

export type SavingState = 'saved' | 'saving' | 'not-saved';

/** What the keeper needs from outside. */
export interface KeeperPorts {
  readonly newId: () => string;
  readonly send: (baseRevision: number, changes: readonly PendingChange[]) => Promise<Answer>;
  /** Loads the piece anew, with which of some changes are in it already. Rejects where the server does not answer. */
  readonly load: (
    changeIds: readonly string[],
  ) => Promise<{ readonly piece: Piece; readonly revision: number; readonly known: ReadonlySet<string> }>;
  /** Makes an edit by the rules of the document. */
  readonly transact: (piece: Piece, steps: readonly Step[]) => Result<Made>;
  /** Called after anything that a screen shows has changed. */
  readonly changed: () => void;
  /** A change was set aside: others removed what it was about, or the server does not take it. */
  readonly setAside: (one: SetAside) => void;
  /** Keeps what is not yet acknowledged, and what was set aside, across a crash of the browser. */
  readonly stash: (pending: readonly PendingChange[], aside: readonly SetAside[]) => void;
  readonly later: (run: () => void, ms: number) => void;
  /** Waits for a moment at which sending keeps nobody from anything: what is done meanwhile goes out together. */
  readonly pause: () => Promise<void>;
}

const SOON_MS = 120;
const RETRY_MS = 3000;
/** How many changes go out together at most, and how many characters of them. */
const MOST = { changes: 200, characters: 1_000_000 } as const;
/** Pauses after failures of the server, ms; after the last it is not asked again about the same. */
const PAUSES_MS = [500, 1000, 2000, 4000];

/**
 * Holds a piece, its undo list and the changes that the server has not acknowledged yet, and keeps the three
 * true to each other. What is shown is always the acknowledged piece with the pending changes on top; when
 * others change the piece, theirs go below ours. The undo list holds what was done here, not what others did.
 */
export class Keeper {
  private confirmed: Piece;
  private confirmedHistory: History;
  private pending: PendingChange[] = [];
  /** What each pending change led to: once it is acknowledged, the very same piece is the acknowledged one. */
  private after = new WeakMap<PendingChange, { readonly piece: Piece; readonly history: History }>();
  /** Ids of changes that the server may have logged, whether or not its answer arrived. */
  private readonly tried = new Set<string>();
  private sending = false;
  private unreachable = false;
  /** How many changes go out next: halved while something among them is refused, until that one is alone. */
  private atOnce: number = MOST.changes;
  private failures = 0;
  private reloads = 0;
  /** What could not be saved, oldest first. */
  aside: readonly SetAside[] = [];
  revision: number;
  piece: Piece;
  history: History;

  /** @param lines the last changes of this client, of which the undo list is made */
  constructor(
    piece: Piece,
    revision: number,
    lines: readonly LoggedChange[],
    private readonly clientId: string,
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
    return this.unreachable || this.failures > 0 ? 'not-saved' : 'saving';
  }

  get waiting(): number {
    return this.pending.length;
  }

  private stash(): void {
    this.ports.stash(this.pending, this.aside);
  }

  private flushIn(ms: number): void {
    this.ports.later(() => {
      void this.ports.pause().then(() => this.flush());
    }, ms);
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
    this.stash();
    this.ports.changed();
    this.flushIn(SOON_MS);
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

  /**
   * Takes up changes that an earlier page could not get acknowledged.
   *
   * @param known ids of those that the server has logged: they are left out
   */
  resume(stashed: readonly PendingChange[], aside: readonly SetAside[], known: ReadonlySet<string>): void {
    this.aside = [...this.aside, ...aside.filter((one) => !known.has(one.changeId))];
    this.pending = [...this.pending, ...stashed.filter((one) => !known.has(one.changeId))];
    this.rebuild();
    void this.flush();
  }

  /** What goes out together next. */
  private batch(): readonly PendingChange[] {
    let characters = 0;
    const end = this.pending.findIndex(
      (one, i) => i > 0 && (characters += JSON.stringify(one).length) > MOST.characters,
    );
    return this.pending.slice(0, Math.min(this.atOnce, end < 0 ? this.pending.length : end));
  }

  /** Sends what is pending; one request at a time. */
  async flush(): Promise<void> {
    if (this.sending || this.pending.length === 0) return;
    const batch = this.batch(),
      base = this.revision;
    this.sending = true;
    for (const { changeId } of batch) this.tried.add(changeId);
    const answer = await this.ports.send(this.revision, batch).finally(() => {
      this.sending = false;
    });
    const before = this.state;
    this.unreachable = answer.kind === 'unreachable';
    const again = await this.heard(answer, batch, base);
    this.stash();
    if (answer.kind !== 'unreachable' || before !== this.state) this.ports.changed();
    if (again === 0) {
      await this.ports.pause();
      await this.flush();
    } else if (again !== null) this.flushIn(again);
  }

  /** Follows an answer. Gives after how many ms the next is to be sent; null for never. */
  private async heard(answer: Answer, batch: readonly PendingChange[], base: number): Promise<number | null> {
    if (answer.kind !== 'failed') this.failures = 0;
    if (answer.kind !== 'reload' && answer.kind !== 'stale') this.reloads = 0;
    switch (answer.kind) {
      case 'saved':
        this.atOnce = Math.min(this.atOnce * 2, MOST.changes);
        this.acknowledge(batch, answer);
        return 0;
      case 'stale':
        this.takeLines(answer.lines);
        // Asked again on the same revision it would answer the same.
        return this.revision > base ? 0 : this.reload();
      case 'reload':
        return this.reload();
      case 'refused':
        this.narrow(batch, answer.problem);
        return 0;
      case 'failed': {
        const pause = PAUSES_MS[this.failures++];
        if (pause !== undefined) return pause;
        this.narrow(batch, answer.problem);
        this.failures = 1;
        return PAUSES_MS[0]!;
      }
      case 'unreachable':
        return RETRY_MS;
    }
  }

  /** Something in a batch is not taken: half of it goes next, until what is not taken is alone and is set aside. */
  private narrow(batch: readonly PendingChange[], problem: Problem): void {
    if (batch.length > 1) {
      this.atOnce = Math.ceil(batch.length / 2);
      return;
    }
    const [one] = batch;
    this.atOnce = 1;
    this.pending = this.pending.filter(({ changeId }) => changeId !== one!.changeId);
    this.putAside(one!, problem);
    this.rebuild();
  }

  private putAside(one: PendingChange, problem: Problem): void {
    const aside = { ...one, why: problem.message };
    this.aside = [...this.aside, aside];
    this.ports.setAside(aside);
  }

  private acknowledge(
    batch: readonly PendingChange[],
    { revision, lines }: { readonly revision: number; readonly lines: readonly LoggedChange[] },
  ): void {
    // A listener may have brought these lines already, before the answer itself.
    if (revision <= this.revision) return;
    const from = revision - batch.length;
    this.takeLines([...lines, ...batch.map((one, i) => ({ ...one, revision: from + i + 1, clientId: this.clientId }))]);
  }

  /**
   * One more change is logged. Of the first pending one it is known what it led to, until others' changes come between.
   */
  private confirm({ changeId, change, clientId }: LoggedChange): void {
    const first = this.pending[0]?.changeId === changeId ? this.pending[0] : null;
    const led = first && this.after.get(first);
    if (led) {
      this.confirmed = led.piece;
      this.confirmedHistory = led.history;
    } else {
      this.after = new WeakMap();
      const next = applySteps(this.confirmed, change.steps);
      if (next.ok) this.confirmed = next.value;
      if (clientId === this.clientId || this.tried.has(changeId))
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
    if (!onlyOurs) this.rebuild();
    else if (this.pending.length === 0) this.settle();
    this.stash();
    this.ports.changed();
    return true;
  }

  /**
   * The piece as the server has it now, with what is pending on top. Gives when to send again, later each time it
   * follows another.
   */
  async reload(): Promise<number> {
    const loaded = await this.ports.load(this.pending.map(({ changeId }) => changeId)).catch(() => null);
    if (!loaded) {
      this.unreachable = true;
      return RETRY_MS;
    }
    this.after = new WeakMap();
    // What was logged although its answer was lost is in the piece.
    for (const { changeId, change } of this.pending.filter((one) => loaded.known.has(one.changeId))) {
      this.confirmedHistory = recordChange(this.confirmedHistory, change);
      this.tried.delete(changeId);
    }
    this.pending = this.pending.filter(({ changeId }) => !loaded.known.has(changeId));
    this.confirmed = loaded.piece;
    this.revision = loaded.revision;
    this.rebuild();
    this.ports.changed();
    return this.reloads++ === 0 ? 0 : Math.min(RETRY_MS * this.reloads, 10 * RETRY_MS);
  }

  /** Puts the pending changes on top of the acknowledged piece again. */
  private rebuild(): void {
    this.settle();
    const remaining: PendingChange[] = [];
    for (const one of this.pending) {
      const next = this.remade(one.change);
      if (!next.ok) {
        this.putAside(one, next.problem);
        continue;
      }
      const change = { ...one.change, steps: next.value.steps };
      this.piece = next.value.piece;
      this.history = recordChange(this.history, change);
      remaining.push({ ...one, change });
      this.leads(remaining.at(-1)!);
    }
    this.pending = remaining;
    this.stash();
  }

  /**
   * A change made anew over those of others: an edit by the rules, as it was made first; what was undone just as it
   * was.
   */
  private remade({ kind, steps }: Change): Result<Made> {
    const rebased = rebaseSteps(this.piece, steps);
    return rebased.ok && kind === 'do' ? this.ports.transact(this.piece, rebased.value.steps) : rebased;
  }

  /** Makes a change that was set aside once more, as a new edit. Gives why it still cannot be, or null. */
  retry(changeId: string): Problem | null {
    const one = this.aside.find((other) => other.changeId === changeId);
    if (!one) return null;
    const next = this.remade(one.change);
    if (!next.ok) return next.problem;
    this.discard(changeId);
    return this.make({ ...one.change, kind: 'do', steps: next.value.steps }, next.value.piece);
  }

  /** Forgets a change that was set aside. */
  discard(changeId: string): void {
    this.aside = this.aside.filter((other) => other.changeId !== changeId);
    this.stash();
    this.ports.changed();
  }
}
