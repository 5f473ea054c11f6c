import { nanoid } from 'nanoid';
import { clientsOf, rememberClient } from './safetyNet';

/** A tab that edits a piece: the name under which its changes are logged, and undone. */
export interface EditingTab {
  readonly clientId: string;
  /** Whether a tab of that name is there no more, and this one may take up what it left. */
  readonly isGone: (clientId: string) => boolean;
  readonly leave: () => void;
}

const lockName = (pieceId: string, clientId: string): string => `under-arc:${pieceId}:${clientId}`;
/** A page that is being loaded anew may come before the old one is gone. */
const OLD_PAGE_MS = 400;

/** Takes a lock that ends with the tab; null where another tab has it for longer than some ms. */
async function hold(name: string, waitMs: number): Promise<(() => void) | null> {
  if (!('locks' in navigator)) return () => {};
  return new Promise((resolve) => {
    navigator.locks
      .request(name, waitMs > 0 ? { signal: AbortSignal.timeout(waitMs) } : { ifAvailable: true }, (lock) => {
        if (!lock) {
          resolve(null);
          return undefined;
        }
        return new Promise<void>((release) => {
          resolve(release);
        });
      })
      .catch(() => {
        resolve(null);
      });
  });
}

/**
 * Becomes a tab that edits a piece: the one that it was before it was loaded anew; else one that is gone, the latest
 * first, so that its undo list goes on; else a new one. No two tabs are the same at a time.
 */
export async function becomeTab(pieceId: string): Promise<EditingTab> {
  const key = `under-arc:tab:${pieceId}`;
  const own = sessionStorage.getItem(key);
  const others = await clientsOf(pieceId).catch(() => []);
  // Where the browser has no locks, a tab can only go on as itself.
  const candidates = [own, ...('locks' in navigator ? others : [])].filter((one) => one !== null);
  let clientId = '',
    leave: (() => void) | null = null;
  for (const candidate of new Set(candidates)) {
    leave = await hold(lockName(pieceId, candidate), candidate === own ? OLD_PAGE_MS : 0);
    clientId = candidate;
    if (leave) break;
  }
  if (!leave) {
    clientId = nanoid(12);
    leave = await hold(lockName(pieceId, clientId), 0);
  }
  sessionStorage.setItem(key, clientId);
  await rememberClient(pieceId, clientId).catch(() => undefined);
  const held = 'locks' in navigator ? await navigator.locks.query() : null;
  const present = new Set(held?.held?.map(({ name }) => name));
  return {
    clientId,
    isGone: (other) => held !== null && !present.has(lockName(pieceId, other)),
    leave: leave ?? (() => {}),
  };
}
