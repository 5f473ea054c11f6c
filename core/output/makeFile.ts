import { blocking, drawPiece, type Drawing } from '../drawing/drawPiece';
import { NO_PICTURES, type Pictures } from '../drawing/pictures';
import { shortWording } from '../drawing/items/lettering';
import { inLineFace } from '../drawing/lineFace';
import { singleLined } from '../drawing/singleLines';
import { ownOf, type ShippedStock } from '../ink/stocks';
import { isLettering, type Lettering, type Piece } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import type { Faces } from '../setting/settingOf';
import {
  asMeant,
  formatOf,
  type FileOptions,
  type FileSource,
  type FileTools,
  type FormatName,
  type OwnProfileRef,
} from './formats';
import { trapped } from './trap';
import { imposed } from './sheets/impose';
import { otherPiecesOf, type Imposition, type Layout } from './sheets/imposition';
import { inOneInkList } from './sheets/inOneInkList';
import { layOutParts, type SheetPart } from './sheets/layOut';
import { sheetMarks } from './sheets/sheetMarks';

/** A piece drawn for a file, alone or as a sheet of copies. */
export interface PreparedFile extends FileSource {
  readonly layout: Layout | null;
  /** What people should know of the sheet. */
  readonly notes: readonly string[];
}

/** The pieces of a sheet: the piece itself, then the others, each with its back and how many there are. */
const piecesOf = (piece: Piece, { quantity = null, back = null, others = [] }: Imposition) => [
  { piece, quantity, back },
  ...others.map((other) => ({ ...other, back: other.back ?? null })),
];

/** Why a back does not fit its front, or null. */
function unlikeBack(piece: Piece, back: Piece | null): Problem | null {
  if (!back) return null;
  const { widthMm: w, heightMm: h } = piece.sheet,
    { widthMm, heightMm } = back.sheet;
  if (Math.abs(widthMm - w) < 1e-6 && Math.abs(heightMm - h) < 1e-6) return null;
  return {
    code: 'unlike-back',
    message: `“${back.name}” is ${widthMm} × ${heightMm} mm and cannot be the back of “${piece.name}”, ${w} × ${h} mm. Choose one of the same size.`,
  };
}

/** What people should know of a sheet of several pieces. */
function notesOf(piece: Piece, imposition: Imposition): string[] {
  const { stock } = piece.process;
  if (ownOf(stock)) return [];
  const other = otherPiecesOf(imposition).filter((one) => one.process.stock !== stock);
  return [...new Map(other.map((one) => [one.name, one])).values()].map(
    ({ name, process }) =>
      `“${name}” is made for ${process.stock} paper; the whole sheet is printed as ${stock}, as “${piece.name}” is.`,
  );
}

/** A sheet of copies of a piece, and of others where there are any. */
function laidOut(
  piece: Piece,
  imposition: Imposition,
  marks: boolean,
  drawn: (piece: Piece) => Drawing,
): Result<Omit<PreparedFile, 'piece' | 'faces'>> {
  const pieces = piecesOf(piece, imposition);
  for (const one of pieces) {
    const unlike = unlikeBack(one.piece, one.back);
    if (unlike) return fail(unlike);
  }
  const parts = pieces.map(({ piece: { sheet, name }, quantity, back }): SheetPart => {
    const bleedMm = Math.max(sheet.bleedMm, back?.sheet.bleedMm ?? 0);
    return { sheet: { ...sheet, bleedMm }, name, quantity, back: back !== null };
  });
  const layout = layOutParts(parts, imposition);
  if (!layout.ok) return layout;
  // All of a sheet is printed in one go, on one paper.
  const onPaper = (one: Piece): Piece => ({ ...one, process: { ...one.process, stock: piece.process.stock } });
  const shown = pieces.flatMap(({ piece: one, back }) => (back ? [one, back] : [one]));
  const drawings = inOneInkList(shown.map((one) => drawn(onPaper(one))));
  const of = new Map(shown.map((one, n) => [one, drawings[n]!]));
  const placed = layout.value.places.map(({ of: n = 0, back }) =>
    of.get((back ? pieces[n]!.back : pieces[n]!.piece)!)!,
  );
  return ok({
    drawing: imposed(piece.name, placed, layout.value, imposition),
    lines: marks
      ? sheetMarks(
          parts.map(({ sheet }) => sheet),
          layout.value,
          imposition,
        )
      : [],
    layout: layout.value,
    notes: notesOf(piece, imposition),
  });
}

