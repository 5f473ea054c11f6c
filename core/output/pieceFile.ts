import { strToU8, zipSync } from 'fflate';
import type { Piece } from '../piece/types';
import type { CarriedImage } from '../import/pieceFile';

/** A face that goes along with a piece, where its maker allows it. */
export interface CarriedFace {
  readonly id: string;
  readonly name: string;
  readonly bytes: Uint8Array;
  /** Text of its licence; null where there is none at hand. */
  readonly licence: string | null;
}

/** Every file in the archive bears this date, so that the same piece gives the same bytes. */
const DATE = new Date('2000-01-01T12:00:00Z');

/** A piece with the faces and images it uses as one file: a ZIP of piece.json, a folder of faces and one of images. */
export function writePieceFile(
  piece: Piece,
  faces: readonly CarriedFace[],
  images: readonly CarriedImage[] = [],
): Uint8Array {
  const files: Record<string, Uint8Array> = { 'piece.json': strToU8(`${JSON.stringify(piece, null, 2)}\n`) };
  for (const { id, bytes, licence } of faces) {
    files[`faces/${id}.ttf`] = bytes;
    if (licence !== null) files[`faces/${id}-licence.txt`] = strToU8(licence);
  }
  for (const { id, format, bytes } of images) files[`images/${id}.${format}`] = bytes;
  return zipSync(files, { mtime: DATE, level: 6 });
}
