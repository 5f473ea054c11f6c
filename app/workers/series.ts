import { transfer } from 'comlink';
import { imposed, layOut, type Imposition } from '#core/output/impose';
import { sheetMarks } from '#core/output/marks/sheetMarks';
import type { Drawing } from '#core/drawing/drawPiece';
import { writePreview } from '#core/output/preview';
import type { RowProblem, SeriesMapping } from '#core/output/series';
import type { SeriesTable } from '#core/import/table';
import { checkSeries, drawRow, makeSeries, quantityOf, type SeriesMade, type SeriesRun } from '#core/output/seriesRun';
import type { Piece } from '#core/piece/types';
import { fail, ok, type Result } from '#core/result';
import { facesFor } from './faces';
import { picturesFor } from './pictures';
import { cmykProfile } from './profile';

/** Rows between two looks at the messages that came meanwhile, so that a run can be cancelled. */
const BREATH_MS = 60;
let cancelled = false;

/** Ends the run that is under way; it answers with `cancelled`. */
export const cancelSeries = (): void => {
  cancelled = true;
};

class Cancelled extends Error {}

function breather(told: (done: number, of: number) => void) {
  cancelled = false;
  let last = performance.now();
  return async (done: number, of: number): Promise<void> => {
    if (performance.now() - last < BREATH_MS) return;
    told(done, of);
    await new Promise((resolve) => setTimeout(resolve));
    last = performance.now();
    if (cancelled) throw new Cancelled();
  };
}

const stopped = <T>(error: unknown): Result<T> => {
  if (!(error instanceof Cancelled)) throw error;
  return fail({ code: 'cancelled', message: 'Cancelled. No file was made.' });
};

export interface SeriesAsked {
  readonly as: 'sheets' | 'files';
  readonly imposition: Imposition;
  readonly marks: boolean;
  readonly trapMm: number;
  readonly columns: SeriesColumns;
}

/** Columns that are not of words, by their places; null for none. */
export type SeriesColumns = Required<Pick<SeriesRun, 'fileColumn' | 'quantityColumn'>>;

/** Looks at every row of a series without making anything. */
export async function checkSeriesRows(
  piece: Piece,
  table: SeriesTable,
  mapping: SeriesMapping,
  told: (done: number, of: number) => void,
): Promise<Result<RowProblem[]>> {
  try {
    return ok(
      await checkSeries(
        { piece, table, mapping, faces: await facesFor(piece), pictures: await picturesFor(piece) },
        breather(told),
      ),
    );
  } catch (error) {
    return stopped(error);
  }
}

/** Makes a series as one file; rows with problems are left out and told. */
export async function makeSeriesFile(
  piece: Piece,
  table: SeriesTable,
  mapping: SeriesMapping,
  { as, imposition, marks, trapMm, columns }: SeriesAsked,
  told: (done: number, of: number) => void,
): Promise<Result<SeriesMade>> {
  try {
    const made = await makeSeries(
      { piece, table, mapping, ...columns, faces: await facesFor(piece), pictures: await picturesFor(piece) },
      {
        as,
        imposition,
        cropMarks: marks,
        trapMm,
        pdf: { marks: marks && as === 'files', profile: await cmykProfile(piece.process.stock) },
      },
      breather(told),
    );
    return made.ok ? transfer(made, [made.value.bytes.buffer]) : made;
  } catch (error) {
    return stopped(error);
  }
}

/** The first sheet of a series as it will come out, rows with problems left out, as an SVG. */
export async function previewSeries(
  piece: Piece,
  table: SeriesTable,
  mapping: SeriesMapping,
  { imposition, columns }: Pick<SeriesAsked, 'imposition' | 'columns'>,
): Promise<Result<string>> {
  const layout = layOut(piece.sheet, imposition);
  if (!layout.ok) return layout;
  const run = { piece, table, mapping, ...columns, faces: await facesFor(piece), pictures: await picturesFor(piece) };
  const drawings: Drawing[] = [],
    room = layout.value.places.length;
  for (let row = 0; row < table.rows.length && drawings.length < room; row++) {
    const { drawing, problems } = drawRow(run, row);
    if (problems.some((one) => one.stops)) continue;
    for (let n = Math.min(quantityOf(run, row), room - drawings.length); n > 0; n--) drawings.push(drawing);
  }
  const used = { ...layout.value, places: layout.value.places.slice(0, drawings.length) };
  return ok(
    writePreview(imposed(piece.name, drawings, used, imposition), {
      printed: true,
      crop: sheetMarks(piece.sheet, used, imposition),
    }),
  );
}
