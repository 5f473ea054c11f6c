import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { PendingChange, SetAside } from './keeper';

/**
 * What the server has not acknowledged yet, on the disk of this computer: one record a change, in the name of the tab
 * that made it. A tab that ends leaves its records behind; another one takes them up, once.
 */
interface NetSchema extends DBSchema {
  changes: { key: [pieceId: string, clientId: string, changeId: string]; value: NetRecord };
  /** Who has edited which piece, so that a new tab can go on as one that is gone, with its undo list. */
  clients: {
    key: [pieceId: string, clientId: string];
    value: { readonly pieceId: string; readonly clientId: string; readonly at: number };
  };
}

interface NetRecord {
  readonly pieceId: string;
  readonly clientId: string;
  readonly changeId: string;
  /** Its place among those of the tab. */
  readonly order: number;
  readonly one: PendingChange | SetAside;
}

/** What a tab has left behind. */
export interface Caught {
  readonly pending: readonly PendingChange[];
  readonly aside: readonly SetAside[];
}

const isAside = (one: PendingChange | SetAside): one is SetAside => 'why' in one;
/** So many tabs of a piece are remembered. */
const CLIENTS = 30;

let opening: Promise<IDBPDatabase<NetSchema>> | undefined;
const opened = (): Promise<IDBPDatabase<NetSchema>> =>
  (opening ??= openDB<NetSchema>('under-arc', 1, {
    upgrade(db) {
      db.createObjectStore('changes', { keyPath: ['pieceId', 'clientId', 'changeId'] });
      db.createObjectStore('clients', { keyPath: ['pieceId', 'clientId'] });
    },
    terminated() {
      opening = undefined;
    },
  }));

const ofPiece = (pieceId: string): IDBKeyRange => IDBKeyRange.bound([pieceId], [pieceId, []]);

/** The net of one tab for one piece. */
export class SafetyNet {
  /** What is to be held, and what is on the disk, by the ids of the changes. */
  private wanted: ReadonlyMap<string, PendingChange | SetAside> = new Map();
  private stored = new Map<string, PendingChange | SetAside>();
  private order = 0;
  private writing = false;
  private broken = false;

  constructor(
    private readonly pieceId: string,
    private readonly clientId: string,
    /** Called when all that was given is on the disk, or cannot be put there. */
    private readonly settled: () => void,
  ) {}

  /** Whether all that was given is on the disk. */
  get holds(): boolean {
    return !this.writing && !this.broken;
  }

  /** Has the net hold just this. It is on the disk when `holds` says so. */
  put(pending: readonly PendingChange[], aside: readonly SetAside[]): void {
    this.wanted = new Map([...aside, ...pending].map((one) => [one.changeId, one] as const));
    if (!this.writing) void this.writeAll();
  }

  /** Writes until the disk has what is wanted. What comes meanwhile goes together with the next write. */
  private async writeAll(): Promise<void> {
    this.writing = true;
    try {
      for (;;) {
        const { wanted } = this;
        const fresh = [...wanted.values()].filter((one) => this.stored.get(one.changeId) !== one);
        const gone = [...this.stored.keys()].filter((id) => !wanted.has(id));
        if (fresh.length === 0 && gone.length === 0) break;
        await this.write(
          fresh.map((one) => this.record(one)),
          gone,
        );
        this.stored = new Map(wanted);
      }
      this.broken = false;
    } catch (error) {
      this.broken = true;
      console.warn('What is not saved yet could not be put on the disk of this computer.', error);
    }
    this.writing = false;
    this.settled();
  }

  private record(one: PendingChange | SetAside): NetRecord {
    const { pieceId, clientId } = this;
    return { pieceId, clientId, changeId: one.changeId, order: this.order++, one };
  }

  private async write(records: readonly NetRecord[], gone: readonly string[]): Promise<void> {
    const tx = (await opened()).transaction('changes', 'readwrite', { durability: 'strict' });
    for (const record of records) void tx.store.put(record);
    for (const id of gone) void tx.store.delete([this.pieceId, this.clientId, id]);
    await tx.done;
  }

  /**
   * Takes up what this tab, or tabs that are gone, have left for the piece. From now on it is held by this net.
   *
   * @param isGone whether a tab is there no more
   */
  async takeUp(isGone: (clientId: string) => boolean): Promise<Caught> {
    const tx = (await opened()).transaction('changes', 'readwrite', { durability: 'strict' });
    const all = await tx.store.getAll(ofPiece(this.pieceId));
    const found = all
      .filter(({ clientId }) => clientId === this.clientId || isGone(clientId))
      .sort((a, b) => a.order - b.order);
    for (const { clientId, changeId, one } of found) {
      if (clientId !== this.clientId) {
        void tx.store.delete([this.pieceId, clientId, changeId]);
        void tx.store.put(this.record(one));
      }
      this.stored.set(changeId, one);
    }
    this.order = Math.max(this.order, ...found.map(({ order }) => order + 1));
    await tx.done;
    const ones = found.map(({ one }) => one);
    return { pending: ones.filter((one) => !isAside(one)), aside: ones.filter(isAside) };
  }
}

/** Remembers that a tab edits a piece. */
export async function rememberClient(pieceId: string, clientId: string): Promise<void> {
  const tx = (await opened()).transaction('clients', 'readwrite');
  void tx.store.put({ pieceId, clientId, at: Date.now() });
  const all = (await tx.store.getAll(ofPiece(pieceId))).sort((a, b) => b.at - a.at);
  for (const one of all.slice(CLIENTS)) void tx.store.delete([pieceId, one.clientId]);
  await tx.done;
}

/** The tabs that have edited a piece, the latest first. */
export async function clientsOf(pieceId: string): Promise<readonly string[]> {
  const all = await (await opened()).getAll('clients', ofPiece(pieceId));
  return all.sort((a, b) => b.at - a.at).map(({ clientId }) => clientId);
}
