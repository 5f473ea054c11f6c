import { setDeleted } from '../../../data/pieces';
import { announce } from '../../../events';
import { notFound } from '../../../problem';
import { pieceId } from '../../../reading';
import { database, desk } from '../../../store';

/** Takes a piece off the shelf. It stays stored and can be brought back with `restore`. */
export default defineEventHandler(async (event) => {
  const id = pieceId(event);
  if (!(await setDeleted(await database(), id, true))) throw notFound('piece');
  (await desk()).drop(id);
  announce(id, { kind: 'deleted' });
  return { id };
});
