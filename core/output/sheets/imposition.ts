import type { Piece, Sheet } from '../../piece/types';
import { readPiece } from '../../piece/read';
import { ok, type Result } from '../../result';

/** Another piece on a sheet of copies: a gang sheet. */
export interface OtherPiece {
  readonly piece: Piece;
  /** How many copies of it. */
  readonly quantity: number;
  /** What its back shows; blank where it is left out. */
  readonly back?: Piece | null;
}

/** How copies are laid on a sheet of paper. All plain data. */
export interface Imposition {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Kept free all round, mm. */
  readonly marginMm: number;
  /** Between trim and trim of neighbours, mm. */
  readonly gutterMm: number;
  /** Round pieces in rows that lie in the hollows of the row before; not beside other pieces. */
  readonly nested: boolean;
  /** Whether copies may be turned by a quarter where more of them fit then; not where it is left out. */
  readonly turned?: boolean;
  /** Whether a line is drawn where each copy is cut, round where they are nested; not where it is left out. */
  readonly cutLines?: boolean;
  /** How many copies of the piece; as many as fit where it is null or left out. */
  readonly quantity?: number | null;
  /**
   * What the back of the piece shows. Backs lie on the right half of the sheet, so that it is printed from both sides
   * with the same plates: work and turn. Blank where it is left out.
   */
  readonly back?: Piece | null;
  /** Other pieces on the same sheet. */
  readonly others?: readonly OtherPiece[];
}

export const IMPOSITION_LIMITS = {
  sheetMm: { min: 20, max: 3000 },
  marginMm: { min: 0, max: 200 },
  gutterMm: { min: 0, max: 100 },
  copies: { min: 1, max: 1000 },
  others: { min: 0, max: 12 },
} as const;

/** Where one copy comes to lie: its upper left trim corner, mm, and how it lies. */
export interface Place {
  readonly x: number;
  readonly y: number;
  /** Whether it is turned by a quarter: a front in the way of the clock, a back against it. */
  readonly turned?: boolean;
  /** Which of the pieces of the sheet it is, from 0 on; 0 where it is left out. */
  readonly of?: number;
  /** Whether it is the back of that. */
  readonly back?: boolean;
}

/** The trim of a copy at its place: its upper left corner and its size as it lies, mm. */
export function placeBox(
  { widthMm, heightMm }: Sheet,
  { x, y, turned }: Place,
): { readonly x: number; readonly y: number; readonly wide: number; readonly high: number } {
  return { x, y, wide: turned ? heightMm : widthMm, high: turned ? widthMm : heightMm };
}

/** Where copies come to lie, and how much of the paper they leave. */
export interface Layout {
  readonly places: readonly Place[];
  /** 0 where pieces of several sizes are mixed. */
  readonly columns: number;
  readonly rows: number;
  /** Share of the paper that no copy covers, 0 to 1; of nested ones the discs count. */
  readonly waste: number;
}

/** Every other piece that a sheet shows, backs too. */
export const otherPiecesOf = (imposition: Imposition | null): readonly Piece[] =>
  imposition
    ? [imposition.back, ...(imposition.others ?? []).flatMap(({ piece, back }) => [piece, back])].filter(
        (one) => one !== null && one !== undefined,
      )
    : [];

/**
 * An imposition that was stored earlier, with its pieces in the format of today.
 *
 * @returns why one of them cannot be read, see `readPiece`
 */
export function renewedImposition(stored: Imposition | null): Result<Imposition | null> {
  if (!stored) return ok(null);
  const renewed = <T extends Piece | null | undefined>(piece: T): Result<T> =>
    piece ? (readPiece(piece) as Result<T>) : ok(piece);
  const back = renewed(stored.back);
  if (!back.ok) return back;
  const others: OtherPiece[] = [];
  for (const other of stored.others ?? []) {
    const piece = renewed(other.piece),
      its = renewed(other.back);
    if (!piece.ok) return piece;
    if (!its.ok) return its;
    others.push({ ...other, piece: piece.value, back: its.value });
  }
  return ok({ ...stored, back: back.value, others });
}
