import { listFaces } from '../../data/faces';
import { database } from '../../store';

/** The faces that people brought. Those that ship are in fonts/faces.json. */
export default defineEventHandler(async () => ({ faces: await listFaces(await database()) }));
