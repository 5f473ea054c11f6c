import { existsSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { openDatabase } from '../server/data/database';
import { takeLock } from '../server/data/lock';
import { check, DATA, fail } from './archive';

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

if (!existsSync(join(DATA, 'pg'))) fail(`There is no database in ${DATA}. Set UNDER_ARC_DATA to its folder.`);
const file = resolve(
  process.argv[2] ?? `under-arc-${new Date().toISOString().slice(0, 19).replace(/[:T]/g, '-')}.tar.gz`,
);
if (existsSync(file)) fail(`${file} is there already. Give another name.`);
const lock = takeLock(DATA);
const archive = 'heldBy' in lock ? await fromServer() : await fromFolder();
const pieces = await check(archive).catch((error: unknown) =>
  fail(`The back-up is not whole: ${(error as Error).message}.`),
);
writeFileSync(`${file}.part`, archive);
renameSync(`${file}.part`, file);
console.log(`${file}: ${pieces} pieces, ${(statSync(file).size / 1024 / 1024).toFixed(1)} MB, checked.`);
process.exit(0);
