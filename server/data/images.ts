import { createHash } from 'node:crypto';
import { imageSize } from 'image-size';
import { LIMITS } from '#core/fields/limits';
import { fail, ok, type Result } from '#core/result';
import type { Database } from './database';

/** The largest image that is stored, in bytes: larger ones are scaled down before they are sent. */
export const MAX_IMAGE = 12 * 1024 * 1024;

const MEDIA_TYPES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

export interface Image {
  readonly id: string;
  readonly mediaType: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly bytes: Uint8Array;
}

/**
 * Reads what an image says of itself. The pixels are not decoded: a browser does that, under its own protections.
 *
 * @returns the image named by its content, or `not-an-image`, `image-too-large`
 */
export function readImage(bytes: Uint8Array): Result<Image> {
  let size: { width: number; height: number; type?: string; orientation?: number };
  try {
    size = imageSize(bytes);
  } catch {
    return fail({
      code: 'not-an-image',
      message: 'This is not a PNG, JPEG or WebP picture, or it is damaged. Save it anew as one of these.',
    });
  }
  const mediaType = MEDIA_TYPES[size.type ?? ''];
  if (!mediaType || !(size.width > 0 && size.height > 0)) {
    return fail({
      code: 'not-an-image',
      message: `A ${size.type ?? 'file'} cannot be used. Save the picture as PNG, JPEG or WebP.`,
    });
  }
  if (Math.max(size.width, size.height) > LIMITS.imagePx.max) {
    return fail({
      code: 'image-too-large',
      value: size,
      message: `The picture has ${size.width} × ${size.height} pixels; at most ${LIMITS.imagePx.max} each way can be stored. Make it smaller.`,
    });
  }
  // A camera turned on its side says so beside the pixels, and every browser turns them back.
  const turned = (size.orientation ?? 1) >= 5;
  return ok({
    id: createHash('sha256').update(bytes).digest('hex').slice(0, 32),
    mediaType,
    bytes,
    widthPx: turned ? size.height : size.width,
    heightPx: turned ? size.width : size.height,
  });
}

/** Keeps an image; the same bytes are stored once. */
export async function keepImage(db: Database, { id, mediaType, widthPx, heightPx, bytes }: Image): Promise<void> {
  await db.transact((tx) =>
    tx.query(
      'INSERT INTO images (id, media_type, width_px, height_px, bytes) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (id) DO NOTHING',
      [id, mediaType, widthPx, heightPx, bytes],
    ),
  );
}

/** A stored image, or null. */
export async function findImage(db: Database, id: string): Promise<{ mediaType: string; bytes: Uint8Array } | null> {
  const rows = await db.query<{ media_type: string; bytes: Uint8Array }>(
    'SELECT media_type, bytes FROM images WHERE id = $1',
    [id],
  );
  return rows[0] ? { mediaType: rows[0].media_type, bytes: rows[0].bytes } : null;
}
