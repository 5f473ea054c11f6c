import type { Database } from './data/database';
import type { Desk } from './data/desk';
import { headOf } from './data/pieces';
import { announce, listenedTo } from './events';

/** What a server says of a commit: who it is, the piece, and its revision; null where it was deleted. */
interface Said {
  readonly by: string;
  readonly id: string;
  readonly revision: number | null;
}

/** Takes over what other servers on the same database commit, and tells it to those who listen here. */
export async function followOthers(db: Database, desk: Desk): Promise<void> {
  const take = async (id: string, revision: number | null): Promise<void> => {
    if (revision === null) {
      desk.drop(id);
      announce(id, { kind: 'deleted' });
      return;
    }
    // Without lines a page asks for them itself.
    const lines = await desk.catchUp(id, revision);
    announce(id, { kind: 'changed', revision: lines.at(-1)?.revision ?? revision, lines });
  };
  /** What is being taken over, by piece: one after the other, so that lines are told in their order. */
  const underway = new Map<string, Promise<void>>();
  const takeNext = (id: string, revision: number | null): void => {
    const next = (underway.get(id) ?? Promise.resolve())
      .then(() => take(id, revision))
      .catch(said)
      .finally(() => {
        if (underway.get(id) === next) underway.delete(id);
      });
    underway.set(id, next);
  };
  const said = (error: unknown): void => {
    console.error(`What another server changed could not be read: ${(error as Error).message}`);
  };
  /** Heads of all that is in use here: some of what happened was not heard. */
  const takeAll = async (): Promise<void> => {
    for (const id of new Set([...desk.ids(), ...listenedTo()])) takeNext(id, await headOf(db, id));
  };
  await db.hear(
    (message) => {
      const { by, id, revision } = JSON.parse(message) as Said;
      if (by !== db.name) takeNext(id, revision);
    },
    () => {
      takeAll().catch(said);
    },
  );
}
