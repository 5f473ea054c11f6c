import type { SeriesTable } from '../import/table';
import { LIMITS } from '../piece/limits';
import type { Faces } from '../setting/settingOf';
import { transact } from '../editing/transact';
import { rewordSteps } from '../piece/wording/reword';
import { cutTo } from '../piece/check/wellFormed';
import type { Lettering, Piece } from '../piece/types';
import type { Problem } from '../result';

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
  /** From 1, the row of names not counted. */
  readonly row: number;
  readonly problem: Problem;
  /** Whether the row is left out for it. */
  readonly stops: boolean;
}
