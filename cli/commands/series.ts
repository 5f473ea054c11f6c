import { extname } from 'node:path';
import { decodeTable, readTable } from '#core/import/table';
import { guessMapping } from '#core/output/series';
import { makeSeries } from '#core/output/seriesRun';
import { bytesOf, readFileAsPiece } from '../opened';
import type { Options } from '../options';
import { complain, say } from '../report';
import { profile } from '../tools';
import { written } from '../written';

/** Makes a piece for every row of a table, on sheets or as a file each. */
export async function series(from: string, list: string, to: string, options: Options): Promise<number> {
  const ending = extname(to).toLowerCase();
  if (ending !== '.pdf' && ending !== '.zip') {
    complain([{ code: 'unknown-format', message: `${to} should end in .pdf for sheets or .zip for a file each.` }]);
    return 2;
  }
  const opened = await readFileAsPiece(from);
  const bytes = opened && (await bytesOf(list));
  if (!opened || !bytes) return 1;
  const text = decodeTable(bytes);
  const table = text.ok ? readTable(text.value.text) : text;
  if (!table.ok) {
    complain([table.problem]);
    return 1;
  }
  const run = { ...opened, table: table.value, mapping: guessMapping(opened.piece, table.value) };
  const imposition = options.imposition ?? {
    widthMm: 320,
    heightMm: 450,
    marginMm: 10,
    gutterMm: Math.max(4, 2 * opened.piece.sheet.bleedMm),
    nested: false,
  };
  const made = await makeSeries(
    run,
    {
      as: ending === '.pdf' ? 'sheets' : 'files',
      imposition,
      cropMarks: options.marks,
      pdf: { marks: options.marks && ending === '.zip', profile: await profile() },
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
  say(
    `${to}: ${made.value.made} of ${table.value.rows.length} rows on ${made.value.pages} ${ending === '.pdf' ? 'sheets' : 'files'}`,
  );
  return 0;
}
