import { writeFileSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { nanoid } from 'nanoid';
import { parsePiece, readPiece } from '#core/piece/read';
import { CURRENT_VERSION } from '#core/piece/version';
import type { Database } from './data/database';
import { Desk } from './data/desk';
import { LEAST_FREE_BYTES } from './data/freeSpace';
import { openDatabase } from './data/folderDatabase';
import { keepImage, readImage } from './data/images';
import { takeLock } from './data/lock';
import { insertPiece, olderPieces, replaceDocument } from './data/pieces';
import { openServerDatabase } from './data/serverDatabase';
import { tidy } from './data/tidy';
import { DATA, DATABASE_URL, HOME } from './home';
import { followOthers } from './others';

/** What those who may read the data folder, such as `bin/backup`, show to the running server. */
const KEY_FILE = join(DATA, 'admin.key');
const KEY = nanoid(32);
export const isAdmin = (key: string | undefined): boolean => key === KEY;

let opening: Promise<Database> | undefined;
let theDesk: Promise<Desk> | undefined;

/** Puts the demo pieces on the shelf of a new database, the first by name on top. */
async function seed(db: Database): Promise<void> {
  const folder = join(HOME, 'demo');
  const files = (await readdir(folder))
    .filter((name) => name.endsWith('.json'))
    .sort()
    .reverse();
  for (const file of files) {
    const piece = parsePiece(await readFile(join(folder, file), 'utf8'));
    if (!piece.ok) throw new Error(`demo/${file}: ${piece.problem.message}`);
    await insertPiece(db, nanoid(12), piece.value);
  }
  for (const file of await readdir(join(folder, 'images'))) {
    const image = readImage(await readFile(join(folder, 'images', file)));
    if (!image.ok) throw new Error(`demo/images/${file}: ${image.problem.message}`);
    await keepImage(db, image.value);
  }
}

/** Pieces that an older version stored are brought to today's format; one that cannot be is left and named. */
async function bringUpToDate(db: Database): Promise<void> {
  for (const { id, document } of await olderPieces(db, CURRENT_VERSION)) {
    const piece = readPiece(document);
    if (piece.ok) await replaceDocument(db, id, piece.value);
    else console.error(`The piece ${id} could not be brought to format ${CURRENT_VERSION}: ${piece.problem.message}`);
  }
}

/** What a fault of the file system means for the one who runs the server. */
const ROOM: Readonly<Record<string, string>> = {
  EACCES: 'may not be written by this user. Give it the rights, or set UNDER_ARC_DATA to another folder',
  EPERM: 'may not be written by this user. Give it the rights, or set UNDER_ARC_DATA to another folder',
  EROFS: 'can only be read. Set UNDER_ARC_DATA to a folder that can be written',
  ENOSPC: `has too little free space. Make at least ${LEAST_FREE_BYTES / 2 ** 20} MB, or set UNDER_ARC_DATA to another folder`,
};

/** Ends the process with a line that says what to do. */
function giveUp(error: unknown): never {
  const { code = '', message } = error as NodeJS.ErrnoException;
  console.error(
    ROOM[code] ? `The folder ${DATA} ${ROOM[code]}.` : `The database in ${DATA} could not be opened: ${message}.`,
  );
  process.exit(1);
}

function locked(): ReturnType<typeof takeLock> {
  try {
    return takeLock(DATA);
  } catch (error) {
    return giveUp(error);
  }
}

const DAY_MS = 24 * 60 * 60 * 1000;
/** The shelf comes first. */
const TIDY_AFTER_MS = 60_000;

/** Clears once a day what nobody can bring back any more. */
function tidyDaily(db: Database): void {
  const run = (): void => {
    tidy(db).catch((error: unknown) => {
      console.error(`What was deleted long ago could not be cleared: ${(error as Error).message}`);
    });
  };
  setTimeout(run, TIDY_AFTER_MS).unref();
  setInterval(run, DAY_MS).unref();
}

/** Takes the data folder for this process; ends the process with a plain message when another one has it. */
function takeFolder(): void {
  const lock = locked();
  if ('heldBy' in lock) {
    console.error(
      `Under Arc is already running on ${DATA}${lock.heldBy === null ? '' : ` (process ${lock.heldBy})`}. Stop it first, or set UNDER_ARC_DATA to another folder.`,
    );
    process.exit(1);
  }
  process.once('exit', lock.release);
}

/** What a new database is filled with, and an older one is brought to. */
const setUp = (db: Database): Promise<void> => (db.isNew ? seed(db) : bringUpToDate(db));

async function openFolder(): Promise<Database> {
  const db = await openDatabase(join(DATA, 'pg'));
  await setUp(db);
  return db;
}

/** Opens the database, on a server or in a folder; ends the process with a plain message when that cannot be. */
export function startDatabase(): void {
  if (DATABASE_URL) {
    opening = openServerDatabase(DATABASE_URL, setUp);
    opening.catch((error: unknown) => {
      const { message, code } = error as NodeJS.ErrnoException;
      // Some faults of a connection say nothing but their code. The address is not told: a password may be in it.
      console.error(`The database of DATABASE_URL could not be opened: ${message || code || 'no answer'}.`);
      process.exit(1);
    });
    void desk().then(async (one) => followOthers(await database(), one));
  } else {
    takeFolder();
    opening = openFolder();
    opening.catch(giveUp);
    writeFileSync(KEY_FILE, KEY, { mode: 0o600 });
  }
  void opening.then(tidyDaily);
}

export async function stopDatabase(): Promise<void> {
  await (await theDesk)?.settle();
  await (await opening)?.close();
}

/** The pieces that are being worked on. */
export const desk = (): Promise<Desk> => (theDesk ??= database().then((db) => new Desk(db)));

export const database = (): Promise<Database> => opening ?? Promise.reject(new Error('The database was not started.'));
