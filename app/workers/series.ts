import { transfer } from 'comlink';
import { imposed } from '#core/output/sheets/impose';
import type { Imposition } from '#core/output/sheets/imposition';
import { layOut } from '#core/output/sheets/layOut';
import { sheetMarks } from '#core/output/sheets/sheetMarks';
import type { Drawing } from '#core/drawing/drawPiece';
import { writePreview } from '#core/output/preview';
import type { RowProblem, SeriesMapping } from '#core/output/series';
import type { SeriesTable } from '#core/import/table';
import { drawRow, fileNamed, quantityOf, remembering, type FoundImage, type SeriesRun } from '#core/output/seriesRow';
import { checkSeries, isNamed, makeSeries, type SeriesMade, type SeriesWay } from '#core/output/seriesRun';
import type { Piece } from '#core/piece/types';
import { fail, ok, type Result } from '#core/result';
import { decodePicture } from '#core/output/pictures';
import { bringPicture } from '~/utils/bringPicture';
import { facesFor } from './faces';
import { picturesFor } from './pictures';
import { cmykProfile } from './profile';
import { renderPixels } from './rasteriser';

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
  readonly as: SeriesWay;
  readonly imposition: Imposition;
  readonly marks: boolean;
  readonly trapMm: number;
  readonly standard: 'x4' | 'x1a';
}

/** Columns that are not of words, by their places; null for none. */
export type SeriesColumns = Required<Pick<SeriesRun, 'fileColumn' | 'quantityColumn'>>;

/** A table, what its columns are for, and the files that it names. */
export interface SeriesSource {
  readonly table: SeriesTable;
  readonly mapping: SeriesMapping;
  readonly columns: SeriesColumns;
  readonly images: readonly File[];
}

const remember = remembering();
let named = 0;

async function imageOf(file: File): Promise<FoundImage | string> {
  const brought = await bringPicture(file, 'print');
  if (!brought.ok) return `“${file.name}”: ${brought.problem.message}`;
  const { blob, widthPx, heightPx } = brought.value;
  const picture = await decodePicture(
    {
      format: blob.type === 'image/png' ? 'png' : 'jpeg',
      bytes: new Uint8Array(await blob.arrayBuffer()),
      widthPx,
      heightPx,
      rgba: null,
    },
    renderPixels,
  );
  if (!picture) return `“${file.name}” is damaged. Save it anew and choose it again.`;
  return { imageId: (++named).toString(16).padStart(32, '0'), file: picture };
}

/** What finds the image of a name among files: by their whole name, or without its ending. */
function imageFinder(files: readonly File[]): NonNullable<SeriesRun['findImage']> {
  return async (name) => {
    const file = fileNamed(files, name);
    if (!file) return `The picture “${name}” is not among the chosen files. Choose it too.`;
    return remember(`${file.name} ${file.size} ${file.lastModified}`, () => imageOf(file));
  };
}

async function runOf(piece: Piece, { table, mapping, columns, images }: SeriesSource): Promise<SeriesRun> {
  const [faces, pictures] = await Promise.all([facesFor(piece), picturesFor(piece)]);
  return { piece, table, mapping, ...columns, faces, pictures, findImage: imageFinder(images) };
}

/** Looks at every row of a series without making anything. */
export async function checkSeriesRows(
  piece: Piece,
  source: SeriesSource,
  told: (done: number, of: number) => void,
): Promise<Result<RowProblem[]>> {
  try {
    return ok(await checkSeries(await runOf(piece, source), breather(told)));
  } catch (error) {
    return stopped(error);
  }
}

/** Makes a series as one file; rows with problems are left out and told. */
export async function makeSeriesFile(
  piece: Piece,
  source: SeriesSource,
  { as, imposition, marks, trapMm, standard }: SeriesAsked,
  told: (done: number, of: number) => void,
): Promise<Result<SeriesMade>> {
  try {
    const made = await makeSeries(
      await runOf(piece, source),
      {
        as,
        imposition,
        marks,
        trapMm,
        pdf: { standard, profile: isNamed({ as, standard }) ? null : await cmykProfile(piece.process.stock) },
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
  source: SeriesSource,
  imposition: Imposition,
): Promise<Result<string>> {
  const layout = layOut(piece.sheet, imposition);
  if (!layout.ok) return layout;
  const run = await runOf(piece, source);
  const drawings: Drawing[] = [],
    room = layout.value.places.length;
  for (let row = 0; row < source.table.rows.length && drawings.length < room; row++) {
    const { drawing, problems } = await drawRow(run, row);
    if (problems.some((one) => one.stops)) continue;
    for (let n = Math.min(quantityOf(run, row), room - drawings.length); n > 0; n--) drawings.push(drawing);
  }
  const used = { ...layout.value, places: layout.value.places.slice(0, drawings.length) };
  return ok(
    writePreview(imposed(piece.name, drawings, used, imposition), {
      printed: true,
      crop: sheetMarks([piece.sheet], used, imposition),
    }),
  );
}
