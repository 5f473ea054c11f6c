import { receive } from '#core/editing/transact';
import type { Change } from '#core/piece/history';
import { ok, fail, type Problem, type Result } from '#core/result';
import { appendChange, changesSince, type LoggedChange } from './changes';
import type { Database } from './database';
import { lockPiece, updatePiece } from './pieces';

export interface SentChange {
  readonly changeId: string;
  readonly change: Change;
}

export interface Committed {
  readonly revision: number;
  readonly lines: readonly LoggedChange[];
}

class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}

/**
 * Applies changes to a piece and logs them, all or none, in one transaction.
 *
 * @param baseRevision the revision the changes were made on
 * @returns the new revision, or `not-found`; `stale` with the changes since in `value` when the piece has moved
 *   on; `step-does-not-fit`; `wrong-piece` when the piece would break its rules afterwards
 */
export async function commitChanges(
  db: Database,
  pieceId: string,
  clientId: string,
  baseRevision: number,
  changes: readonly SentChange[],
): Promise<Result<Committed>> {
  try {
    return ok(
      await db.transact(async (tx) => {
        const stored = await lockPiece(tx, pieceId);
        if (!stored)
          throw new Refused({
            code: 'not-found',
            message: 'This piece is gone. It may have been deleted in another tab; undo the deletion on the shelf.',
          });
        if (stored.revision !== baseRevision)
          throw new Refused({ code: 'stale', message: 'This piece was changed elsewhere meanwhile.' });
        const received = receive(
          stored.piece,
          changes.map(({ change }) => change.steps),
        );
        if (!received.ok) throw new Refused(received.problem);
        const lines = changes.map(({ changeId, change }, i): LoggedChange => ({
          revision: baseRevision + i + 1,
          changeId,
          clientId,
          change,
        }));
        const revision = baseRevision + lines.length;
        await updatePiece(tx, pieceId, received.value, revision);
        for (const line of lines) await appendChange(tx, pieceId, line);
        return { revision, lines };
      }),
    );
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    if (error.problem.code !== 'stale') return fail(error.problem);
    return fail({ ...error.problem, value: await changesSince(db, pieceId, baseRevision) });
  }
}
