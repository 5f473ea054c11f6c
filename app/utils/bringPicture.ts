import { LIMITS } from '#core/piece/limits';
import { fail, ok, type Result } from '#core/result';

/** Files and pictures beyond these are refused before anything of them is decoded. */
export const PICTURE_CAPS = { fileMb: 60, megapixels: 120 } as const;
/** What the server keeps, in bytes; a larger file is written anew, smaller. */
const KEPT_BYTES = 12 * 1024 * 1024;
const TYPES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

export interface BroughtPicture {
  readonly blob: Blob;
  readonly widthPx: number;
  readonly heightPx: number;
  /** What was done to it, for the person; empty when nothing was. */
  readonly told: string;
}

/** The size to which a picture is brought so that neither side is longer than what is kept. */
export function scaledDown(width: number, height: number): { width: number; height: number } {
  const factor = Math.min(1, LIMITS.imagePx.max / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * factor)), height: Math.max(1, Math.round(height * factor)) };
}

/**
 * What the head of a picture file says, without decoding it: so a file of a few kilobytes that would unfold to
 * gigabytes is refused unseen.
 */
export async function checkHead(file: Blob): Promise<Result<{ width: number; height: number; type: string }>> {
  if (file.size > PICTURE_CAPS.fileMb * 1024 * 1024) {
    return fail({ code: 'too-large', message: `The file is larger than ${PICTURE_CAPS.fileMb} MB. Save the picture smaller and try again.` });
  }
  const { imageSize } = await import('image-size');
  let size: { width: number; height: number; type?: string };
  try {
    size = imageSize(new Uint8Array(await file.arrayBuffer()));
  } catch {
    return fail({ code: 'not-an-image', message: 'This is not a PNG, JPEG or WebP picture, or it is damaged. Save it anew as one of these.' });
  }
  const { width, height, type = '' } = size;
  if (!TYPES[type]) return fail({ code: 'not-an-image', message: `Pictures to trace are PNG, JPEG or WebP; this is ${type || 'something else'}. Save it as one of these.` });
  if (width * height > PICTURE_CAPS.megapixels * 1e6) {
    return fail({ code: 'image-too-large', message: `The picture has ${width} × ${height} pixels, more than ${PICTURE_CAPS.megapixels} million. Save it smaller and try again.` });
  }
  return ok({ width, height, type });
}

/** Makes a file ready to be kept: checked, decoded once to be sure that it can be, and scaled down if it is too large. */
export async function bringPicture(file: Blob): Promise<Result<BroughtPicture>> {
  const head = await checkHead(file);
  if (!head.ok) return head;
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return fail({ code: 'not-an-image', message: 'The picture is damaged and cannot be shown. Save it anew and try again.' });
  }
  const { width, height } = bitmap;
  const mediaType = TYPES[head.value.type]!;
  const to = scaledDown(width, height);
  if (to.width === width && to.height === height && file.size <= KEPT_BYTES) {
    bitmap.close();
    return ok({ blob: new Blob([file], { type: mediaType }), widthPx: width, heightPx: height, told: '' });
  }
  const canvas = new OffscreenCanvas(to.width, to.height);
  const context = canvas.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, 0, 0, to.width, to.height);
  bitmap.close();
  const blob = await canvas.convertToBlob({ type: mediaType === 'image/png' ? 'image/webp' : mediaType, quality: 0.92 });
  return ok({ blob, widthPx: to.width, heightPx: to.height, told: `The picture was brought from ${width} × ${height} to ${to.width} × ${to.height} pixels.` });
}
