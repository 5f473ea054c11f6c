import { tracksOf } from '../curves';
import { blocking, drawPiece, type Drawing } from '../drawing/drawPiece';
import type { PictureFile, Pictures } from '../drawing/pictures';
import type { SeriesTable } from '../import/table';
import { isPicture, type Lettering, type Piece } from '../piece/types';
import type { Problem } from '../result';
import { linesOf } from '../setting/line/set';
import { settingOf, type Faces } from '../setting/settingOf';
import { pieceOfRow, type RowImage, type RowProblem, type SeriesMapping } from './series';

/** An image that a row names, decoded, and the name by which it is known in this run: 32 hexadecimal digits. */
export interface FoundImage {
  readonly imageId: string;
  readonly file: PictureFile;
}

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
  /** The image of a name in the table; or why it cannot be had. */
  readonly findImage?: (name: string) => Promise<FoundImage | string>;
}

/** A file that a table names: by its whole name, or without its ending; upper and lower case are alike. */
export function fileNamed<T extends { readonly name: string }>(files: readonly T[], name: string): T | undefined {
  const like = (text: string): string => text.normalize('NFC').toLowerCase();
  const own = like(name.replace(/^.*[\\/]/, ''));
  return (
    files.find((one) => like(one.name) === own) ?? files.find((one) => like(one.name.replace(/\.[^.]+$/, '')) === own)
  );
}

/** Decoded images that stay at hand, since many rows may name the same. */
const MOST_AT_HAND = 40;
/** Finds what was found before without looking again, as far as it is among the last ones. */
export function remembering(): (key: string, find: () => Promise<FoundImage | string>) => Promise<FoundImage | string> {
  const known = new Map<string, Promise<FoundImage | string>>();
  return (key, find) => {
    const found = known.get(key) ?? find();
    known.delete(key);
    known.set(key, found);
    if (known.size > MOST_AT_HAND) known.delete(known.keys().next().value!);
    return found;
  };
}

/** The most that is made of one row. */
const MOST_OF_ROW = 1000;

/** How many are made of a row: a whole number from 0 on; one where the column is empty or says something else. */
export function quantityOf({ table, quantityColumn }: SeriesRun, row: number): number {
  const said =
    quantityColumn === null || quantityColumn === undefined ? '' : (table.rows[row]![quantityColumn] ?? '').trim();
  return /^\d{1,4}$/.test(said) ? Math.min(Number(said), MOST_OF_ROW) : 1;
}

/**
 * Problems of a row that would be seen in print: words without room, characters that the face lacks, a fit that is not
 * met, pictures that are not there.
 */
const SEEN: ReadonlySet<string> = new Set(['missing-character', 'fit-not-met', 'overset', 'no-words', 'no-image']);

const empty = (field: string, column: string): Problem => ({
  code: 'no-words',
  field,
  message: `The column “${column}” is empty here.`,
});

/** The images that a row names, by the id of the picture that shows them, and what is wrong with them. */
async function imagesOf(
  { piece, table, mapping, findImage }: SeriesRun,
  row: number,
): Promise<{ readonly images: Map<string, FoundImage>; readonly problems: Problem[] }> {
  const images = new Map<string, FoundImage>(),
    problems: Problem[] = [];
  for (const { id } of piece.items.filter(isPicture)) {
    const column = mapping[id];
    if (column === undefined) continue;
    const name = (table.rows[row]![column] ?? '').trim();
    const found = name === '' ? '' : ((await findImage?.(name)) ?? `The picture “${name}” is not there.`);
    if (typeof found !== 'string') images.set(id, found);
    else
      problems.push(found === '' ? empty(id, table.columns[column]!) : { code: 'no-image', field: id, message: found });
  }
  return { images, problems };
}

function oversetOf(lettering: Lettering, tracks: ReturnType<typeof tracksOf>, faces: Faces): number {
  const set = settingOf(lettering, tracks, faces);
  return set.ok ? Math.max(0, ...linesOf(set.value).map(({ overset }) => overset.beforeMm + overset.afterMm)) : 0;
}

/** A row drawn, and everything wrong with it. */
export async function drawRow(
  run: SeriesRun,
  row: number,
): Promise<{ readonly drawing: Drawing; readonly problems: readonly RowProblem[] }> {
  const { piece, table, mapping, faces, pictures } = run;
  const { images, problems } = await imagesOf(run, row);
  const shown = new Map([...images].map(([id, { imageId, file }]): [string, RowImage] => [id, { ...file, imageId }]));
  const own = pieceOfRow(piece, mapping, table.rows[row]!, faces, shown);
  const drawing = drawPiece(
    own,
    faces,
    new Map([...(pictures ?? []), ...[...images.values()].map(({ imageId, file }) => [imageId, file] as const)]),
  );
  // A picture whose image is not there is told of once.
  const told = new Set(problems.map(({ field }) => field));
  problems.push(...drawing.problems.filter(({ field }) => !told.has(field)));
  const tracks = tracksOf(own);
  for (const item of own.items) {
    if (item.type !== 'lettering' || item.hidden) continue;
    const column = mapping[item.id];
    if (column !== undefined && item.wording.trim() === '') problems.push(empty(item.id, table.columns[column]!));
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
