import { transact } from '#core/editing/transact';
import type { Change } from '#core/piece/history';
import { applySteps, setStep } from '#core/piece/steps/index';
import { findLettering, type Piece } from '#core/piece/types';
import { Keeper, type Answer, type LoggedChange, type PendingChange } from '../../app/utils/keeper';
import { circle, curve, lettering, piece } from './pieces';

export const start = piece([curve(circle(30)), lettering('TIDE'), lettering('SEDGE', { id: 'more' })]);
let ids = 0;
/** A new id each time. */
const newId = (prefix: string): string => `${prefix}${++ids}`;

/** A server of a few lines: keeps a piece and its log, answers as the real one does, and can fail. */
export class Desk {
  piece: Piece = start;
  log: LoggedChange[] = [];
  keepers: Keeper[] = [];
  mode: 'well' | 'away' | 'answer-lost' = 'well';
  /** Steps that the server does not take, or over which it fails. */
  hates: (change: PendingChange) => 'refused' | 'failed' | null = () => null;
  requests = 0;
  pauses: number[] = [];
  /** What is to be done after each of them; tests do it themselves. */
  due: (() => void)[] = [];
  /** Whether something keeps moving in the hand; what would go out waits then. */
  handMoves = false;
  /** Ends the wait of what would have gone out. */
  rests: (() => void)[] = [];

  take(clientId: string, base: number, changes: readonly PendingChange[]): Answer {
    this.requests++;
    if (this.mode === 'away') return { kind: 'unreachable' };
    if (base > this.log.length) return { kind: 'reload' };
    if (base !== this.log.length) return { kind: 'stale', lines: this.log.slice(base) };
    const problem = { code: 'x', message: 'It is not taken.' };
    for (const one of changes) {
      const kind = this.hates(one);
      if (kind) return { kind, problem };
    }
    const next = applySteps(
      this.piece,
      changes.flatMap(({ change }) => change.steps),
    );
    if (!next.ok) return { kind: 'refused', problem: next.problem };
    this.piece = next.value;
    for (const { changeId, change } of changes)
      this.log.push({ revision: this.log.length + 1, changeId, clientId, change });
    return this.mode === 'answer-lost'
      ? { kind: 'unreachable' }
      : { kind: 'saved', revision: this.log.length, lines: [] };
  }

  keeper(name: string, lost: string[] = []): Keeper {
    const own = this.log.filter(({ clientId }) => clientId === name);
    const keeper = new Keeper(this.piece, this.log.length, own, name, {
      newId: () => newId('c'),
      send: async (base, changes) => this.take(name, base, changes),
      load: async (changeIds) => ({
        piece: this.piece,
        revision: this.log.length,
        known: new Set(changeIds.filter((id) => this.log.some((line) => line.changeId === id))),
      }),
      transact: (now, steps) => transact(now, steps, { faces: new Map() }),
      changed: () => {},
      stash: () => {},
      later: (run, ms) => {
        this.pauses.push(ms);
        this.due.push(run);
      },
      pause: async () => (this.handMoves ? new Promise((resolve) => this.rests.push(resolve)) : undefined),
      setAside: ({ why }) => {
        lost.push(why);
      },
    });
    this.keepers.push(keeper);
    return keeper;
  }
}
export const words = (p: Piece, id = 'words'): string => findLettering(p, id)!.wording;
export const typed = (keeper: Keeper, text: string, entryId = newId('e'), id = 'words'): Change => ({
  entryId,
  kind: 'do',
  label: 'Change wording',
  steps: [setStep(keeper.piece, id, ['wording'], text)],
  selectionBefore: [],
  selectionAfter: [],
});
