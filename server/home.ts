import { resolve } from 'node:path';

/** The project's folder: where fonts/ and demo/ are found. Set UNDER_ARC_HOME when the server starts elsewhere. */
export const HOME = resolve(process.env['UNDER_ARC_HOME'] ?? process.cwd());

/** Where the database lives. */
export const DATA = resolve(process.env['UNDER_ARC_DATA'] ?? `${HOME}/data`);
