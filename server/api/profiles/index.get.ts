import { listProfiles } from '../../data/profiles';
import { database } from '../../store';

/** The CMYK profiles that people added. Those of papers ship, in profiles/. */
export default defineEventHandler(async () => ({ profiles: await listProfiles(await database()) }));
