import Papa from 'papaparse';
import { fail, ok, type Result } from '../result';

/** What a table may be at most. */
export const SERIES_LIMITS = { rows: 5000, columns: 40, bytes: 8 * 1024 * 1024 } as const;

/** A table of names: its columns, and its rows as texts. */
export interface SeriesTable {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** What a person should know of how it was read. */
  readonly notes: readonly string[];
}

declare const TextDecoder: new (
  label: string,
  options?: { fatal?: boolean },
) => { decode: (bytes: Uint8Array) => string };

/** Text of a table file: UTF-8, or UTF-16 where it says so by its mark, or else Windows Latin 1, which is told. */
export function decodeTable(bytes: Uint8Array): Result<{ readonly text: string; readonly note: string | null }> {
  if (bytes.length > SERIES_LIMITS.bytes)
    return fail({
      code: 'too-large',
      limit: SERIES_LIMITS.bytes,
      message: `The table is larger than ${SERIES_LIMITS.bytes / 1024 / 1024} MB. Part it into several.`,
    });
  if (bytes[0] === 0xff && bytes[1] === 0xfe)
    return ok({ text: new TextDecoder('utf-16le').decode(bytes.subarray(2)), note: null });
  if (bytes[0] === 0xfe && bytes[1] === 0xff)
    return ok({ text: new TextDecoder('utf-16be').decode(bytes.subarray(2)), note: null });
  try {
    return ok({ text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), note: null });
  } catch {
    return ok({
      text: new TextDecoder('windows-1252').decode(bytes),
      note: 'The file is not UTF-8: it was read as Windows Latin 1. Check accented letters, or save it as UTF-8.',
    });
  }
}

/** Cells that a spreadsheet would reckon with. Here they are words like any others. */
const FORMULA = /^[=+@]|^-(?=\D)/;

/**
 * Reads a table that was pasted or comes from a file: comma, semicolon or tab between cells, quotes as RFC 4180 has
 * them, its first row naming the columns.
 *
 * @returns `empty-table`, `wrong-quotes` with the row, `too-many-rows`, `too-many-columns`
 */
export function readTable(text: string): Result<SeriesTable> {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    preview: SERIES_LIMITS.rows + 2,
    delimitersToGuess: ['\t', ';', ','],
  });
  const wrong = parsed.errors.find((one) => one.type === 'Quotes');
  if (wrong) {
    const row = (wrong.row ?? 0) + 1;
    return fail({
      code: 'wrong-quotes',
      value: row,
      message: `Row ${row} has a quotation mark that is never closed, or text behind a closing one. Fix it there: a quotation mark within a cell is written twice.`,
    });
  }
  const [head, ...rows] = parsed.data.map((cells) =>
    cells.map((cell) => cell.replace(/[\u0000-\u0008\u000b-\u001f]/g, ' ').trim()),
  );
  if (!head || rows.length === 0)
    return fail({
      code: 'empty-table',
      message: 'The table has no rows. Its first row names the columns, each further one is a piece of the series.',
    });
  if (rows.length > SERIES_LIMITS.rows)
    return fail({
      code: 'too-many-rows',
      limit: SERIES_LIMITS.rows,
      message: `The table has more than ${SERIES_LIMITS.rows} rows, the most of one series. Part it into several.`,
    });
  if (head.length > SERIES_LIMITS.columns)
    return fail({
      code: 'too-many-columns',
      value: head.length,
      limit: SERIES_LIMITS.columns,
      message: `The table has ${head.length} columns; ${SERIES_LIMITS.columns} are the most. Leave out those that no lettering needs.`,
    });
  const names = new Set<string>();
  const columns = head.map((name, i) => {
    let own = name || `Column ${i + 1}`;
    while (names.has(own)) own += ' again';
    names.add(own);
    return own;
  });
  const formulas = rows.reduce((count, row) => count + row.filter((cell) => FORMULA.test(cell)).length, 0);
  const ragged = rows.filter((row) => row.length !== head.length).length;
  const notes = [
    ...(formulas > 0
      ? [
          `${formulas === 1 ? 'One cell looks' : `${formulas} cells look`} like a formula; it is set as the words that it is written with.`,
        ]
      : []),
    ...(ragged > 0
      ? [
          `${ragged === 1 ? 'One row has' : `${ragged} rows have`} more or fewer cells than the first row has names; what is lacking is empty, what is too much is left out.`,
        ]
      : []),
  ];
  return ok({ columns, rows: rows.map((row) => columns.map((_, i) => row[i] ?? '')), notes });
}
