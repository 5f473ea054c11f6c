import type { SeriesTable } from '../import/table';
import { LIMITS } from '../fields/limits';
import type { Faces } from '../setting/settingOf';
import { transact } from '../editing/transact';
import { setStep, type Step } from '../piece/steps';
import { rewordSteps } from '../piece/wording/reword';
import { cutTo } from '../fields/wellFormed';
import { isPicture, type Lettering, type Picture, type Piece } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';

/** Which column gives which lettering its words, or which picture its image: by their ids. */
export type SeriesMapping = Readonly<Record<string, number>>;

const plain = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();

/** Whether a column says itself that it names pictures. */
const isOfPictures = (column: string): boolean => /^(picture|photo|photograph|image)s?$/.test(plain(column));

/**
 * A first guess: columns whose name is that of a lettering's words, else the columns in order; and for a picture
 * the column of its name, for the first one else a column of pictures.
 */
export function guessMapping(piece: Piece, { columns }: SeriesTable): SeriesMapping {
  const letterings = piece.items.filter((item): item is Lettering => item.type === 'lettering' && !item.hidden);
  const called = (name: string): number => columns.findIndex((column) => plain(column) === plain(name));
  const shown = piece.items
    .filter(isPicture)
    .filter((one) => !one.hidden)
    .map(
      ({ id, name }, i) => [id, called(name) < 0 && i === 0 ? columns.findIndex(isOfPictures) : called(name)] as const,
    )
    .filter(([, at]) => at >= 0);
  const named = new Map(
    letterings.flatMap(({ id, wording }) => {
      const at = called(wording);
      return at >= 0 ? [[id, at] as const] : [];
    }),
  );
  if (named.size > 0) return Object.fromEntries([...named, ...shown]);
  const free = columns.map((_, i) => i).filter((i) => !shown.some(([, at]) => at === i));
  return Object.fromEntries([...letterings.slice(0, free.length).map(({ id }, i) => [id, free[i]!]), ...shown]);
}

/** A column by its name, or by its letter as spreadsheets have them; null where there is none. */
export function columnOf({ columns }: SeriesTable, said: string): number | null {
  const named = columns.findIndex((name) => plain(name) === plain(said));
  if (named >= 0) return named;
  const letter = /^[A-Za-z]$/.test(said) ? said.toUpperCase().charCodeAt(0) - 65 : -1;
  return letter >= 0 && letter < columns.length ? letter : null;
}

/**
 * A mapping as it is written on the command line, `COLUMN=WORDS` each: the lettering is named by its words or its id, a
 * picture by its name or its id.
 *
 * @returns `no-column` or `no-lettering`, with what there is
 */
export function readMapping(piece: Piece, table: SeriesTable, given: readonly string[]): Result<SeriesMapping> {
  const mapping: Record<string, number> = {};
  const takers = piece.items.flatMap((item) =>
    item.type === 'lettering'
      ? [{ id: item.id, said: item.wording }]
      : isPicture(item)
        ? [{ id: item.id, said: item.name }]
        : [],
  );
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
    const found = takers.find(({ id, said }) => id === words || plain(said) === plain(words));
    if (!found)
      return fail({
        code: 'no-lettering',
        value: words,
        message: `No lettering has the words “${words}”, and no picture this name. There are ${takers.map(({ said }) => `“${said}”`).join(', ')}.`,
      });
    mapping[found.id] = index;
  }
  return ok(mapping);
}

/** The image that a row names for a picture. */
export interface RowImage {
  readonly imageId: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

/**
 * A picture with another image, in the room of the one that it had: whole within it, or where it is cut to a curve
 * filling it.
 */
function withImage(piece: Piece, picture: Picture, { imageId, widthPx, heightPx }: RowImage): Step[] {
  const heightMm = (picture.widthMm * picture.heightPx) / picture.widthPx,
    asHigh = (heightMm * widthPx) / heightPx;
  const widthMm = (picture.within === null ? Math.min : Math.max)(picture.widthMm, asHigh);
  return Object.entries({ imageId, widthPx, heightPx, widthMm }).map(([field, value]) =>
    setStep(piece, picture.id, [field], value),
  );
}

/**
 * The piece of one row: its words in the letterings that columns are mapped to, and what is kept filled made anew for them.
 * Adjustments by hand follow letters that stay.
 *
 * @param images those of the row, by the id of the picture that shows them
 */
export function pieceOfRow(
  piece: Piece,
  mapping: SeriesMapping,
  row: readonly string[],
  faces: Faces,
  images: ReadonlyMap<string, RowImage> = new Map(),
): Piece {
  const steps = piece.items.flatMap((item) => {
    const image = images.get(item.id);
    if (isPicture(item)) return image ? withImage(piece, item, image) : [];
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
