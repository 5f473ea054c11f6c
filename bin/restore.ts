import { existsSync, mkdirSync, readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { restoreDatabase } from '../server/data/folderDatabase';
import { takeLock } from '../server/data/lock';
import { check, DATA, fail, stamp } from './archive';

const [, , file] = process.argv;
if (process.env['DATABASE_URL'])
  fail(
    'Restore into a folder, then take it to the server: unset DATABASE_URL, bin/restore FILE, then bin/move to-server.',
  );
if (!file) fail('Name the back-up: bin/restore FILE');
if (!existsSync(file)) fail(`There is no file ${file}.`);
mkdirSync(DATA, { recursive: true });
const lock = takeLock(DATA);
if ('heldBy' in lock) fail(`Under Arc is running on ${DATA}. Stop it first.`);
const archive = readFileSync(file);
// Checked before anything is touched.
const pieces = await check(archive).catch((error: unknown) =>
  fail(`${file} cannot be restored: ${(error as Error).message}.`),
);
const place = join(DATA, 'pg');
const aside = `${place}-before-${stamp()}`;
if (existsSync(place)) renameSync(place, aside);
await restoreDatabase(archive, place);
console.log(`${pieces} pieces restored to ${DATA}.${existsSync(aside) ? ` What was there is in ${aside}.` : ''}`);
process.exit(0);
