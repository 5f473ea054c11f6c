import { existsSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { openDatabase } from '../server/data/folderDatabase';
import { takeLock } from '../server/data/lock';
import { openServerDatabase } from '../server/data/serverDatabase';
import { check, DATA, fail, stamp } from './archive';

/** From the running server, which alone may read its database. */
async function fromServer(): Promise<Uint8Array> {
  const port = process.env['PORT'] ?? '3000';
  const answer = await fetch(`http://127.0.0.1:${port}/api/backup`, {
    headers: { 'x-under-arc-key': readFileSync(join(DATA, 'admin.key'), 'utf8') },
  }).catch(() => fail(`The server that has ${DATA} does not answer on port ${port}. Set PORT to its port.`));
  if (!answer.ok) fail(`The server on port ${port} refuses: it is not the one that has ${DATA}. Set PORT to its port.`);
  return new Uint8Array(await answer.arrayBuffer());
}

async function fromFolder(): Promise<Uint8Array> {
  const db = await openDatabase(join(DATA, 'pg'));
  const archive = await db.dump();
  await db.close();
  return archive;
}

/** From a PostgreSQL server, as it is at one moment; while others go on. */
async function fromDatabaseServer(url: string): Promise<Uint8Array> {
  const db = await openServerDatabase(url).catch((error: unknown) => {
    const { message, code } = error as NodeJS.ErrnoException;
    return fail(`The database of DATABASE_URL could not be opened: ${message || code}.`);
  });
  const archive = await db.dump();
  await db.close();
  return archive;
}

const url = process.env['DATABASE_URL'];
if (!url && !existsSync(join(DATA, 'pg'))) fail(`There is no database in ${DATA}. Set UNDER_ARC_DATA to its folder.`);
const file = resolve(process.argv[2] ?? `under-arc-${stamp()}.tar.gz`);
if (existsSync(file)) fail(`${file} is there already. Give another name.`);
async function fromHere(): Promise<Uint8Array> {
  return 'heldBy' in takeLock(DATA) ? fromServer() : fromFolder();
}
const archive = await (url ? fromDatabaseServer(url) : fromHere());
const pieces = await check(archive).catch((error: unknown) =>
  fail(`The back-up is not whole: ${(error as Error).message}.`),
);
writeFileSync(`${file}.part`, archive);
renameSync(`${file}.part`, file);
console.log(`${file}: ${pieces} pieces, ${(statSync(file).size / 1024 / 1024).toFixed(1)} MB, checked.`);
process.exit(0);
