import { listOutputs } from '../../../../data/outputs';
import { pieceId, requestedPiece } from '../../../../reading';
import { database } from '../../../../store';

/** The files that were made of a piece. */
export default defineEventHandler(async (event) => {
  await requestedPiece(event);
  return { outputs: await listOutputs(await database(), pieceId(event)) };
});
