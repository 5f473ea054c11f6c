// What bin/backup and bin/restore share.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pieceProblems } from '#core/piece/check/index';
import type { Database } from '../server/data/database';
import { openDatabase, restoreDatabase } from '../server/data/folderDatabase';
import { findPiece, listPieces } from '../server/data/pieces';

export const DATA = resolve(process.env['UNDER_ARC_DATA'] ?? 'data');

/** Ends with a line that says what to do. */
export function fail(message: string): never {
  console.error(message);
  process.exit(1);
}

/** The time for names of files. */
export const stamp = (): string => new Date().toISOString().slice(0, 19).replace(/[:T]/g, '-');

/**
 * Reads every piece on the shelf with its log, and checks it.
 *
 * @returns how many there are
 * @throws where one cannot be read, or breaks the rules
 */
export async function checkPieces(db: Database): Promise<number> {
  const pieces = await listPieces(db);
  for (const { id, name } of pieces) {
    const found = await findPiece(db, id);
    const [problem] = found ? pieceProblems(found.piece) : [{ message: 'it is not there' }];
    if (problem) throw new Error(`“${name}” (${id}) is damaged: ${problem.message}`);
  }
  return pieces.length;
}

/**
 * Opens an archive aside and checks its pieces.
 *
 * @returns how many pieces there are
 * @throws where one cannot be read, or breaks the rules
 */
export async function check(archive: Uint8Array): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'under-arc-check-'));
  try {
    await restoreDatabase(archive, join(folder, 'pg'));
    const db = await openDatabase(join(folder, 'pg'));
    const pieces = await checkPieces(db);
    await db.close();
    return pieces;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
