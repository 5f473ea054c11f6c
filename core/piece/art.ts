import { flag, group, id, limited, list, matching, object, orNull, point, tagged, text, type TypeOf } from '../fields';
import { fill, stroke } from './inks';
import { LIMITS } from '../fields/limits';
import { drawnParameters } from '../shapes/drawn';

/** What stands on the sheet by a place of its own: it can be locked against the pointer, and hidden. */
const placed = {
  id: id(),
  name: text('nameLength'),
  centre: point(),
  /** Turning about its centre, degrees clockwise. */
  turnDeg: limited('clockDeg'),
  locked: flag(),
  hidden: flag(),
};

/** An image that is stored beside the pieces, and its place on the sheet. */
const placedImage = {
  ...placed,
  /** Name of the image: the first 32 hexadecimal digits of the SHA-256 of its bytes. */
  imageId: matching(/^[0-9a-f]{32}$/, 'must be 32 hexadecimal digits'),
  widthPx: limited('imagePx'),
  heightPx: limited('imagePx'),
  /** Its width on the sheet; the height follows from the pixels. */
  widthMm: limited('lengthMm'),
};

/** The closed curve beyond which nothing of it shows; null for all of it. */
const within = orNull(id());

export const tracing = object({
  type: tagged('tracing'),
  ...placedImage,
  /** How strongly it shows: 0 not at all, 1 undimmed. */
  strength: limited('fraction'),
});
/** A picture that lies under the sheet to be traced. It is no part of the design and never printed. */
export type Tracing = TypeOf<typeof tracing>;

export const picture = object({
  type: tagged('picture'),
  ...placedImage,
  /** The one ink that it is printed in; null for its own colours. */
  fill,
  within,
  group: group(),
});
/** A picture of pixels that is printed: in its own colours by the process inks, or light and dark of it in one ink. */
export type Picture = TypeOf<typeof picture>;

const part = object({
  outlines: list(drawnParameters, LIMITS.artOutlines),
  rule: tagged('nonzero', 'evenodd'),
  fill,
  stroke,
});
/** Outlines of brought-in art that are painted alike: about the middle of the art, mm at its full size. */
export type ArtPart = TypeOf<typeof part>;

export const art = object({
  type: tagged('art'),
  ...placed,
  parts: list(part, LIMITS.artParts),
  /** 1 as it was brought in. */
  scale: limited('artScale'),
  within,
  group: group(),
});
/** Vector art that was brought in: it is placed, scaled, turned and cut to a curve as a whole. */
export type Art = TypeOf<typeof art>;
