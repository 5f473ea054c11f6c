import { strFromU8, unzipSync } from 'fflate';
import { crc32 } from '../crc32';
import { parsePiece } from '../piece/read';
import type { Piece } from '../piece/types';
import { fail, ok, type Problem, type Result } from '../result';
import { zipSums } from './zipSums';

const IMAGE = /^images\/([0-9a-f]{32})\.(png|jpeg|webp)$/;

/** What a piece with its faces may be at most, unpacked. */
const PIECE_FILE_CAPS = { bytes: 120 * 1024 * 1024, files: 200 } as const;

/** An image that goes along with a piece. */
export interface CarriedImage {
  readonly id: string;
  readonly format: ImageFormat;
  readonly bytes: Uint8Array;
}
export type ImageFormat = 'png' | 'jpeg' | 'webp';

/** What a piece file holds: the piece, and the faces and images that came along, by id. */
export interface ReadPieceFile {
  readonly piece: Piece;
  readonly faces: ReadonlyMap<string, Uint8Array>;
  readonly images: ReadonlyMap<string, CarriedImage>;
  /** What came along damaged and is left out, for people. */
  readonly notes: readonly string[];
}

const DAMAGED: Problem = {
  code: 'not-a-piece',
  message: 'This archive is damaged and cannot be unpacked. Get the file anew from where it came.',
};

/** Whether bytes begin as a ZIP does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/**
 * Reads a piece file: plain JSON of any version, or a ZIP with faces and images.
 *
 * @returns `too-large` for a ZIP that unpacks to more than the caps, judged before it is unpacked; `not-a-piece` and
 *   what `parsePiece` says
 */
export function readPieceFile(bytes: Uint8Array): Result<ReadPieceFile> {
  if (!isZip(bytes)) {
    const piece = parsePiece(strFromU8(bytes));
    return piece.ok ? ok({ piece: piece.value, faces: new Map(), images: new Map(), notes: [] }) : piece;
  }
  let size = 0,
    count = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        size += originalSize;
        count++;
        if (size > PIECE_FILE_CAPS.bytes || count > PIECE_FILE_CAPS.files) throw new RangeError('caps');
        return name === 'piece.json' || /^faces\/[A-Za-z0-9_-]{1,40}\.ttf$/.test(name) || IMAGE.test(name);
      },
    });
  } catch (error) {
    if (error instanceof RangeError)
      return fail({
        code: 'too-large',
        limit: PIECE_FILE_CAPS.bytes,
        message:
          'This archive unpacks to far more than a piece with its typefaces. Choose a piece file that Under Arc made.',
      });
    return fail(DAMAGED);
  }
  const sums = zipSums(bytes);
  const damaged = Object.keys(files).filter((name) => sums.has(name) && sums.get(name) !== crc32(files[name]!));
  if (damaged.includes('piece.json')) return fail(DAMAGED);
  for (const name of damaged) Reflect.deleteProperty(files, name);
  const own = files['piece.json'];
  if (!own)
    return fail({ code: 'not-a-piece', message: 'This archive holds no piece.json, so it is not an Under Arc piece.' });
  const piece = parsePiece(strFromU8(own));
  if (!piece.ok) return piece;
  const faces = new Map(
    Object.entries(files).flatMap(([name, data]) => {
      const [, id] = /^faces\/(.+)\.ttf$/.exec(name) ?? [];
      return id ? [[id, data] as const] : [];
    }),
  );
  const images = new Map(
    Object.entries(files).flatMap(([name, data]) => {
      const [, id, format] = IMAGE.exec(name) ?? [];
      return id ? [[id, { id, format: format as ImageFormat, bytes: data }] as const] : [];
    }),
  );
  const notes = damaged.map(
    (name) =>
      `The ${name.startsWith('faces/') ? 'typeface' : 'picture'} ${name} in this archive is damaged and was left out. Get the file anew from where it came.`,
  );
  return ok({ piece: piece.value, faces, images, notes });
}
