import { resolve } from 'node:path';

/** The project's folder: where fonts/ and demo/ are found. Set UNDER_ARC_HOME when the server starts elsewhere. */
export const HOME = resolve(process.env['UNDER_ARC_HOME'] ?? process.cwd());

/** Where the database lives. */
export const DATA = resolve(process.env['UNDER_ARC_DATA'] ?? `${HOME}/data`);

/** A PostgreSQL server that takes the place of the folder, so that several of these can run side by side. */
export const DATABASE_URL = process.env['DATABASE_URL'] ?? '';
