import { strToU8, zipSync } from 'fflate';
import type { Drawing } from '../drawing/drawPiece';
import { cutTo } from '../fields/wellFormed';
import { isLettering } from '../piece/types';
import { fail, ok, type Result } from '../result';
import { imposed } from './sheets/impose';
import type { Imposition, Layout } from './sheets/imposition';
import { layOut } from './sheets/layOut';
import { sheetMarks } from './sheets/sheetMarks';
import type { PdfPage } from './pdf/page';
import { writePdf, writePdfPages, type PdfOptions } from './pdf/pdf';
import type { RowProblem } from './series';
import { drawRow, quantityOf, type SeriesRun } from './seriesRow';
import { trapped } from './trap';

/** Called between rows: how far it is. What it throws ends the run, and nothing is left of it. */
export type OnRow = (done: number, of: number) => void | Promise<void>;

/** Looks at every row without making anything. */
export async function checkSeries(run: SeriesRun, onRow: OnRow): Promise<RowProblem[]> {
  const problems: RowProblem[] = [];
  for (let row = 0; row < run.table.rows.length; row++) {
    await onRow(row, run.table.rows.length);
    problems.push(...(await drawRow(run, row)).problems);
  }
  return problems;
}

/**
 * Whether the files of a series name their printing condition alone instead of each carrying its profile, as PDF/X-1a
 * allows: a tenth of the size.
 */
export const isNamed = ({
  as,
  standard,
}: {
  readonly as: SeriesWay;
  readonly standard?: PdfOptions['standard'];
}): boolean => as === 'files' && standard === 'x1a';

/** How a series is made: on sheets of paper, many copies each; as one file, a page each; or as a file each. */
export type SeriesWay = 'sheets' | 'pages' | 'files';

export interface SeriesOptions {
  readonly as: SeriesWay;
  readonly imposition: Imposition;
  readonly marks: boolean;
  /** How far inks that meet are spread into each other, mm; 0 for not at all. */
  readonly trapMm: number;
  readonly pdf: Omit<PdfOptions, 'marks'>;
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

/** What a row is called: what the column for that says, or all its words. */
function wordsOf({ piece, table, mapping, fileColumn }: SeriesRun, row: number): string {
  const letterings = new Set(piece.items.filter(isLettering).map(({ id }) => id));
  const columns =
    fileColumn === null || fileColumn === undefined
      ? Object.entries(mapping).flatMap(([id, column]) => (letterings.has(id) ? column : []))
      : [fileColumn];
  return columns.map((column) => table.rows[row]![column] ?? '').join(' ');
}

/** A row that can be printed. */
interface MadeRow {
  readonly row: number;
  readonly drawing: Drawing;
}

/** Rows as they are printed, one after the other, without those that have a problem, which are told. */
async function* printedRows(
  run: SeriesRun,
  { trapMm }: SeriesOptions,
  problems: RowProblem[],
  onRow: OnRow,
): AsyncGenerator<MadeRow> {
  const { length } = run.table.rows;
  for (let row = 0; row < length; row++) {
    await onRow(row, length);
    const { drawing, problems: own } = await drawRow(run, row);
    problems.push(...own);
    if (own.some((one) => one.stops)) continue;
    yield { row, drawing: trapMm > 0 ? trapped(drawing, trapMm) : drawing };
  }
}

/** The sheets of a series, drawn when they are asked for, so that only one of them is in memory. */
async function* sheetsOf(
  rows: AsyncIterable<MadeRow>,
  run: SeriesRun,
  layout: Layout,
  { imposition, marks }: SeriesOptions,
): AsyncGenerator<PdfPage> {
  const { name, sheet } = run.piece;
  let drawings: Drawing[] = [];
  const page = (): PdfPage => {
    // A last sheet with one copy alone must not be filled with repeats of it.
    const used = { ...layout, places: layout.places.slice(0, drawings.length) };
    return {
      drawing: imposed(name, drawings, used, imposition),
      lines: marks ? sheetMarks([sheet], used, imposition) : [],
    };
  };
  for await (const { row, drawing } of rows)
    for (let n = quantityOf(run, row); n > 0; n--) {
      drawings.push(drawing);
      if (drawings.length < layout.places.length) continue;
      yield page();
      drawings = [];
    }
  if (drawings.length > 0) yield page();
}

/** The rows of a series as pages, each as often as it is made. */
async function* pagesOf(rows: AsyncIterable<MadeRow>, run: SeriesRun): AsyncGenerator<PdfPage> {
  for await (const { row, drawing } of rows) for (let n = quantityOf(run, row); n > 0; n--) yield { drawing };
}

/** A ZIP with a PDF for each row, and a list of what was left out. */
async function filesOf(
  rows: AsyncIterable<MadeRow>,
  run: SeriesRun,
  pdf: PdfOptions,
  problems: readonly RowProblem[],
): Promise<Uint8Array> {
  const files: Record<string, Uint8Array> = {};
  for await (const { row, drawing } of rows) {
    const words = wordsOf(run, row);
    const name = `${String(row + 1).padStart(4, '0')}-${fileName(words)}.pdf`;
    files[name] = await writePdf({ ...drawing, name: `${run.piece.name}: ${words}` }, pdf);
  }
  if (problems.length > 0)
    files['problems.txt'] = strToU8(
      `${problems.map(({ row, problem, stops }) => `Row ${row}${stops ? ', left out' : ''}: ${problem.message}`).join('\n')}\n`,
    );
  return zipSync(files, { mtime: new Date('2000-01-01T12:00:00Z'), level: 0 });
}

/** Counts what goes by. */
async function* counted<T>(list: AsyncIterable<T>, count: { n: number }): AsyncGenerator<T> {
  for await (const one of list) {
    count.n++;
    yield one;
  }
}

/**
 * Makes a series: every row set, evened and filled by its own rules. Rows that cannot be printed as they are meant are
 * left out and told.
 *
 * @param onRow may throw to cancel
 * @returns one PDF of sheets or of a page each, or a ZIP with a PDF each; `nothing-made` where every row has a problem,
 *   and why copies cannot be laid out
 */
export async function makeSeries(run: SeriesRun, options: SeriesOptions, onRow: OnRow): Promise<Result<SeriesMade>> {
  const problems: RowProblem[] = [];
  const made = { n: 0 },
    pages = { n: 0 };
  const rows = counted(printedRows(run, options, problems, onRow), made);
  const pdf: PdfOptions = {
    ...options.pdf,
    marks: options.marks && options.as !== 'sheets',
    trapped: options.trapMm > 0,
  };
  let bytes: Uint8Array;
  if (options.as === 'files') {
    bytes = await filesOf(rows, run, pdf, problems);
    pages.n = made.n;
  } else {
    const layout = options.as === 'sheets' ? layOut(run.piece.sheet, options.imposition) : null;
    if (layout && !layout.ok) return layout;
    const drawn = layout ? sheetsOf(rows, run, layout.value, options) : pagesOf(rows, run);
    bytes = await writePdfPages(run.piece.name, counted(drawn, pages), pdf);
  }
  const [first] = problems;
  if (pages.n > 0) return ok({ bytes, made: made.n, problems, pages: pages.n });
  const why = first ? `Row ${first.row}: ${first.problem.message}` : 'Its table says of every row that none is made.';
  return fail({
    code: 'nothing-made',
    value: problems,
    message: `${first ? 'Every row has a problem, so no' : 'No'} file was made. ${why}`,
  });
}
