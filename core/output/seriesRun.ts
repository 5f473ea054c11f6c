import { cutTo } from '../fields/wellFormed';
import { strToU8, zipSync } from 'fflate';
import { blocking, drawPiece, type Drawing } from '../drawing/drawPiece';
import { settingOf, type Faces } from '../setting/settingOf';
import type { Pictures } from '../drawing/pictures';
import { imposed, layOut, type Imposition, type Layout } from './impose';
import { sheetMarks } from './marks/sheetMarks';
import { trapped } from './trap';
import type { PdfPage } from './pdf/page';
import { writePdf, writePdfPages, type PdfOptions } from './pdf/pdf';
import { pieceOfRow, type RowProblem, type SeriesMapping } from './series';
import { type SeriesTable } from '../import/table';
import { tracksOf } from '../curves';
import type { Lettering, Piece } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import { linesOf } from '../setting/line/set';

export interface SeriesRun {
  readonly piece: Piece;
  readonly table: SeriesTable;
  readonly mapping: SeriesMapping;
  /** The column that names the file of a row; its words where there is none. */
  readonly fileColumn?: number | null;
  /** The column that says how many are made of a row; one each where there is none. */
  readonly quantityColumn?: number | null;
  readonly faces: Faces;
  readonly pictures?: Pictures;
}

/**
 * Problems of a row that would be seen in print: words without room, characters that the face lacks, a fit that is not
 * met.
 */
const SEEN: ReadonlySet<string> = new Set(['missing-character', 'fit-not-met', 'overset', 'no-words']);

/** A row drawn, and everything wrong with it. */
export function drawRow(
  { piece, table, mapping, faces, pictures }: SeriesRun,
  row: number,
): { readonly drawing: Drawing; readonly problems: readonly RowProblem[] } {
  const own = pieceOfRow(piece, mapping, table.rows[row]!, faces);
  const drawing = drawPiece(own, faces, pictures);
  const problems: Problem[] = [...drawing.problems];
  const tracks = tracksOf(own);
  for (const item of own.items) {
    if (item.type !== 'lettering' || item.hidden) continue;
    if (mapping[item.id] !== undefined && item.wording.trim() === '')
      problems.push({
        code: 'no-words',
        field: item.id,
        message: `The column “${table.columns[mapping[item.id]!]}” is empty here.`,
      });
    const over = oversetOf(item, tracks, faces);
    if (over > 0)
      problems.push({
        code: 'overset',
        field: item.id,
        value: over,
        message: `“${item.wording.slice(0, 30)}” is ${over.toFixed(2)} mm longer than its room.`,
      });
  }
  const stops = new Set(blocking(drawing));
  // Words that leave some of their room are told of; they can be printed.
  const loose = (one: Problem): boolean => one.code === 'fit-not-met' && Number(one.value) > 0;
  return {
    drawing,
    problems: problems
      .filter((one) => SEEN.has(one.code) || stops.has(one))
      .map((problem) => ({ row: row + 2, problem, stops: !loose(problem) })),
  };
}

function oversetOf(lettering: Lettering, tracks: ReturnType<typeof tracksOf>, faces: Faces): number {
  const set = settingOf(lettering, tracks, faces);
  return set.ok ? Math.max(0, ...linesOf(set.value).map(({ overset }) => overset.beforeMm + overset.afterMm)) : 0;
}

/** Called between rows: how far it is. What it throws ends the run, and nothing is left of it. */
export type OnRow = (done: number, of: number) => void | Promise<void>;

/** Looks at every row without making anything. */
export async function checkSeries(run: SeriesRun, onRow: OnRow): Promise<RowProblem[]> {
  const problems: RowProblem[] = [];
  for (let row = 0; row < run.table.rows.length; row++) {
    await onRow(row, run.table.rows.length);
    problems.push(...drawRow(run, row).problems);
  }
  return problems;
}

export interface SeriesOptions {
  /** On sheets of paper, many copies each, or every row as a file of its own. */
  readonly as: 'sheets' | 'files';
  readonly imposition: Imposition;
  readonly cropMarks: boolean;
  /** How far inks that meet are spread into each other, mm; 0 for not at all. */
  readonly trapMm: number;
  readonly pdf: PdfOptions;
}

export interface SeriesMade {
  readonly bytes: Uint8Array;
  readonly made: number;
  /** What is wrong with rows, and which were left out for it. */
  readonly problems: readonly RowProblem[];
  readonly pages: number;
}

const fileName = (text: string): string =>
  cutTo(
    text
      .normalize('NFC')
      .replace(/[^\p{L}\p{N} _-]+/gu, '')
      .trim()
      .replace(/ +/g, '-'),
    60,
  ) || 'row';

