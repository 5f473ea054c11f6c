// Writes an empty database into dist/, so that a new one is copied from it: making one from nothing takes seconds.
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';

const home = fileURLToPath(new URL('..', import.meta.url));

/** Does nothing where the one of this version of PGlite is there. */
export async function writeEmptyDatabase() {
  const { version } = JSON.parse(readFileSync(join(home, 'node_modules/@electric-sql/pglite/package.json'), 'utf8'));
  const path = join(home, `dist/empty-database-${version}.tar.gz`);
  if (existsSync(path)) return;
  const db = await PGlite.create();
  const archive = Buffer.from(await (await db.dumpDataDir('gzip')).arrayBuffer());
  await db.close();
  mkdirSync(dirname(path), { recursive: true });
  // Written beside its place and put there whole: another may be reading it.
  writeFileSync(`${path}.${process.pid}.part`, archive);
  renameSync(`${path}.${process.pid}.part`, path);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await writeEmptyDatabase();
export { writeEmptyDatabase as setup };
