import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Pictures } from '#core/drawing/pictures';
import { settledPiece } from '#core/editing/transact';
import { readPieceFile, type CarriedImage } from '#core/import/pieceFile';
import type { OwnProfileRef } from '#core/output/formats/index';
import { isLettering, type Piece } from '#core/piece/types';
import { createFace, type Face } from '#core/type/face';
import { shippedFaces } from '../fonts/shippedFaces';
import { imagesFor, picturesOf } from './images';
import { complain } from './report';
import { HOME, renderPixels } from './tools';

/** The faces that a piece asks for; only these are read. Those that came along with it win. */
async function facesOf(piece: Piece, carried: ReadonlyMap<string, Uint8Array>): Promise<ReadonlyMap<string, Face>> {
  const shipped = await shippedFaces(HOME, new Set(piece.items.filter(isLettering).map((one) => one.faceId)));
  const own = [...carried].flatMap(([id, bytes]) => {
    const face = shipped.has(id) ? null : createFace(id, id, bytes);
    if (face && !face.ok)
      complain([{ code: 'wrong-face', message: `The typeface ${id} in this file is none: ${face.problem.message}` }]);
    return face?.ok ? [[id, face.value] as const] : [];
  });
  return new Map([...shipped, ...own]);
}

/** A piece file with all that its piece needs. */
export interface Opened {
  readonly piece: Piece;
  readonly faces: ReadonlyMap<string, Face>;
  readonly images: readonly CarriedImage[];
  readonly pictures: Pictures;
}

/** The bytes of a file; null after complaining when it cannot be read. */
export async function bytesOf(file: string): Promise<Uint8Array | null> {
  try {
    return await readFile(file);
  } catch (error) {
    complain([
      {
        code: 'no-file',
        message: `${file} could not be read (${(error as NodeJS.ErrnoException).code}). Check the path.`,
      },
    ]);
    return null;
  }
}

/** Reads a profile of a printer's own, to be drawn by; null after complaining when it is none. */
export async function profileAt(file: string): Promise<OwnProfileRef | null> {
  const bytes = await bytesOf(file);
  if (!bytes) return null;
  const profileId = createHash('sha256').update(bytes).digest('hex').slice(0, 32);
  const { takeProfile } = await import('#core/ink/icc/takeProfile');
  const taken = takeProfile(profileId, bytes);
  if (taken.ok) return { profileId, name: taken.value.profile.name };
  complain([taken.problem]);
  return null;
}

/** Reads a piece file with its faces; null after complaining when it is none. */
export async function readFileAsPiece(file: string): Promise<Opened | null> {
  const bytes = await bytesOf(file);
  const read = bytes && readPieceFile(bytes);
  if (!read) return null;
  if (!read.ok) {
    complain([read.problem]);
    return null;
  }
  complain(read.value.notes.map((message) => ({ code: 'damaged', message })));
  const { piece } = read.value,
    images = await imagesFor(file, piece, read.value.images);
  const faces = await facesOf(piece, read.value.faces);
  return {
    piece: settledPiece(piece, { faces }),
    faces,
    images,
    pictures: await picturesOf(piece, images, renderPixels),
  };
}