/** The most that is made of one row. */
const MOST_OF_ROW = 1000;

/** How many are made of a row: a whole number from 0 on; one where the column is empty or says something else. */
export function quantityOf({ table, quantityColumn }: SeriesRun, row: number): number {
  const said =
    quantityColumn === null || quantityColumn === undefined ? '' : (table.rows[row]![quantityColumn] ?? '').trim();
  return /^\d{1,4}$/.test(said) ? Math.min(Number(said), MOST_OF_ROW) : 1;
}

/** A row as it is printed: with its trapping where that is asked for. */
const printed = (drawing: Drawing, { trapMm }: SeriesOptions): Drawing =>
  trapMm > 0 ? trapped(drawing, trapMm) : drawing;

/** The sheets of a series, drawn when they are asked for, so that only one of them is in memory. */
function* sheetsOf(
  run: SeriesRun,
  layout: Layout,
  options: SeriesOptions,
  problems: RowProblem[],
  count: { made: number },
): Generator<PdfPage> {
  const {
    table: { rows },
    piece,
  } = run;
  let drawings: Drawing[] = [];
  const page = (): PdfPage => {
    // A last sheet with one copy alone must not be filled with repeats of it.
    const used = { ...layout, places: layout.places.slice(0, drawings.length) };
    return {
      drawing: imposed(piece.name, drawings, used, options.imposition),
      lines: options.cropMarks ? sheetMarks(piece.sheet, used, options.imposition) : [],
    };
  };
  for (let row = 0; row < rows.length; row++) {
    const { drawing, problems: own } = drawRow(run, row);
    problems.push(...own);
    if (own.some((one) => one.stops)) continue;
    count.made++;
    const laid = printed(drawing, options);
    for (let n = quantityOf(run, row); n > 0; n--) {
      drawings.push(laid);
      if (drawings.length < layout.places.length) continue;
      yield page();
      drawings = [];
    }
  }
  if (drawings.length > 0) yield page();
}

/**
 * Makes a series: every row set, evened and filled by its own rules. Rows that cannot be printed as they are meant are
 * left out and told.
 *
 * @param onRow may throw to cancel
 * @returns one PDF of sheets, or a ZIP with a PDF each; `nothing-made` where every row has a problem, and why copies
 *   cannot be laid out
 */
export async function makeSeries(run: SeriesRun, options: SeriesOptions, onRow: OnRow): Promise<Result<SeriesMade>> {
  const {
    table: { rows },
    piece,
  } = run;
  const problems: RowProblem[] = [];
  const count = { made: 0 };
  const pdf: PdfOptions = { ...options.pdf, trapped: options.trapMm > 0 };
  const nothing = (): Result<SeriesMade> =>
    fail({
      code: 'nothing-made',
      value: problems,
      message: `Every row has a problem, so no file was made. Row ${problems[0]!.row}: ${problems[0]!.problem.message}`,
    });
  if (options.as === 'sheets') {
    const layout = layOut(piece.sheet, options.imposition);
    if (!layout.ok) return layout;
    const pages = sheetsOf(run, layout.value, options, problems, count);
    let number = 0;
    const bytes = await writePdfPages(piece.name, pages, { ...pdf, marks: false }, async (page) => {
      number = page + 1;
      await onRow(Math.min(rows.length, page * layout.value.places.length), rows.length);
    });
    return count.made === 0 ? nothing() : ok({ bytes, made: count.made, problems, pages: number });
  }
  const files: Record<string, Uint8Array> = {};
  for (let row = 0; row < rows.length; row++) {
    await onRow(row, rows.length);
    const { drawing, problems: own } = drawRow(run, row);
    problems.push(...own);
    if (own.some((one) => one.stops)) continue;
    count.made++;
    const words = (
      run.fileColumn === null || run.fileColumn === undefined ? Object.values(run.mapping) : [run.fileColumn]
    )
      .map((column) => rows[row]![column] ?? '')
      .join(' ');
    files[`${String(row + 1).padStart(4, '0')}-${fileName(words)}.pdf`] = await writePdf(
      { ...printed(drawing, options), name: `${piece.name}: ${words}` },
      pdf,
    );
  }
  if (count.made === 0) return nothing();
  if (problems.length > 0)
    files['problems.txt'] = strToU8(
      `${problems.map(({ row, problem, stops }) => `Row ${row}${stops ? ', left out' : ''}: ${problem.message}`).join('\n')}\n`,
    );
  return ok({
    bytes: zipSync(files, { mtime: new Date('2000-01-01T12:00:00Z'), level: 0 }),
    made: count.made,
    problems,
    pages: count.made,
  });
}
