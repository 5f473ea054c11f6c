import { listPieces } from '../../data/pieces';
import { database } from '../../store';

/** The shelf. */
export default defineEventHandler(async () => ({ pieces: await listPieces(await database()) }));
