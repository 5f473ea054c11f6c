import type { LoggedChange } from './data/changes';

/** What listeners of a piece are told. */
export type PieceEvent =
  | { readonly kind: 'changed'; readonly revision: number; readonly lines: readonly LoggedChange[] }
  | { readonly kind: 'deleted' };

type Listener = (event: PieceEvent) => void;
const listeners = new Map<string, Set<Listener>>();

/** Listens to a piece; call what is returned to stop. */
export function listen(pieceId: string, listener: Listener): () => void {
  const set = listeners.get(pieceId) ?? new Set<Listener>();
  listeners.set(pieceId, set.add(listener));
  return () => {
    set.delete(listener);
    if (set.size === 0) listeners.delete(pieceId);
  };
}

export function announce(pieceId: string, event: PieceEvent): void {
  for (const listener of listeners.get(pieceId) ?? []) listener(event);
}
