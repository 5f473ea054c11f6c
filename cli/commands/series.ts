import { readdir } from 'node:fs/promises';
import { dirname, extname, join } from 'node:path';
import { decodeTable, readTable, type SeriesTable } from '#core/import/table';
import { columnOf, guessMapping, readMapping } from '#core/output/series';
import { fileNamed, remembering, type SeriesRun } from '#core/output/seriesRow';
import { isNamed, makeSeries, type SeriesWay } from '#core/output/seriesRun';
import type { Imposition } from '#core/output/sheets/imposition';
import type { Piece } from '#core/piece/types';
import { fail, ok, type Result } from '#core/result';
import { imageAt } from '../images';
import { bytesOf, readFileAsPiece } from '../opened';
import type { Options } from '../options';
import { complain, say } from '../report';
import { profile, renderPixels } from '../tools';
import { written } from '../written';

/** What the columns of a table are for, as the call says, or as their names do. */
function columnsOf(
  piece: Piece,
  table: SeriesTable,
  { map, file, quantity }: Options,
): Result<Pick<SeriesRun, 'mapping' | 'fileColumn' | 'quantityColumn'>> {
  const mapping = map.length > 0 ? readMapping(piece, table, map) : ok(guessMapping(piece, table));
  if (!mapping.ok) return mapping;
  for (const said of [file, quantity])
    if (said !== null && columnOf(table, said) === null)
      return fail({ code: 'no-column', value: said, message: `The table has no column “${said}”.` });
  const [fileColumn, quantityColumn] = [file, quantity].map((said) => (said === null ? null : columnOf(table, said)));
  return ok({ mapping: mapping.value, fileColumn, quantityColumn });
}

/** What finds the image that a row names in the folder of the table. */
function imageFinder(folder: string): NonNullable<SeriesRun['findImage']> {
  const remember = remembering();
  return async (name) => {
    const files = (await readdir(folder).catch(() => [])).map((file) => ({ name: file })),
      file = fileNamed(files, name)?.name;
    if (!file) return `The picture “${name}” is not beside the table.`;
    return remember(file, () => imageAt(join(folder, file), renderPixels));
  };
}

/** The rows of a table that is written as text; null where there are none, which is said. */
async function tableOf(list: string): Promise<SeriesTable | null> {
  const bytes = await bytesOf(list);
  if (!bytes) return null;
  const text = decodeTable(bytes);
  const table = text.ok ? readTable(text.value.text) : text;
  if (table.ok) return table.value;
  complain([table.problem]);
  return null;
}

/** The sheet that copies of a piece are laid on, where the call names none. */
const usualSheet = ({ sheet: { bleedMm } }: Piece): Imposition => ({
  widthMm: 320,
  heightMm: 450,
  marginMm: 10,
  gutterMm: Math.max(4, 2 * bleedMm),
  nested: false,
  turned: false,
});

/** What a call asks for that a series cannot have, or null. */
function idleOption({ profile: own, laid }: Options): string | null {
  if (own !== null) return 'A series goes by the profile of its paper. Leave --profile out.';
  return laid.length > 1 || laid.some(({ quantity, back }) => quantity !== null || back !== null)
    ? '--copies, --with and --back are for a sheet of copies, not for a series.'
    : null;
}

/** Makes a piece for every row of a table, on sheets or as a file each. */
export async function series(from: string, list: string, to: string, options: Options): Promise<number> {
  const ending = extname(to).toLowerCase();
  if (ending !== '.pdf' && ending !== '.zip') {
    complain([{ code: 'unknown-format', message: `${to} should end in .pdf for sheets or .zip for a file each.` }]);
    return 2;
  }
  const idle = idleOption(options);
  if (idle) {
    complain([{ code: 'wrong-option', message: idle }]);
    return 2;
  }
  const opened = await readFileAsPiece(from);
  const table = opened && (await tableOf(list));
  if (!opened || !table) return 1;
  const columns = columnsOf(opened.piece, table, options);
  if (!columns.ok) {
    complain([columns.problem]);
    return 2;
  }
  complain(table.notes.map((message) => ({ code: 'note', message })));
  const as: SeriesWay = ending === '.zip' ? 'files' : options.pages ? 'pages' : 'sheets';
  const run = { ...opened, table, ...columns.value, findImage: imageFinder(dirname(list)) };
  const imposition = options.imposition ?? usualSheet(opened.piece);
  const made = await makeSeries(
    run,
    {
      as,
      imposition,
      marks: options.marks,
      trapMm: options.trapMm,
      pdf: {
        profile: isNamed({ as, standard: options.standard }) ? null : await profile(opened.piece.process.stock),
        standard: options.standard,
      },
    },
    () => {},
  );
  if (!made.ok) {
    complain([made.problem]);
    return 1;
  }
  complain(
    made.value.problems.map(({ row, stops, problem }) => ({
      ...problem,
      field: undefined,
      message: `row ${row}${stops ? ', left out' : ''}: ${problem.message}`,
    })),
  );
  if (!(await written(to, made.value.bytes))) return 1;
  say(`${to}: ${made.value.made} of ${table.rows.length} rows on ${made.value.pages} ${as}`);
  return 0;
}
