import type { SeriesTable } from '../import/table';
import { LIMITS } from '../fields/limits';
import type { Faces } from '../setting/settingOf';
import { transact } from '../editing/transact';
import { rewordSteps } from '../piece/wording/reword';
import { cutTo } from '../fields/wellFormed';
import type { Lettering, Piece } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';

/** Which column gives which lettering its words. */
export type SeriesMapping = Readonly<Record<string, number>>;

/** A first guess: columns whose name is that of a lettering's words, or its first words, else in order. */
export function guessMapping(piece: Piece, { columns }: SeriesTable): SeriesMapping {
  const letterings = piece.items.filter((item): item is Lettering => item.type === 'lettering' && !item.hidden);
  const plain = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();
  const named = new Map(
    letterings.flatMap(({ id, wording }) => {
      const at = columns.findIndex((name) => plain(name) === plain(wording));
      return at >= 0 ? [[id, at] as const] : [];
    }),
  );
  if (named.size > 0) return Object.fromEntries(named);
  return Object.fromEntries(letterings.slice(0, columns.length).map(({ id }, i) => [id, i]));
}

/** A column by its name, or by its letter as spreadsheets have them; null where there is none. */
export function columnOf({ columns }: SeriesTable, said: string): number | null {
  const plain = (text: string): string => text.toLowerCase().trim();
  const named = columns.findIndex((name) => plain(name) === plain(said));
  if (named >= 0) return named;
  const letter = /^[A-Za-z]$/.test(said) ? said.toUpperCase().charCodeAt(0) - 65 : -1;
  return letter >= 0 && letter < columns.length ? letter : null;
}

/**
 * A mapping as it is written on the command line, `COLUMN=WORDS` each: the lettering is named by its words or its id.
 *
 * @returns `no-column` or `no-lettering`, with what there is
 */
export function readMapping(piece: Piece, table: SeriesTable, given: readonly string[]): Result<SeriesMapping> {
  const mapping: Record<string, number> = {};
  const letterings = piece.items.filter((item): item is Lettering => item.type === 'lettering');
  for (const one of given) {
    const at = one.indexOf('=');
    const [column, words] = [one.slice(0, at), one.slice(at + 1)];
    const index = columnOf(table, column);
    if (index === null)
      return fail({
        code: 'no-column',
        value: column,
        message: `The table has no column “${column}”. It has ${table.columns.map((name) => `“${name}”`).join(', ')}.`,
      });
    const plain = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();
    const found = letterings.find(({ id, wording }) => id === words || plain(wording) === plain(words));
    if (!found)
      return fail({
        code: 'no-lettering',
        value: words,
        message: `No lettering has the words “${words}”. There are ${letterings.map(({ wording }) => `“${wording}”`).join(', ')}.`,
      });
    mapping[found.id] = index;
  }
  return ok(mapping);
}

/**
 * The piece of one row: its words in the letterings that columns are mapped to, and what is kept filled made anew for them.
 * Adjustments by hand follow letters that stay.
 */
export function pieceOfRow(piece: Piece, mapping: SeriesMapping, row: readonly string[], faces: Faces): Piece {
  const steps = piece.items.flatMap((item) => {
    const column = item.type === 'lettering' ? mapping[item.id] : undefined;
    if (item.type !== 'lettering' || column === undefined) return [];
    const wording = cutTo(row[column] ?? '', LIMITS.wordingLength.max);
    return wording === item.wording ? [] : rewordSteps(piece, item, wording);
  });
  const made = transact(piece, steps, { faces });
  if (!made.ok) throw new Error(made.problem.message);
  return made.value.piece;
}

/** Something that is wrong with one row of a series. */
export interface RowProblem {
  /** As a spreadsheet counts: the row of names is 1. */
  readonly row: number;
  readonly problem: Problem;
  /** Whether the row is left out for it. */
  readonly stops: boolean;
}
