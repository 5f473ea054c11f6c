import { MAX_ENTRIES } from '#core/piece/history';
import { latestChanges } from '../../../data/changes';
import { requestedPiece } from '../../../reading';
import { database } from '../../../store';

/** A piece with enough of its change log to rebuild the undo list. */
export default defineEventHandler(async (event) => {
  const { id, piece, revision } = await requestedPiece(event);
  const lines = await latestChanges(await database(), id, MAX_ENTRIES * 4);
  return { id, piece, revision, lines: lines.filter((line) => line.revision <= revision) };
});
