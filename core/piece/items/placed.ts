import { flag, id, limited, matching, orNull, point, text } from '../../fields';

/** What stands on the sheet by a place of its own: it can be locked against the pointer, and hidden. */
export const placed = {
  id: id(),
  name: text('nameLength'),
  centre: point(),
  /** Turning about its centre, degrees clockwise. */
  turnDeg: limited('clockDeg'),
  locked: flag(),
  hidden: flag(),
};

/** An image that is stored beside the pieces, and its place on the sheet. */
export const placedImage = {
  ...placed,
  /** Name of the image: the first 32 hexadecimal digits of the SHA-256 of its bytes. */
  imageId: matching(/^[0-9a-f]{32}$/, 'must be 32 hexadecimal digits'),
  widthPx: limited('imagePx'),
  heightPx: limited('imagePx'),
  /** Its width on the sheet; the height follows from the pixels. */
  widthMm: limited('lengthMm'),
};

/** The closed curve beyond which nothing of it shows; null for all of it. */
export const within = orNull(id());
