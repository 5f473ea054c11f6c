import type { LoggedChange } from './data/changes';

/** What listeners of a piece are told. */
export type PieceEvent =
  | { readonly kind: 'changed'; readonly revision: number; readonly lines: readonly LoggedChange[] }
  | { readonly kind: 'deleted' };

interface Listener {
  readonly tell: (event: PieceEvent) => void;
  readonly end: () => void;
}
const listeners = new Map<string, Set<Listener>>();

/** Listens to a piece; call what is returned to stop. `end` is called when the server ends. */
export function listen(pieceId: string, tell: Listener['tell'], end: () => void): () => void {
  const set = listeners.get(pieceId) ?? new Set<Listener>(),
    listener = { tell, end };
  listeners.set(pieceId, set.add(listener));
  return () => {
    set.delete(listener);
    if (set.size === 0 && listeners.get(pieceId) === set) listeners.delete(pieceId);
  };
}

export function announce(pieceId: string, event: PieceEvent): void {
  for (const listener of listeners.get(pieceId) ?? []) listener.tell(event);
}

/** Ends all listening. */
export function endListening(): void {
  for (const set of [...listeners.values()]) for (const listener of [...set]) listener.end();
}

/** The pieces that somebody listens to. */
export const listenedTo = (): string[] => [...listeners.keys()];
