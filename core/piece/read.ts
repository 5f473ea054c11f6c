import { fail, ok, type Result } from '../result';
import { pieceProblems } from './check/index';
import { boundsProblem } from './check/bounds';
import { MIGRATIONS } from './migrations';
import type { Piece } from './types';
import { CURRENT_VERSION } from './version';

/**
 * Reads a piece from parsed JSON of any version of the format.
 *
 * @returns the piece, deeply frozen, or a problem with the code `not-a-piece`, `newer-version` or
 *   `wrong-piece`; the last lists every wrong or unknown field with its path in `value`, of a very large one the first
 */
export function readPiece(json: unknown): Result<Piece> {
  if (typeof json !== 'object' || json === null || (json as Record<string, unknown>)['format'] !== 'under-arc-piece') {
    return fail({
      code: 'not-a-piece',
      field: 'format',
      message: 'This is not an Under Arc piece: it should be JSON with "format": "under-arc-piece".',
    });
  }
  const bounds = boundsProblem(json);
  if (bounds.problem) return fail({ ...bounds.problem, code: 'wrong-piece' });
  let current = json as Record<string, unknown>;
  const version = current['version'];
  if (typeof version === 'number' && version > CURRENT_VERSION) {
    return fail({
      code: 'newer-version',
      field: 'version',
      value: version,
      message: `This piece was made by a newer Under Arc (format ${version}; this one reads up to ${CURRENT_VERSION}). Open it there, or update.`,
    });
  }
  for (let v = version; typeof v === 'number' && v < CURRENT_VERSION && MIGRATIONS[v]; v++)
    current = MIGRATIONS[v]!(current);
  const problems = pieceProblems(current);
  if (problems.length > 0) {
    const lines = problems.slice(0, 10).map((p) => p.message);
    if (problems.length > 10) lines.push(`and ${problems.length - 10} more`);
    return fail({ code: 'wrong-piece', field: problems[0]!.field, message: lines.join('\n'), value: problems });
  }
  return ok(freeze(current) as unknown as Piece);
}

/** Reads a piece from the text of a file; a text that is not JSON is `not-a-piece`. */
export function parsePiece(text: string): Result<Piece> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return fail({
      code: 'not-a-piece',
      message: `This file is not JSON (${(error as Error).message}), so it is not an Under Arc piece.`,
    });
  }
  return readPiece(json);
}

/** Freezes plain data all the way down and gives it back. */
export function freeze<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    for (const part of Object.values(value)) freeze(part);
  }
  return value;
}
