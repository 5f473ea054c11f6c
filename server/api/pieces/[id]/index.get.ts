import { MAX_ENTRIES } from '#core/piece/history';
import { latestChangesOf } from '../../../data/changes';
import { requestedPiece } from '../../../reading';
import { database } from '../../../store';

/** A piece, with the last changes of the one who asks (`client`), from which an undo list is rebuilt. */
export default defineEventHandler(async (event) => {
  const { id, piece, revision } = await requestedPiece(event);
  const client = String(getQuery(event)['client'] ?? '').slice(0, 80);
  const lines = client ? await latestChangesOf(await database(), id, client, MAX_ENTRIES * 4) : [];
  return { id, piece, revision, lines: lines.filter((line) => line.revision <= revision) };
});