/** A piece whose inks and pictures go by the profile of a printer's own, where it stands in for that of the paper. */
function byProfile(piece: Piece, own: OwnProfileRef | null): Piece {
  if (!own) return piece;
  // No document names such a paper; it is drawn by it alone.
  const stock = `own-${own.profileId}` as unknown as ShippedStock;
  return { ...piece, process: { ...piece.process, stock } };
}

/** What people should know where nothing would come out of a press. */
const EMPTY = 'Nothing is on this sheet: no ink is on any letter, curve or picture, or all of them are hidden.';

/** What people should know of words that were set in the face of single lines. */
function lineFaceNotes(changed: readonly Lettering[]): string[] {
  const words = [...new Set(changed.map(({ wording }) => `“${shortWording(wording)}”`))];
  if (words.length === 0) return [];
  return [`Words with thick strokes are set in Montserrat Thin, in the room that they had: ${words.join(', ')}.`];
}

/**
 * Draws a piece for a file of a format; or why its copies cannot be laid out, see `layOutParts`.
 *
 * @param faces those of the other pieces of a sheet too, and `pictures` likewise
 * @param options a profile of a printer's own must have been read before, see `takeProfile`
 * @returns `unlike-back` where a back is not of the size of its front
 */
export function prepareFile(
  name: FormatName,
  piece: Piece,
  faces: Faces,
  options: FileOptions,
  pictures: Pictures = NO_PICTURES,
): Result<PreparedFile> {
  const { copies, drawn: isDrawn, options: has } = formatOf(name);
  const lines = options.singleLines && has.includes('singleLines');
  const changed: Lettering[] = [];
  const drawnByLines = (one: Piece): Drawing => {
    const thin = options.lineFace ? inLineFace(one, faces) : { piece: one, changed: [] };
    changed.push(...thin.changed);
    return singleLined(drawPiece(thin.piece, faces, pictures), (id) =>
      one.items.some((item) => item.id === id && isLettering(item)),
    );
  };
  const drawn = (one: Piece): Drawing => {
    const plain = lines ? drawnByLines(one) : drawPiece(one, faces, pictures);
    return options.trapMm > 0 && has.includes('trapMm') ? trapped(plain, options.trapMm) : plain;
  };
  const imposition = copies ? options.imposition : null,
    own = byProfile(piece, has.includes('ownProfile') ? options.ownProfile : null);
  const laid = imposition
    ? laidOut(own, imposition, options.marks, drawn)
    : ok({ drawing: drawn(own), lines: [], layout: null, notes: [] });
  if (!laid.ok) return laid;
  const empty = isDrawn && laid.value.drawing.paths.length === 0 ? [EMPTY] : [];
  return ok({ piece, faces, ...laid.value, notes: [...empty, ...laid.value.notes, ...lineFaceNotes(changed)] });
}

/**
 * Writes a file of a prepared piece.
 *
 * @returns its bytes, or why there are none: something would be missing from it, or what its writer says
 */
export async function writeFile(
  name: FormatName,
  source: FileSource,
  options: FileOptions,
  tools: FileTools,
): Promise<Result<Uint8Array>> {
  const format = formatOf(name);
  const [problem] = format.drawn ? blocking(source.drawing) : [];
  return problem ? fail(problem) : format.write(source, asMeant(options), tools);
}
