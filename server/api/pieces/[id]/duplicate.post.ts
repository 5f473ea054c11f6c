import { nanoid } from 'nanoid';
import { LIMITS } from '#core/fields/limits';
import { cutTo } from '#core/fields/wellFormed';
import { insertPiece } from '../../../data/pieces';
import { requestedPiece } from '../../../reading';
import { database } from '../../../store';

/** Puts a copy of a piece on the shelf. */
export default defineEventHandler(async (event) => {
  const { piece } = await requestedPiece(event);
  const id = nanoid(12);
  await insertPiece(await database(), id, { ...piece, name: `${cutTo(piece.name, LIMITS.nameLength.max - 5)} copy` });
  setResponseStatus(event, 201);
  return { id };
});
