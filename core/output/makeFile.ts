import { blocking, drawPiece } from '../drawing/drawPiece';
import { NO_PICTURES, type Pictures } from '../drawing/pictures';
import { singleLined } from '../drawing/singleLines';
import { isLettering, type Piece } from '../piece/types';
import { fail, ok, type Result } from '../result';
import type { Faces } from '../setting/settingOf';
import { asMeant, formatOf, type FileOptions, type FileSource, type FileTools, type FormatName } from './formats';
import { trapped } from './trap';
import { layOut, repeated, type Layout } from './impose';
import { sheetMarks } from './marks/sheetMarks';

/** A piece drawn for a file, alone or as a sheet of copies. */
export interface PreparedFile extends FileSource {
  readonly layout: Layout | null;
}

/** Draws a piece for a file of a format; or why its copies cannot be laid out, see `layOut`. */
export function prepareFile(
  name: FormatName,
  piece: Piece,
  faces: Faces,
  options: FileOptions,
  pictures: Pictures = NO_PICTURES,
): Result<PreparedFile> {
  const { copies, options: has } = formatOf(name);
  const plain = drawPiece(piece, faces, pictures);
  const lined =
    options.singleLines && has.includes('singleLines')
      ? singleLined(plain, (id) => piece.items.some((item) => item.id === id && isLettering(item)))
      : plain;
  const drawing = options.trapMm > 0 && has.includes('trapMm') ? trapped(lined, options.trapMm) : lined;
  const imposition = copies ? options.imposition : null;
  if (!imposition) return ok({ piece, faces, drawing, lines: [], layout: null });
  const layout = layOut(piece.sheet, imposition);
  if (!layout.ok) return layout;
  return ok({
    piece,
    faces,
    drawing: repeated(drawing, layout.value, imposition),
    lines: options.marks ? sheetMarks(piece.sheet, layout.value, imposition) : [],
    layout: layout.value,
  });
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
