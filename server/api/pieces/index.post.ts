import { nanoid } from 'nanoid';
import { readPiece } from '#core/piece/read';
import { insertPiece } from '../../data/pieces';
import { readJson } from '../../body';
import { problem } from '../../problem';
import { database } from '../../store';

/** Puts a piece on the shelf. The body is a piece in the piece format, of any version. */
export default defineEventHandler(async (event) => {
  const piece = readPiece(await readJson(event));
  if (!piece.ok) throw problem(422, { ...piece.problem });
  const id = nanoid(12);
  await insertPiece(await database(), id, piece.value);
  setResponseStatus(event, 201);
  return { id };
});
