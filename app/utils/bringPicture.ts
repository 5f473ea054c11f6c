import { LIMITS } from '#core/fields/limits';
import { fail, ok, type Result } from '#core/result';

/** Files and pictures beyond these are refused before anything of them is decoded. */
export const PICTURE_CAPS = { fileMb: 60, megapixels: 120 } as const;
/** What the server keeps, in bytes; a larger file is written anew, smaller. */
const STORED_BYTES = 12 * 1024 * 1024;
/** What a picture is for: one to trace may lose a little, one to print is PNG or JPEG, its pixels as they are. */
export type PictureUse = 'trace' | 'print';
const TYPES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

export interface BroughtPicture {
  readonly blob: Blob;
  readonly widthPx: number;
  readonly heightPx: number;
  /** What was done to it, for the person; empty when nothing was. */
  readonly told: string;
}

/** The size to which a picture is brought so that neither side is longer than what is stored. */
export function scaledDown(width: number, height: number): { width: number; height: number } {
  const factor = Math.min(1, LIMITS.imagePx.max / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * factor)), height: Math.max(1, Math.round(height * factor)) };
}

/**
 * What the head of a picture file says, without decoding it: so a file of a few kilobytes that would unfold to
 * gigabytes is refused unseen.
 */
export async function checkHead(
  file: Blob,
  use: PictureUse = 'trace',
): Promise<Result<{ width: number; height: number; type: string; asItIs: boolean }>> {
  if (file.size > PICTURE_CAPS.fileMb * 1024 * 1024) {
    return fail({
      code: 'too-large',
      message: `The file is larger than ${PICTURE_CAPS.fileMb} MB. Save the picture smaller and try again.`,
    });
  }
  const { imageSize } = await import('image-size');
  const bytes = new Uint8Array(await file.arrayBuffer());
  let size: { width: number; height: number; type?: string; orientation?: number };
  try {
    size = imageSize(bytes);
  } catch {
    return fail({
      code: 'not-an-image',
      message:
        use === 'print'
          ? 'This is neither an SVG nor a PNG or JPEG picture, or it is damaged. Save it anew as one of these.'
          : `This is not a ${KINDS[use]} picture, or it is damaged. Save it anew as one of these.`,
    });
  }
  const { width, height, type = '', orientation = 1 } = size;
  if (!TYPES[type])
    return fail({
      code: 'not-an-image',
      message: `Pictures ${use === 'trace' ? 'to trace' : 'to print'} are ${KINDS[use]}; this is ${type || 'something else'}. Save it as one of these.`,
    });
  if (width * height > PICTURE_CAPS.megapixels * 1e6) {
    return fail({
      code: 'image-too-large',
      message: `The picture has ${width} × ${height} pixels, more than ${PICTURE_CAPS.megapixels} million. Save it smaller and try again.`,
    });
  }
  return ok({
    width,
    height,
    type,
    asItIs:
      use === 'trace' || (type !== 'webp' && orientation === 1 && !(type === 'jpg' && inkComponents(bytes) === 4)),
  });
}
const KINDS: Readonly<Record<PictureUse, string>> = { trace: 'PNG, JPEG or WebP', print: 'PNG or JPEG' };

/** How many components the pixels of a JPEG have, by its frame header (ITU-T T.81, B.2.2); 0 where it has none. */
export function inkComponents(bytes: Uint8Array): number {
  for (let at = 2; at + 9 < bytes.length && bytes[at] === 0xff;) {
    const marker = bytes[at + 1]!,
      length = (bytes[at + 2]! << 8) | bytes[at + 3]!;
    if (marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc)
      return bytes[at + 9]!;
    at += 2 + length;
  }
  return 0;
}

/**
 * Makes a file ready to be stored: checked, decoded once to be sure that it can be, and scaled down if it is too large.
 */
export async function bringPicture(file: Blob, use: PictureUse = 'trace'): Promise<Result<BroughtPicture>> {
  const head = await checkHead(file, use);
  if (!head.ok) return head;
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return fail({
      code: 'not-an-image',
      message: 'The picture is damaged and cannot be shown. Save it anew and try again.',
    });
  }
  const { width, height } = bitmap;
  const mediaType = TYPES[head.value.type]!;
  const to = scaledDown(width, height);
  const same = to.width === width && to.height === height;
  if (same && head.value.asItIs && file.size <= STORED_BYTES) {
    bitmap.close();
    return ok({ blob: new Blob([file], { type: mediaType }), widthPx: width, heightPx: height, told: '' });
  }
  const canvas = new OffscreenCanvas(to.width, to.height);
  const context = canvas.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, 0, 0, to.width, to.height);
  bitmap.close();
  // Only a photograph can lose a little; what may be clear in places stays a PNG.
  const asked =
    use === 'print' && mediaType === 'image/webp'
      ? 'image/png'
      : use === 'trace' && mediaType === 'image/png'
        ? 'image/webp'
        : mediaType;
  const blob = await canvas.convertToBlob({ type: asked, quality: use === 'print' ? 0.95 : 0.92 });
  if (blob.size > STORED_BYTES)
    return fail({
      code: 'too-large',
      message: `The picture takes ${Math.ceil(blob.size / 1024 / 1024)} MB; ${STORED_BYTES / 1024 / 1024} can be stored. Save it smaller, or as a JPEG.`,
    });
  const told = same
    ? 'The picture was written anew, upright and in the colours of the screen.'
    : `The picture was brought from ${width} × ${height} to ${to.width} × ${to.height} pixels.`;
  return ok({ blob, widthPx: to.width, heightPx: to.height, told });
}
