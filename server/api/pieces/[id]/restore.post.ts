import { setDeleted } from '../../../data/pieces';
import { notFound } from '../../../problem';
import { pieceId } from '../../../reading';
import { database } from '../../../store';

/** Brings a deleted piece back to the shelf. */
export default defineEventHandler(async (event) => {
  const id = pieceId(event);
  if (!(await setDeleted(await database(), id, false))) throw notFound('deleted piece');
  return { id };
});
