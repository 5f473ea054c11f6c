import { readPiece } from '#core/piece/read';
import { getRouterParam } from 'h3';
import { findOutput } from '../../../../data/outputs';
import { notFound, problem } from '../../../../problem';
import { pieceId, requestedPiece } from '../../../../reading';
import { database } from '../../../../store';

/** One made file: the piece as it was, and what it was made with. */
export default defineEventHandler(async (event) => {
  await requestedPiece(event);
  const found = await findOutput(await database(), pieceId(event), getRouterParam(event, 'output') ?? '');
  if (!found) throw notFound('file');
  const piece = readPiece(found.document);
  if (!piece.ok) throw problem(422, { ...piece.problem, value: undefined });
  const { id, format, name, options, bytes, madeAt } = found;
  return { id, format, name, options, bytes, madeAt, piece: piece.value };
});
